import type { Drill, Phase } from '../drill/drill';
import type { PhaseSpan } from '../drill/phase-tracker';
import { column, sampleAt, type Flight } from '../flight/flight';

/** When a descent was begun, and how fast the airplane was then. */
export interface SpeedFirstMeasure {
  kind: 'speed-first';
  phaseId: string;
  asked_kt: number;
  at_s: number;
  ias_kt: number;
  left_ft: number;
}

/** How a decision altitude was met. */
export interface DecisionMeasure {
  kind: 'decision';
  phaseId: string;
  altitude_ft: number;
  /** When the decision altitude was passed, or, when the climb began above it, the lowest moment. */
  at_s: number;
  passed: boolean;
  /** From the decision altitude to a positive climb; 0 when the climb began above it; null when none came. */
  toClimb_s: number | null;
  lowest_ft: number;
  lowest_s: number;
}

/** What was set when it should have been. */
export interface ConfigurationMeasure {
  kind: 'configuration';
  phaseId: string;
  at_s: number;
  flaps_deg: number;
  askedFlaps_deg: number;
  /** null where the flight did not record it. */
  gear: number | null;
  askedGear: number;
}

/** Sinking at this share of the rate asked for is no longer level flight. */
const LEFT_LEVEL_SHARE = 0.4;
/** The rate needle's lag at most, and the sinking that is looked for behind it: this share of the rate, over so long. */
const NEEDLE_LAG_S = 8;
const SINK_OVER_S = 2;
const SINKING_SHARE = 0.3;
/** A nose pumped eases the sinking for so long, to this rate, and goes on down. */
const EASED_FOR_S = 4;
const STILL_SINKING_FPM = -50;
/** So long before the sinking the level may have been left for good; longer, and it was flown low. */
const LEFT_WITHIN_S = 25;
/** A level is left at so little below it. */
const LEFT_FT = 10;
/** A climb begun early is confirmed some seconds after its lowest point. */
const LOWEST_BEFORE_S = 20;
/** Seconds after the decision altitude in which the lowest point is looked for. */
const LOWEST_WITHIN_S = 30;

export function measureSpeedFirst(
  flight: Flight,
  drill: Drill,
  phase: Phase,
  span: PhaseSpan,
  asked_kt: number
): SpeedFirstMeasure {
  // The phase counts from the clear sinking or the call; the descent itself began where the rate left level. The indicated
  // rate is taken, not the true one: its lag smooths the second-long sinks of rough air, which nobody calls a descent.
  const rate = column(flight, 'verticalSpeed_fpm');
  const { vertical } = phase.goal;
  const asked = vertical.kind === 'level' ? 0 : Math.abs(vertical.verticalSpeed_fpm ?? 0);
  const leaving = -LEFT_LEVEL_SHARE * asked;
  const altitude = column(flight, 'altitude_ft');
  const earlier = drill.phases[drill.phases.indexOf(phase) - 1];
  const before = earlier?.goal.vertical;
  let k = sampleAt(flight, span.start_s);
  // Only as far back as the sinking goes on: a sag before it, come back from, is none of it. A moment's easing is no end.
  if (rate[k]! < leaving) {
    const longest = EASED_FOR_S * flight.rate_hz;
    for (let j = k; j > 0 && rate[j]! < STILL_SINKING_FPM && k - j <= longest; j--)
      if (rate[j]! < leaving) k = j;
  } else while (k < sampleAt(flight, span.end_s) && rate[k]! >= leaving) k += 1;
  // The needle lags behind: the altitude tells when the sinking that it shows began.
  const window = SINK_OVER_S * flight.rate_hz;
  const sank_fpm = (at: number) => ((altitude[at - window]! - altitude[at]!) / SINK_OVER_S) * 60;
  const earliest = Math.max(window, k - NEEDLE_LAG_S * flight.rate_hz);
  while (k > earliest && sank_fpm(k) > SINKING_SHARE * asked) k -= 1;
  // Below what the level allows, in swings as steep as the descent that came up in between but never back: it was left before
  // them. A gentler sag is a sag.
  const allowed_ft = earlier?.corridors.find(({ channel }) => channel === 'altitude_ft')?.below ?? Infinity;
  if (before?.kind === 'level') {
    const longest = Math.max(0, k - LEFT_WITHIN_S * flight.rate_hz);
    let left = k;
    let lowest_ft = altitude[k]!;
    let steepest_fpm = 0;
    for (; left > longest && altitude[left]! < before.altitude_ft - LEFT_FT; left--) {
      lowest_ft = Math.min(lowest_ft, altitude[left]!);
      steepest_fpm = Math.min(steepest_fpm, rate[left]!);
    }
    if (left > longest && lowest_ft < before.altitude_ft - allowed_ft && steepest_fpm < -asked) k = left;
  }
  return {
    kind: 'speed-first',
    phaseId: phase.id,
    asked_kt,
    at_s: k / flight.rate_hz,
    ias_kt: column(flight, 'ias_kt')[k]!,
    left_ft: before?.kind === 'level' ? before.altitude_ft : altitude[k]!
  };
}

export function measureDecision(
  flight: Flight,
  phase: Phase,
  span: PhaseSpan,
  altitude_ft: number
): DecisionMeasure {
  const altitude = column(flight, 'altitude_ft');
  const to = sampleAt(flight, span.start_s + LOWEST_WITHIN_S);
  let lowest = sampleAt(flight, span.start_s - LOWEST_BEFORE_S);
  for (let k = lowest; k <= to; k++) if (altitude[k]! < altitude[lowest]!) lowest = k;
  const passed = altitude[lowest]! < altitude_ft;
  return {
    kind: 'decision',
    phaseId: phase.id,
    altitude_ft,
    at_s: passed ? span.start_s : lowest / flight.rate_hz,
    passed,
    toClimb_s: !passed ? 0 : span.complete ? span.end_s - span.start_s : null,
    lowest_ft: altitude[lowest]!,
    lowest_s: lowest / flight.rate_hz
  };
}

/** null: the phase was over before the configuration was due. */
export function measureConfiguration(
  flight: Flight,
  phase: Phase,
  span: PhaseSpan,
  within_s: number
): ConfigurationMeasure | null {
  if (span.end_s - span.start_s <= within_s) return null;
  const k = sampleAt(flight, span.start_s + within_s);
  return {
    kind: 'configuration',
    phaseId: phase.id,
    at_s: k / flight.rate_hz,
    flaps_deg: column(flight, 'flaps_deg')[k]!,
    askedFlaps_deg: phase.goal.flaps_deg,
    gear: flight.columns.get('gear')?.[k] ?? null,
    askedGear: phase.goal.gear
  };
}
