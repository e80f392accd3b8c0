import type { Lesson } from '../../drill/lesson';
import type { Verdict } from '../corridor-measure';
import type { ArcMeasure } from './arc-measure';
import type { TrackingMeasure } from './tracking-measure';
import type { InterceptMeasure } from './intercept-measure';
import type { PassageMeasure, ReversalMeasure, StationTimeMeasure } from './fix-measure';
import type { CircuitMeasure, HoldMeasure } from './hold-measure';
import type { SetUpMeasure } from './set-up-measure';

/** What measures of radio navigation are worth: the words and the grade both follow from these. */

/** Courses may be set this far off. */
export const COURSE_SET_WITHIN_DEG = 5;
/** Through a course by no more than half of full scale; by this much it is still put right, not failed. */
export const OVERSHOOT_SHARE = 0.5;
const OVERSHOOT_PUT_RIGHT = 1;
/** A heading this far from the course was flown to meet it. */
const LEAST_INTERCEPT_DEG = 10;
const STATION_TIME_SHARE = 0.2;
/** An inbound leg may be off by this much; and a clock started or a turn begun. */
export const INBOUND_WITHIN_S = 10;
export const CLOCK_WITHIN_S = 6;
/** Rolled out inbound this near to the course, share of full scale. */
export const ROLL_OUT_WITHIN = 0.75;

export function setUpFaults(
  m: SetUpMeasure
): ('not-tuned' | 'not-identified' | 'wrong-course' | 'wrong-source')[] {
  if (!m.tuned) return ['not-tuned'];
  return [
    ...(m.identified === false ? (['not-identified'] as const) : []),
    ...(m.courseError_deg !== null && Math.abs(m.courseError_deg) > COURSE_SET_WITHIN_DEG
      ? (['wrong-course'] as const)
      : []),
    ...(m.sourceRight ? [] : (['wrong-source'] as const))
  ];
}

export function interceptVerdict(m: InterceptMeasure): Verdict {
  if (m.established_s === null) return 'not met';
  if (m.overshoot <= OVERSHOOT_SHARE || !wasIntercepted(m)) return 'met';
  return m.overshoot <= OVERSHOOT_PUT_RIGHT ? 'met with prompt correction' : 'not met';
}

/** Who comes to a course without a heading to meet it goes through it by something else: chasing, or the station's nearness. */
function wasIntercepted(m: InterceptMeasure): boolean {
  return m.angle_deg !== null && m.angle_deg >= LEAST_INTERCEPT_DEG;
}

/** Most of the swings end in a bank that was kept: otherwise it is chasing. */
const SWING_SHARE = 0.15;
const KEPT_OF_SWINGS = 0.6;
const CHASE_LEAST_OFF_S = 30;
const CHASE_WAITED_SHARE = 0.3;
/** Rolling from side to side all the time is chasing too, however well the needle stays in the middle. */
const CHASE_ROLLS = 8;
const CHASE_ROLLS_EVERY_S = 15;
const CHASE_BANKED_SHARE = 0.3;
/** A drift smaller than this is not worth a correction. */
const WIND_MATTERS_DEG = 3;
const CORRECTION_MISSING_SHARE = 0.5;
const UNCORRECTED_S = 60;
const UNCORRECTED_SHARE = 0.6;
const NEAR_STATION_DEG = 12;

export type TrackingFault =
  | 'still-turning'
  | 'chasing-needle'
  | 'over-correcting-course'
  | 'no-wind-correction'
  | 'chased-near-station';

/** What was wrong with how a course was held: one fault of the needle work at most, the wind, and the last mile. */
export function trackingFaults(m: TrackingMeasure): TrackingFault[] {
  const swings = m.peaks.filter(({ off }) => Math.abs(off) >= SWING_SHARE).length;
  const kept = m.keptTurning_s.length >= 2 && m.keptTurning_s.length >= KEPT_OF_SWINGS * swings;
  const neverWaited = m.off_s >= CHASE_LEAST_OFF_S && m.waited_s < CHASE_WAITED_SHARE * m.off_s;
  const chased = !kept && (neverWaited || rollsAlways(m));
  const missing = Math.abs(m.neededCorrection_deg - (m.driftedWith_deg ?? m.correction_deg));
  const needed = Math.abs(m.neededCorrection_deg);
  const drifted = m.driftedOff_s.length >= 2 && missing > CORRECTION_MISSING_SHARE * needed;
  const never =
    m.uncorrected_s >= UNCORRECTED_S &&
    m.uncorrected_s >= UNCORRECTED_SHARE * m.level_s &&
    Math.abs(m.farthestOff) > 0.25;
  return [
    ...(kept
      ? (['still-turning'] as const)
      : chased
        ? (['chasing-needle'] as const)
        : m.unshrinking
          ? (['over-correcting-course'] as const)
          : []),
    ...(!kept && !chased && !m.unshrinking && needed >= WIND_MATTERS_DEG && (drifted || never)
      ? (['no-wind-correction'] as const)
      : []),
    ...(m.nearStation_deg !== null && m.nearStation_deg > NEAR_STATION_DEG
      ? (['chased-near-station'] as const)
      : [])
  ];
}

/** From one bank to the other, on and on. */
export function rollsAlways(m: TrackingMeasure): boolean {
  const length_s = m.to_s - m.from_s;
  return (
    m.rolls >= CHASE_ROLLS &&
    m.rolls * CHASE_ROLLS_EVERY_S >= length_s &&
    m.banked_s >= CHASE_BANKED_SHARE * length_s
  );
}

/** A course reversal may go this far beyond its limit before it counts, NM: receivers show tenths. */
const LIMIT_SLACK_NM = 0.1;

export function isBeyondLimit(m: ReversalMeasure): boolean {
  return m.farthest_nm > m.within_nm + LIMIT_SLACK_NM;
}

export function isCalled(m: PassageMeasure): boolean {
  return m.called_s !== null && Math.abs(m.called_s) <= m.within_s;
}

export function arcAllowed_nm({ tolerance }: Lesson): number {
  return tolerance.arc_nm ?? 1;
}

export function arcVerdict(lesson: Lesson, m: ArcMeasure): Verdict {
  return Math.max(m.inside_nm, m.outside_nm) <= arcAllowed_nm(lesson) && m.joined_s !== null
    ? 'met'
    : 'not met';
}

export function stationTimeRight(m: StationTimeMeasure): boolean {
  if (m.due_min === null) return true;
  return (
    m.answered_min !== null &&
    Math.abs(m.answered_min - m.due_min) <= Math.max(1, STATION_TIME_SHARE * m.due_min)
  );
}

/** The circuits that count, without the entry. */
export function judgedCircuits(m: HoldMeasure): CircuitMeasure[] {
  return m.circuits.slice(m.firstCircuit);
}

const known = (values: readonly (number | null)[]) => values.filter((v): v is number => v !== null);

/** A leg is timed in whole seconds, as it is read off a stopwatch. */
export function isOnTime(leg_s: number, asked_s: number): boolean {
  return Math.abs(Math.round(leg_s) - asked_s) <= INBOUND_WITHIN_S;
}

/** Whether the circuits come to the leg asked for: the last is within, and all are or it is no worse than the first. */
export function converges(m: HoldMeasure): boolean {
  const legs = known(judgedCircuits(m).map((c) => c.inbound_s));
  const { leg_s } = m;
  if (leg_s === null || legs.length < 2) return false;
  const last = legs.at(-1)!;
  const off = (leg: number) => Math.abs(leg - leg_s);
  return (
    isOnTime(last, leg_s) && (off(last) <= off(legs[0]!) + 2 || legs.every((leg) => isOnTime(leg, leg_s)))
  );
}

/** Inbound legs against the time asked for; null where none was timed or none could be told. */
export function legsVerdict(m: HoldMeasure): Verdict | null {
  const legs = known(judgedCircuits(m).map((c) => c.inbound_s));
  if (m.leg_s === null || legs.length === 0) return null;
  const within = legs.filter((leg) => isOnTime(leg, m.leg_s!));
  if (within.length === legs.length) return 'met';
  return converges(m) ? 'met with prompt correction' : 'not met';
}

/** Circuits whose turn inbound ended off the course. */
export function rollOutsOff(m: HoldMeasure): CircuitMeasure[] {
  return judgedCircuits(m).filter((c) => c.rollOutOff !== null && Math.abs(c.rollOutOff) > ROLL_OUT_WITHIN);
}

/** null where no roll-out inbound could be told. */
export function rollOutsVerdict(m: HoldMeasure): Verdict | null {
  const told = judgedCircuits(m).filter((c) => c.rollOutOff !== null);
  if (told.length === 0) return null;
  const off = rollOutsOff(m);
  if (off.length === 0) return 'met';
  return off.length * 2 > told.length && off.includes(told.at(-1)!)
    ? 'not met'
    : 'met with prompt correction';
}
