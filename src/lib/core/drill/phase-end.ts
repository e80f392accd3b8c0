import { turnRateOf } from './goal-in-air';
import { normaliseBearing, turnFromTo } from '../measure/angle';
import { type Condition, type Goal } from './drill';
import type { ConditionFile, PhaseFile, ReadQuantity } from './drill-file';
import { type LessonPlan } from './lesson-plan';

/** How long a phase lasts that says neither how long nor what is to be reached. */
const PLAIN_PHASE_S = 60;
/** Climbs at full power are taken to need no longer than this rate would, ft/min. */
const SLOW_CLIMB_FPM = 350;
/** Airplanes change their speed in level flight by about a knot a second. */
const SECONDS_PER_KNOT = 1.2;
/** Before the altitude the level-off may begin: what ends a climb or descent, ft, or this share of its rate. */
const LEVELLING_FT = 100;
const LEVELLING_SHARE = 0.15;

/** How long a phase should take that does not say so itself, s: the longest of its climb, its turn and its change of speed. */
export function expectedTime(
  from: Goal,
  goal: Goal,
  start: { heading_deg: number; altitude_ft: number },
  plan: LessonPlan,
  written: PhaseFile
): number {
  let longest = 0;
  if (goal.vertical.kind !== 'level') {
    const rate = Math.abs(goal.vertical.verticalSpeed_fpm ?? 2 * SLOW_CLIMB_FPM);
    longest = (Math.abs(goal.vertical.to_ft - start.altitude_ft) / rate) * 60;
  }
  if (goal.lateral.kind === 'turn' && goal.lateral.to_deg !== null) {
    const round =
      typeof written.turn?.by_deg === 'number'
        ? Math.abs(written.turn.by_deg)
        : normaliseBearing(goal.lateral.direction * turnFromTo(start.heading_deg, goal.lateral.to_deg)) ||
          360;
    longest = Math.max(longest, round / turnRateOf(goal, plan));
  }
  if (goal.ias_kt !== from.ias_kt) {
    longest = Math.max(longest, SECONDS_PER_KNOT * Math.abs(goal.ias_kt - from.ias_kt) + 8);
  }
  return longest > 0 ? longest : PLAIN_PHASE_S;
}

/** What ends a phase that says only what is to be reached; never later than well beyond the time it should take. */
export function reached(from: Goal, goal: Goal, expected_s: number, written: PhaseFile): Condition {
  const limit: Condition = { is: 'after', seconds: 2 * expected_s + 40 };
  const parts: Condition[] = [];
  const { vertical, lateral } = goal;
  if (written.recovery) {
    parts.push(
      { is: 'within', channel: 'bank_deg', value: 0, tolerance: 10, for_s: 3 },
      { is: 'within', channel: 'climbRate_fpm', value: 0, tolerance: 500, for_s: 3 }
    );
  } else if (vertical.kind !== 'level') {
    const up = (vertical.verticalSpeed_fpm ?? 1) > 0;
    const lead = Math.max(LEVELLING_FT, LEVELLING_SHARE * Math.abs(vertical.verticalSpeed_fpm ?? 0));
    const beyond = (short: number, for_s: number): Condition => ({
      is: up ? 'above' : 'below',
      channel: 'altitude_ft',
      value: vertical.to_ft + (up ? -short : short),
      for_s
    });
    parts.push({
      is: 'any',
      of: [
        beyond(lead, 0),
        {
          is: 'all',
          of: [
            beyond(lead + 150, 5),
            { is: 'within', channel: 'verticalSpeed_fpm', value: 0, tolerance: 150, for_s: 5 }
          ]
        }
      ]
    });
  }
  if (lateral.kind === 'turn' && lateral.to_deg !== null) {
    parts.push({ is: 'after', seconds: 0.4 * expected_s });
    parts.push({ is: 'within', channel: 'heading_deg', value: lateral.to_deg, tolerance: 25, for_s: 0.5 });
    parts.push({ is: 'within', channel: 'bank_deg', value: 0, tolerance: 5, for_s: 1.5 });
  }
  if (parts.length === 0 && goal.ias_kt !== from.ias_kt) {
    parts.push({ is: 'within', channel: 'ias_kt', value: goal.ias_kt, tolerance: 4, for_s: 4 });
  }
  if (parts.length === 0) return { is: 'after', seconds: expected_s };
  return { is: 'any', of: [parts.length === 1 ? parts[0]! : { is: 'all', of: parts }, limit] };
}

/** A written condition with its figures put in. */
export function conditionOf(file: ConditionFile, read: ReadQuantity, at: string): Condition {
  switch (file.is) {
    case 'any':
    case 'all':
      return { is: file.is, of: file.of.map((part, i) => conditionOf(part, read, `${at}.of.${i}`)) };
    case 'after':
      return { is: 'after', seconds: read(file.seconds, `${at}.seconds`) };
    case 'within':
      return { ...file, value: read(file.value, `${at}.value`) };
    default: {
      const { since, ...rest } = file;
      const condition = { ...rest, value: read(file.value, `${at}.value`) };
      return since === undefined ? condition : { ...condition, since: read(since, `${at}.since`) };
    }
  }
}
