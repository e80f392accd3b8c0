import type { FlightLoop } from '$core/flight/flight-loop';
import type { ScanArea } from '$core/instrument/scan-area';
import type { Outside } from '$core/view/looking-out';
import type { Instruments, Moving } from './flight-protocol';

/** No more pictures than a screen shows, the instruments new in every other one, the whole in every sixth. */
const LEAST_BETWEEN_PICTURES_MS = 15;
const LEAST_BETWEEN_INSTRUMENTS_MS = 30;
const LEAST_BETWEEN_FRAMES_MS = 95;

/** When a picture of the screen is due, and what is new in it. */
export class PicturePace {
  private picture_ms = 0;
  private instruments_ms = 0;
  private frame_ms = 0;

  due(now_ms: number): { withInstruments: boolean; withFrame: boolean } | null {
    if (now_ms - this.picture_ms < LEAST_BETWEEN_PICTURES_MS) return null;
    this.picture_ms = now_ms;
    const withFrame = now_ms - this.frame_ms >= LEAST_BETWEEN_FRAMES_MS;
    const instrumentsDue = now_ms - this.instruments_ms >= LEAST_BETWEEN_INSTRUMENTS_MS;
    if (withFrame) this.frame_ms = now_ms;
    if (withFrame || instrumentsDue) this.instruments_ms = now_ms;
    // The whole has them.
    return { withInstruments: instrumentsDue && !withFrame, withFrame };
  }
}

export function instrumentsOf(loop: FlightLoop): Instruments {
  return { readings: loop.readings(), navigation: loop.navigation() };
}

export function movingOf(loop: FlightLoop, looksAt: ScanArea | null, outside: Outside | null): Moving {
  const { attitudeValid, pitch_deg, bank_deg, heading_deg, pathAngle_deg, drift_deg } = loop.readings();
  return {
    time_s: loop.time_s(),
    looksAt,
    readings: { attitudeValid, pitch_deg, bank_deg, heading_deg, pathAngle_deg, drift_deg },
    outside
  };
}

/** Less than what any panel draws, degrees. */
const LEAST_SEEN_DEG = 0.05;

/** In still air a picture is often the one before: then nothing is drawn anew. */
export function isSeenToDiffer(shown: Moving | null, now: Moving | null): boolean {
  if (!shown || !now || now.outside || shown.outside) return shown !== now;
  const [a, b] = [shown.readings, now.readings];
  const differs = (one: number, other: number) => Math.abs(one - other) >= LEAST_SEEN_DEG;
  return (
    a.attitudeValid !== b.attitudeValid ||
    differs(a.pitch_deg, b.pitch_deg) ||
    differs(a.bank_deg, b.bank_deg) ||
    differs(a.heading_deg, b.heading_deg) ||
    differs(a.pathAngle_deg, b.pathAngle_deg) ||
    differs(a.drift_deg, b.drift_deg)
  );
}
