import { pressureAltitudeFor, trueFromIndicated } from '../air/atmosphere';
import { bankForTurnRate, turnRateAtBank } from '../air/level-turn';
import type { Goal } from './drill';
import type { LessonPlan } from './lesson-plan';

/** What a goal comes to in the lesson's air: true airspeed, turn rate, bank. */

/** True airspeed of a goal at the height the lesson begins at, kt. */
export function tasOf(goal: Goal, plan: LessonPlan): number {
  const pressureAltitude = pressureAltitudeFor(plan.startAltitude_ft, plan.altimeterSetting_hPa);
  return trueFromIndicated(goal.ias_kt, pressureAltitude, plan.temperatureOffset_K);
}

/** Rate a goal's turn goes at, °/s, ≥ 0, from its bank and the true airspeed where a bank is asked for; 0 without a turn. */
export function turnRateOf(goal: Goal, plan: LessonPlan): number {
  if (goal.lateral.kind !== 'turn') return 0;
  const { rate_degps, bank_deg } = goal.lateral;
  return rate_degps ?? turnRateAtBank(tasOf(goal, plan), bank_deg ?? 0);
}

/** Bank a goal's turn takes, degrees, ≥ 0; 0 without a turn. */
export function bankOf(goal: Goal, plan: LessonPlan): number {
  if (goal.lateral.kind !== 'turn') return 0;
  const { rate_degps, bank_deg } = goal.lateral;
  return bank_deg ?? bankForTurnRate(tasOf(goal, plan), rate_degps ?? 0);
}
