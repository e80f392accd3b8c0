import type { Lesson } from '../drill/lesson';
import type { ConfigurationMeasure, DecisionMeasure, SpeedFirstMeasure } from './descent-measure';
import type { Verdict } from './corridor-measure';
import type { RecoveryMeasure } from './recovery-measure';
import type { LevelOffMeasure, RollOutMeasure } from './transition-measure';

/** Speed above the target at which lowering the nose still counts as "speed first". */
export const SPEED_FIRST_MARGIN_KT = 5;
/** Leaving the descent higher than this above the decision altitude is early. */
export const EARLY_MARGIN_FT = 50;
/** Without the heading indicator a roll-out may be this many times as far off. */
const WITHOUT_HEADING = 2;
/** A recovery that has not begun by now is slow. */
export const SLOW_RECOVERY_S = 3;
/** Off by no more than this many tolerances, a transition is put right, not failed. */
const PUT_RIGHT = 2;

/** How far off a roll-out may be in this lesson, degrees. */
export function rollOutTolerance({ tolerance, covered }: Lesson): number {
  return tolerance.rollOut_deg * (covered.includes('heading') ? WITHOUT_HEADING : 1);
}

function byError(error: number, allowed: number): Verdict {
  return error <= allowed ? 'met' : error <= PUT_RIGHT * allowed ? 'met with prompt correction' : 'not met';
}

export function speedFirstVerdict(m: SpeedFirstMeasure): Verdict {
  return Math.round(m.ias_kt) - m.asked_kt > SPEED_FIRST_MARGIN_KT ? 'not met' : 'met';
}

/** Whether what was set is what was asked for. */
export function isConfigured(m: ConfigurationMeasure): boolean {
  return (
    Math.abs(m.flaps_deg - m.askedFlaps_deg) <= 2 && (m.gear === null || Math.abs(m.gear - m.askedGear) < 0.5)
  );
}

/** What a decision was: below counts before late, and early is neither. */
export function decisionFault({ tolerance }: Lesson, m: DecisionMeasure): 'below' | 'early' | 'late' | null {
  const below = m.altitude_ft - m.lowest_ft;
  if (below > tolerance.belowDecision_ft) return 'below';
  if (-below > EARLY_MARGIN_FT) return 'early';
  return m.toClimb_s === null || m.toClimb_s > tolerance.climbWithin_s ? 'late' : null;
}

/** Beyond the altitude, or stopped short of it, by more than is allowed. */
export function levelOffError(m: LevelOffMeasure): number {
  return Math.max(m.beyond_ft, -(m.stopped_ft ?? 0));
}

export function levelOffVerdict({ tolerance }: Lesson, m: LevelOffMeasure): Verdict {
  return byError(levelOffError(m), tolerance.levelOff_ft);
}

export function rollOutVerdict(lesson: Lesson, m: RollOutMeasure): Verdict {
  return byError(Math.abs(m.error_deg), rollOutTolerance(lesson));
}

export function recoveryVerdict(m: RecoveryMeasure): Verdict {
  if (m.stalledAgain_s !== null || m.overspeed_s !== null || !m.rightOrder || m.firstInput_s === null)
    return 'not met';
  return byError(m.firstInput_s, SLOW_RECOVERY_S);
}
