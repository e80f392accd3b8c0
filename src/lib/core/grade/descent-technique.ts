import type { LessonPlan } from '../drill/lesson-plan';
import type { PhaseSpan } from '../drill/phase-tracker';
import type { DescentPhase } from '../drill/rate-and-speed-descent';
import { column, sampleAt, type Flight } from '../flight/flight';

/** The moments of a rate-and-speed descent that are judged by their own measures, not by a corridor. null: not reached. */
export interface DescentTechnique {
  /** When the airplane left its level, and how fast it was then. */
  descentBegun: { at_s: number; ias_kt: number; flaps_deg: number } | null;
  /** Flaps once the descent should be steady. */
  flapsInDescent_deg: number | null;
  decision: {
    /** When the decision altitude was passed, or, when the climb began above it, the lowest moment. */
    at_s: number;
    passed: boolean;
    /** From the decision altitude to a positive climb; 0 when the climb began above it. */
    toClimb_s: number | null;
    lowest_ft: number;
    lowest_s: number;
  } | null;
  levelOff: { highest_ft: number; highest_s: number; levelledAt_ft: number; levelledAt_s: number } | null;
}

/** Sinking at this share of the rate asked for is no longer level flight. */
const LEFT_LEVEL_SHARE = 0.4;
/** Levelled: climbing at less than 100 ft/min for this long. */
const LEVELLED_FOR_S = 3;
/** Seconds into the descent by which the configuration should be set. */
const CONFIGURED_WITHIN_S = 15;
/** Seconds after the decision altitude in which the lowest point is looked for. */
const LOWEST_WITHIN_S = 30;

export function descentTechnique(
  flight: Flight,
  plan: LessonPlan,
  spans: readonly PhaseSpan[]
): DescentTechnique {
  const span = (phase: DescentPhase) => spans.find((s) => s.phaseId === phase) ?? null;
  const altitude = column(flight, 'altitude_ft');
  const descent = span('descent');
  const decision = span('decision');
  const levelOff = span('level-off');

  return {
    descentBegun: descent && begun(flight, descent.start_s),
    flapsInDescent_deg:
      descent && descent.end_s - descent.start_s > CONFIGURED_WITHIN_S
        ? column(flight, 'flaps_deg')[sampleAt(flight, descent.start_s + CONFIGURED_WITHIN_S)]!
        : null,
    decision: decision && decided(decision),
    levelOff: levelOff && levelled(levelOff)
  };

  function begun(source: Flight, from_s: number) {
    // The phase counts from the clear sinking; the descent itself began where the rate left level. The indicated rate is
    // taken, not the true one: its lag smooths the second-long sinks of rough air, which nobody calls a descent.
    const rate = column(source, 'verticalSpeed_fpm');
    let k = sampleAt(source, from_s);
    while (k > 0 && rate[k]! < -LEFT_LEVEL_SHARE * plan.descentRate_fpm) k -= 1;
    return {
      at_s: k / source.rate_hz,
      ias_kt: column(source, 'ias_kt')[k]!,
      flaps_deg: column(source, 'flaps_deg')[k]!
    };
  }

  function decided(at: PhaseSpan) {
    const from = sampleAt(flight, at.start_s - 5);
    const to = sampleAt(flight, at.start_s + LOWEST_WITHIN_S);
    const lowestAt = extremeAt(altitude, from, to, -1);
    const passed = altitude[lowestAt]! < plan.decisionAltitude_ft;
    return {
      at_s: passed ? at.start_s : lowestAt / flight.rate_hz,
      passed,
      toClimb_s: !passed ? 0 : at.complete ? at.end_s - at.start_s : null,
      lowest_ft: altitude[lowestAt]!,
      lowest_s: lowestAt / flight.rate_hz
    };
  }

  function levelled(at: PhaseSpan) {
    const from = sampleAt(flight, at.start_s);
    const to = sampleAt(flight, at.end_s);
    const highestAt = extremeAt(altitude, from, to, 1);
    const rate = column(flight, 'climbRate_fpm');
    let k = from;
    let level = 0;
    for (; k < to && level < LEVELLED_FOR_S * flight.rate_hz; k++) level = rate[k]! > 100 ? 0 : level + 1;
    k -= level;
    return {
      highest_ft: altitude[highestAt]!,
      highest_s: highestAt / flight.rate_hz,
      levelledAt_ft: altitude[k]!,
      levelledAt_s: k / flight.rate_hz
    };
  }
}

function extremeAt(values: ArrayLike<number>, from: number, to: number, sign: 1 | -1): number {
  let best = from;
  for (let k = from; k <= to; k++) if (values[k]! * sign > values[best]! * sign) best = k;
  return best;
}
