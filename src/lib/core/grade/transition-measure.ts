import { normaliseBearing, normaliseSigned } from '../measure/angle';
import type { Phase } from '../drill/drill';
import { turnRateOf } from '../drill/goal-in-air';
import type { LessonPlan } from '../drill/lesson-plan';
import type { PhaseSpan } from '../drill/phase-tracker';
import { column, sampleAt, type Flight } from '../flight/flight';
import { swingingOf } from './vertical-swing';

/** How a climb or descent was brought to its altitude; feet beyond it are positive, short of it negative. */
export interface LevelOffMeasure {
  kind: 'level-off';
  phaseId: string;
  altitude_ft: number;
  /**
   * Where it stopped climbing or descending, less the altitude, in the direction it was going: the nearest it came in the
   * first stretch of level flight. null: it was not level before the phase after was over.
   */
  stopped_ft: number | null;
  stopped_s: number | null;
  /** The farthest beyond, ≥ 0. */
  beyond_ft: number;
  beyond_s: number;
  climbing: boolean;
}

/** How a turn was brought to its heading; degrees beyond it in the direction of the turn are positive. */
export interface RollOutMeasure {
  kind: 'roll-out';
  phaseId: string;
  heading_deg: number;
  /** Where the wings came level, less the heading; every whole turn beyond it counted. */
  error_deg: number;
  at_s: number;
  direction: 1 | -1;
}

/** Level: over so long the altitude changes at less than this rate; averaged, so that rough air's sinks do not count. */
const LEVEL_FPM = 150;
const LEVEL_FOR_S = 11;
const WINGS_LEVEL_DEG = 5;
const WINGS_LEVEL_FOR_S = 1;
/** A turn has begun with this much bank. */
const BANKED_DEG = 8;
/** A last half swing may follow the last turn of the rate. */
const AFTER_SWING_S = 8;
/** How long after the phase the transition is still looked for. */
const AFTER_S = 40;
/** A turn that never ends is followed for longer: it may go round. */
const TURNING_ON_S = 150;
/** So much of the way, ft or share, must have been climbed or descended before it can be levelled off. */
const BEGUN_FT = 100;
const BEGUN_SHARE = 0.4;

/**
 * @param until_s when the phase after is over: what follows is another matter
 * @param beyondUntil_s until when going beyond the altitude is still this level-off's
 * @returns null when the airplane neither stopped nor went beyond within what was flown
 */
export function measureLevelOff(
  flight: Flight,
  phase: Phase,
  span: PhaseSpan,
  until_s: number,
  beyondUntil_s: number,
  altitude_ft: number
): LevelOffMeasure | null {
  if (!span.complete || phase.goal.vertical.kind === 'level') return null;
  const altitude = column(flight, 'altitude_ft');
  const climbing = (phase.goal.vertical.verticalSpeed_fpm ?? 1) > 0;
  const way = climbing ? 1 : -1;
  // The phase ends as the altitude comes near; the stopping is looked for from shortly before then.
  const from = sampleAt(flight, Math.max(span.start_s + 4, span.end_s - 18));
  const to = sampleAt(flight, Math.min(until_s, span.end_s + AFTER_S));
  // Where the rate is pumped, a stop is part of a swing: the level-off is looked for after the last of them.
  const swinging =
    phase.goal.vertical.kind === 'rate'
      ? swingingOf(flight, sampleAt(flight, span.start_s), sampleAt(flight, span.end_s))
      : null;
  const swungUntil = swinging ? sampleAt(flight, swinging.end_s + AFTER_SWING_S) : 0;
  // What was never begun cannot be stopped too soon.
  const begin = altitude[sampleAt(flight, span.start_s)]!;
  let farthest = begin;
  for (let k = sampleAt(flight, span.start_s); k <= to; k++)
    if (altitude[k]! * way > farthest * way) farthest = altitude[k]!;
  if ((farthest - begin) * way < Math.min(BEGUN_FT, BEGUN_SHARE * Math.abs(altitude_ft - begin))) return null;
  const window = LEVEL_FOR_S * flight.rate_hz;
  let stopped: number | null = null;
  let beyondAt = from;
  const beyondTo = Math.max(to, sampleAt(flight, Math.min(beyondUntil_s, span.end_s + AFTER_S)));
  for (let k = from; k <= beyondTo; k++) if (altitude[k]! * way > altitude[beyondAt]! * way) beyondAt = k;
  for (let k = from; k <= to; k++) {
    const gained = (altitude[Math.min(to, k + window)]! - altitude[k]!) * way;
    if (stopped === null && k >= swungUntil && k + window <= to && gained < (LEVEL_FPM * LEVEL_FOR_S) / 60)
      stopped = k;
  }
  const beyond_ft = Math.max(0, (altitude[beyondAt]! - altitude_ft) * way);
  if (stopped === null && beyond_ft === 0) return null;
  let nearest_ft: number | null = null;
  for (let k = stopped ?? to; stopped !== null && k <= stopped + window; k++)
    nearest_ft = Math.max(nearest_ft ?? -Infinity, (altitude[k]! - altitude_ft) * way);
  return {
    kind: 'level-off',
    phaseId: phase.id,
    altitude_ft,
    stopped_ft: nearest_ft,
    stopped_s: stopped === null ? null : stopped / flight.rate_hz,
    beyond_ft,
    beyond_s: beyondAt / flight.rate_hz,
    climbing
  };
}

/** @param until_s as above. null: the wings never came level within what was flown, or the turn was never made. */
export function measureRollOut(
  flight: Flight,
  plan: LessonPlan,
  phase: Phase,
  span: PhaseSpan,
  until_s: number,
  heading_deg: number
): RollOutMeasure | null {
  const { lateral } = phase.goal;
  if (!span.complete || lateral.kind !== 'turn') return null;
  const heading = column(flight, 'heading_deg');
  const bank = column(flight, 'bank_deg');
  const start = sampleAt(flight, span.start_s);
  const from = sampleAt(flight, span.start_s + 0.4 * Math.min(phase.expected_s, span.end_s - span.start_s));
  const last = sampleAt(flight, Math.min(until_s, span.end_s + AFTER_S));
  const longest = sampleAt(flight, span.end_s + TURNING_ON_S);
  // Degrees to turn: by the shorter count, or a whole turn more where the phase asks for it.
  const plain = normaliseBearing(lateral.direction * (heading_deg - heading[start]!));
  const asked =
    plain + 360 * Math.max(0, Math.round((phase.expected_s * turnRateOf(phase.goal, plan) - plain) / 360));
  let turned = 0;
  let level = 0;
  let banked = false;
  const turnedAt: number[] = [];
  for (let k = start; k <= longest; k++) {
    if (k > start) turned += lateral.direction * normaliseSigned(heading[k]! - heading[k - 1]!);
    turnedAt.push(turned);
    banked ||= bank[k]! * lateral.direction > BANKED_DEG;
    // What follows is another matter, unless the bank of this turn was never taken out.
    if (k > last && (level > 0 || bank[k]! * lateral.direction < WINGS_LEVEL_DEG)) break;
    if (!banked || k < from) continue;
    level = Math.abs(bank[k]!) < WINGS_LEVEL_DEG ? level + 1 : 0;
    const began = k - level + 1;
    const error = (turnedAt[began - start] ?? turned) - asked;
    // A pause half way round is not the roll-out.
    if (level >= WINGS_LEVEL_FOR_S * flight.rate_hz && error > -60) {
      return {
        kind: 'roll-out',
        phaseId: phase.id,
        heading_deg,
        error_deg: error,
        at_s: began / flight.rate_hz,
        direction: lateral.direction
      };
    }
  }
  return null;
}
