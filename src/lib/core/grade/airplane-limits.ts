import { phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { finding, MOMENT_S, type Finding } from '../finding/finding';
import type { Flight } from '../flight/flight';
import { figure } from '../measure/figure';

/** What a gust does is not held against anybody; what goes farther beyond bends the airplane. */
const GUST_KT = 2;
const GUST_S = 2;
const HARD_KT = 5;
/** More than this is out: what is on its way up is not. */
const OUT_FLAPS_DEG = 2;
const OUT_GEAR = 0.2;

/** A time above the most there may be. */
interface Beyond {
  from: number;
  to: number;
  /** The sample in which it was the fastest. */
  at: number;
}

/**
 * Flaps or gear out at more than the airplane allows, by the speed that was shown, in what the student flew. In a recovery the
 * speed is a matter of its own. Nothing where speed, flaps or gear were not recorded.
 */
export function limitFindings(
  recorded: Flight,
  { aircraft, drill }: Lesson,
  spans: readonly PhaseSpan[]
): Finding[] {
  const speed = recorded.columns.get('ias_kt');
  if (!speed) return [];
  const { flapsExtended_kt, gearExtended_kt } = aircraft.speeds;
  const flown = spans.filter(({ phaseId }) => {
    const { upset, recovery, corridors } = phaseById(drill, phaseId);
    return upset === null && !recovery && corridors.length > 0;
  });
  const beyond = (out: (k: number) => boolean, limit_kt: number): Beyond[] => {
    const found: Beyond[] = [];
    for (const { start_s, end_s } of flown) {
      const last = Math.min(recorded.length - 1, Math.round(end_s * recorded.rate_hz));
      let from: number | null = null;
      let at = 0;
      for (let k = Math.round(start_s * recorded.rate_hz); k <= last + 1; k++) {
        if (k <= last && out(k) && speed[k]! > limit_kt + GUST_KT) {
          if (from === null || speed[k]! > speed[at]!) at = k;
          from ??= k;
        } else {
          if (from !== null && k - from >= GUST_S * recorded.rate_hz) found.push({ from, to: k - 1, at });
          from = null;
        }
      }
    }
    return found;
  };
  const say = (
    kind: 'flaps-too-fast' | 'gear-too-fast',
    times: readonly Beyond[],
    limit_kt: number,
    what: (k: number) => string
  ): Finding[] => {
    if (times.length === 0) return [];
    const worst = times.reduce((a, b) => (speed[b.at]! > speed[a.at]! ? b : a));
    const over_kt = speed[worst.at]! - limit_kt;
    const time = (k: number) => k / recorded.rate_hz;
    const lasted_s = times.reduce((sum, { from, to }) => sum + time(to - from), 0);
    return [
      finding(
        kind,
        over_kt > HARD_KT ? 'hard' : 'fault',
        kind === 'flaps-too-fast' ? 'Flaps out above their speed' : 'Gear out above its speed',
        { moment_s: time(worst.at), start_s: time(worst.from), end_s: time(worst.to) },
        `${what(worst.at)} at ${figure(speed[worst.at]!)} kt, where ${figure(limit_kt)} kt is the most; above it for ${figure(lasted_s)} s.`,
        { channel: 'ias_kt', side: 'above', worth: MOMENT_S + over_kt * lasted_s }
      )
    ];
  };
  const flaps = recorded.columns.get('flaps_deg');
  const gear = aircraft.gear.retractable ? recorded.columns.get('gear') : undefined;
  return [
    ...(flaps
      ? say(
          'flaps-too-fast',
          beyond((k) => flaps[k]! > OUT_FLAPS_DEG, flapsExtended_kt),
          flapsExtended_kt,
          (k) => `Flaps ${figure(flaps[k]!)}°`
        )
      : []),
    ...(gear
      ? say(
          'gear-too-fast',
          beyond((k) => gear[k]! > OUT_GEAR, gearExtended_kt),
          gearExtended_kt,
          () => 'Gear out'
        )
      : [])
  ];
}
