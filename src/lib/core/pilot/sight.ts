import type { ScanArea } from '../instrument/scan-area';
import type { Readings } from '../instrument/readings';

/** What each area of the panel tells. */
const SHOWS: Record<ScanArea, readonly (keyof Readings)[]> = {
  airspeed: ['ias_kt'],
  attitude: ['pitch_deg', 'bank_deg'],
  altimeter: ['altitude_ft'],
  turn: ['turnRate_degps', 'ball'],
  heading: ['heading_deg'],
  'vertical-speed': ['verticalSpeed_fpm'],
  compass: ['compass_deg'],
  engine: ['rpm', 'manifoldPressure_inHg', 'torque_percent', 'fuel_kg'],
  // What the radios show is taken in by the navigator.
  navigation: []
};
/** Known without looking at an instrument: by the hand on the lever and the wheel. */
const FELT: readonly (keyof Readings)[] = ['flaps_deg', 'gear', 'trim'];
/** Looks farther apart than this say nothing of a trend. */
const LONGEST_TREND_S = 12;
/** An altitude is thought on from its rate for so long, a heading in a turn; after that it is what it was. */
const THOUGHT_ON_S = 3;

/** What a pilot knows: each quantity as it stood when its instrument was last looked at. */
export interface Sight {
  readonly known: Readings;
  /** Change of airspeed between looks, smoothed, kt/s. */
  trend_ktps(): number;
  /** What is known, with the altitude thought on from when it was seen. */
  now(time_s: number): Readings;
  /** Seconds since an area was seen; nothing once it is too long ago to think on from. */
  age(area: ScanArea, time_s: number): number;
  /** Takes in one area. @returns seconds since it was seen before */
  take(area: ScanArea, time_s: number, readings: Readings): number;
}

/** @param before the panel as it was taken in, all of it, before the drill began */
export function sightOf(before: Readings): Sight {
  const known: Readings = { ...before };
  const seenAt = new Map<ScanArea, number>();
  let trend = 0;
  const age = (area: ScanArea, time_s: number) => {
    const since = time_s - (seenAt.get(area) ?? 0);
    return since > THOUGHT_ON_S ? 0 : since;
  };
  const copy = <K extends keyof Readings>(key: K, from: Readings) => (known[key] = from[key]);
  return {
    known,
    trend_ktps: () => trend,
    age,
    now(time_s) {
      return {
        ...known,
        altitude_ft: known.altitude_ft + (known.verticalSpeed_fpm / 60) * age('altimeter', time_s)
      };
    },
    take(area, time_s, readings) {
      const since_s = time_s - (seenAt.get(area) ?? 0);
      seenAt.set(area, time_s);
      if (area === 'airspeed' && since_s > 0) {
        // A fresh pair of looks counts the more, the longer they lie apart.
        const weight = Math.min(1, 0.42 * since_s);
        const slope = since_s > LONGEST_TREND_S ? 0 : (readings.ias_kt - known.ias_kt) / since_s;
        trend += weight * (slope - trend);
      }
      for (const key of SHOWS[area]) copy(key, readings);
      for (const key of FELT) copy(key, readings);
      return since_s;
    }
  };
}
