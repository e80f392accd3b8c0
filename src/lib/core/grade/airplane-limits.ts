import type { AircraftFile } from '../aircraft/aircraft-file';
import { isOrdinary, phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { finding, MOMENT_S, type Finding } from '../finding/finding';
import type { Flight } from '../flight/flight';
import { figure } from '../measure/figure';
import { stallFindings } from './stalled';
import { lastingTimes, type SampleTime } from './sample-time';

/** What a gust does is not held against anybody; what goes farther beyond bends the airplane. */
const GUST_KT = 2;
const GUST_S = 2;
const HARD_KT = 5;
/** More than this is out: what is on its way up is not. */
const OUT_FLAPS_DEG = 2;
const OUT_GEAR = 0.2;

/** Something that may be out, or the airplane itself, and the speed above which it may not be. */
interface Limit {
  kind: 'flaps-too-fast' | 'gear-too-fast' | 'overspeed';
  title: string;
  limit_kt: number;
  /** Over the limit by this is hard, kt. */
  hard_kt: number;
  counts: (k: number) => boolean;
  what: (k: number) => string;
}

/**
 * Where the student flew outside what the airplane allows: flaps or gear out too fast, above the never-exceed speed; and a stalled wing.
 * By the speed that was shown, or the airplane's own where the instrument lay. In a recovery, and while somebody else flies, that is a
 * matter of its own. Nothing of what was not recorded.
 * @param flight as it is judged
 */
export function limitFindings(
  flight: Flight,
  { aircraft, drill }: Lesson,
  spans: readonly PhaseSpan[]
): Finding[] {
  const flown = spans
    .filter(({ phaseId }) => isOrdinary(phaseById(drill, phaseId)))
    .map(({ start_s, end_s }) => ({
      from: Math.round(start_s * flight.rate_hz),
      to: Math.min(flight.length - 1, Math.round(end_s * flight.rate_hz))
    }));
  const speed = flight.columns.get('ias_kt');
  return [
    ...stallFindings(flight, aircraft, flown),
    ...(speed ? limitsOf(flight, aircraft).flatMap((limit) => beyondLimit(flight, speed, flown, limit)) : [])
  ];
}

function limitsOf(flight: Flight, { speeds, gear: { retractable } }: AircraftFile): Limit[] {
  const flaps = flight.columns.get('flaps_deg');
  const gear = retractable ? flight.columns.get('gear') : undefined;
  const limits: Limit[] = [
    {
      kind: 'overspeed',
      title: 'Above the never-exceed speed',
      limit_kt: speeds.neverExceed_kt,
      hard_kt: 0,
      counts: () => true,
      what: () => 'Flown'
    }
  ];
  if (flaps)
    limits.push({
      kind: 'flaps-too-fast',
      title: 'Flaps out above their speed',
      limit_kt: speeds.flapsExtended_kt,
      hard_kt: HARD_KT,
      counts: (k) => flaps[k]! > OUT_FLAPS_DEG,
      what: (k) => `Flaps ${figure(flaps[k]!)}°`
    });
  if (gear)
    limits.push({
      kind: 'gear-too-fast',
      title: 'Gear out above its speed',
      limit_kt: speeds.gearExtended_kt,
      hard_kt: HARD_KT,
      counts: (k) => gear[k]! > OUT_GEAR,
      what: () => 'Gear out'
    });
  return limits;
}

/** The times above one limit, said once by the fastest of them. */
function beyondLimit(
  flight: Flight,
  speed: ArrayLike<number>,
  flown: readonly SampleTime[],
  { kind, title, limit_kt, hard_kt, counts, what }: Limit
): Finding[] {
  const least = GUST_S * flight.rate_hz;
  const times = flown.flatMap((part) =>
    lastingTimes(part, least, (k) => counts(k) && speed[k]! > limit_kt + GUST_KT)
  );
  const fastestOf = ({ from, to }: SampleTime) => {
    let at = from;
    for (let k = from; k <= to; k++) if (speed[k]! > speed[at]!) at = k;
    return at;
  };
  const fastest = times
    .map((time) => ({ ...time, at: fastestOf(time) }))
    .reduce<(SampleTime & { at: number }) | null>(
      (a, b) => (a && speed[a.at]! >= speed[b.at]! ? a : b),
      null
    );
  if (!fastest) return [];
  const over_kt = speed[fastest.at]! - limit_kt;
  const lasted_s = times.reduce((sum, { from, to }) => sum + (to - from), 0) / flight.rate_hz;
  return [
    finding(
      kind,
      over_kt > hard_kt ? 'hard' : 'fault',
      title,
      {
        moment_s: fastest.at / flight.rate_hz,
        start_s: fastest.from / flight.rate_hz,
        end_s: fastest.to / flight.rate_hz
      },
      `${what(fastest.at)} at ${figure(speed[fastest.at]!)} kt, where ${figure(limit_kt)} kt is the most; above it for ${figure(lasted_s)} s.`,
      { channel: 'ias_kt', side: 'above', worth: MOMENT_S + over_kt * lasted_s }
    )
  ];
}
