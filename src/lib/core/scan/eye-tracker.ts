import { seededNoise } from '../measure/seeded-noise';
import type { Gaze } from '../instrument/scan-area';
import type { Look } from './look';

/** One line of an eye tracker: its own clock, the area, and where on the panel, shares of its width and height. */
export interface GazeSample {
  time_s: number;
  area: Gaze;
  x: number;
  y: number;
}

/** What a simulated eye tracker is like. */
export interface EyeTracker {
  rate_hz: number;
  seed: number;
  /** Its clock reads this much more at the flight's beginning, and goes so much too fast (0.001: a second in a thousand). */
  clockOffset_s: number;
  clockDrift: number;
  /** Share of the samples lost to blinks, which come in runs of a few. */
  lost: number;
}

/** Middle of each area on the dial panel, shares of width and height. */
const PLACE: Record<Gaze, readonly [number, number]> = {
  airspeed: [0.17, 0.3],
  attitude: [0.5, 0.3],
  altimeter: [0.83, 0.3],
  turn: [0.17, 0.78],
  heading: [0.5, 0.78],
  'vertical-speed': [0.83, 0.78],
  compass: [0.5, 0.04],
  engine: [1.15, 0.2],
  navigation: [1.15, 0.75],
  elsewhere: [0.5, 1.4]
};
const SPREAD = 0.035;
const BLINK_SAMPLES = 7;

/** A stand-in for an eye tracker: samples of a known scan, as such a device would give them, with its faults. */
export function* simulatedEyeTracker(looks: readonly Look[], tracker: EyeTracker): Generator<GazeSample> {
  const noise = seededNoise(tracker.seed);
  const step_s = 1 / tracker.rate_hz;
  let blinking = 0;
  let sample = Math.ceil((looks[0]?.start_s ?? 0) / step_s - 1e-9);
  for (const look of looks) {
    for (; sample * step_s < look.end_s - 1e-9; sample++) {
      const time_s = sample * step_s;
      if (blinking === 0 && noise.uniform() < tracker.lost / BLINK_SAMPLES) blinking = BLINK_SAMPLES;
      if (blinking > 0) {
        blinking -= 1;
        continue;
      }
      const [x, y] = PLACE[look.area];
      yield {
        time_s: tracker.clockOffset_s + time_s * (1 + tracker.clockDrift),
        area: look.area,
        x: x + SPREAD * noise.normal(),
        y: y + SPREAD * noise.normal()
      };
    }
  }
}
