import { turnRadius } from '../air/level-turn';
import type { NavigationGoal } from '../drill/drill';
import { isByStation } from '../drill/reference';
import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing, normaliseSigned } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { procedureTurnRate } from '../procedure/turn';
import { NEAR_STATION_NM } from '../radio/station-nearness';
import { straight, type Steering, type SteeringOrder } from './steering';

/** Largest angle at which a course is come back to: while it is held, and once it was joined. */
const CORRECTION_DEG = 25;
const JOINED_CORRECTION_DEG = 30;
/** A runway that is seen is turned to as far as that takes: it is the end of a turn, not a correction. */
const SEEN_CORRECTION_DEG = 70;
/** Who leans to one side is content there, share of full scale. */
const CONTENT_SHARE = 0.45;
const REACTION_S = 2.5;
/** Close to a station a bearing that is off grows so many times within so long; one that is hardly off need not. */
const RUNS_AWAY_S = 12;
const RUNS_AWAY_TIMES = 1.35;
const SLIGHTLY_OFF_DEG = 3;

/** A correction that stays away is found to be wanting over so many seconds, while it is small. */
const LEARNS_S = 70;
const LEARNS_AT_MOST_S = 5;
const LEARNS_BELOW_DEG = 12;
const MOST_LEARNT_DEG = 12;
const SAME_COURSE_DEG = 5;

/** Joins and holds courses, well or by habit. */
export interface CourseTracker {
  begin(): void;
  /** A course goal: intercepted first where it asks for that. */
  fly(time_s: number, heading_deg: number, goal: Extract<NavigationGoal, { kind: 'course' }>): SteeringOrder;
  track(time_s: number, course_deg: number, largest_deg: number): SteeringOrder;
}

/** Joins and holds courses for one simulated navigator. */
export function courseTracker(steering: Steering): CourseTracker {
  const { sense, habits, told } = steering;
  let leaning = 0;
  /** The side a correction goes to, while one stands. */
  let correcting = 0;
  /** Since when it is reckoned to be close to the station, and how far off the course it was then. */
  let nearing: { since_s: number; off_deg: number } | null = null;
  /** What has been found to be wanting in the wind as it was briefed, or in the heading as it is shown; for which course, and when last looked at. */
  const learnt = { for_deg: NaN, off_deg: 0, at_s: 0 };

  /** Who stays off to the same side takes a little more correction, and keeps it. */
  function learn(time_s: number, course_deg: number, back_deg: number): number {
    if (!(Math.abs(normaliseSigned(course_deg - learnt.for_deg)) < SAME_COURSE_DEG))
      Object.assign(learnt, { for_deg: course_deg, off_deg: 0, at_s: time_s });
    const seconds = Math.min(LEARNS_AT_MOST_S, time_s - learnt.at_s);
    learnt.at_s = time_s;
    if (Math.abs(back_deg) < LEARNS_BELOW_DEG)
      learnt.off_deg = clamp(
        learnt.off_deg + (back_deg * seconds) / LEARNS_S,
        -MOST_LEARNT_DEG,
        MOST_LEARNT_DEG
      );
    return learnt.off_deg;
  }

  /** Close to the station, as reckoned; a bearing that ought to run away there and does not says that it is farther off. */
  function isNear(time_s: number, course_deg: number): boolean {
    if (!isByStation(steering.reference) || sense.toStation_nm() >= NEAR_STATION_NM) {
      nearing = null;
      return false;
    }
    const share = Math.abs(sense.by(course_deg).right_nm) / Math.max(0.01, sense.toStation_nm());
    const off_deg = Math.asin(Math.min(1, share)) * DEGREES_PER_RADIAN;
    nearing ??= { since_s: time_s, off_deg };
    return (
      time_s - nearing.since_s < RUNS_AWAY_S ||
      off_deg < SLIGHTLY_OFF_DEG ||
      off_deg > RUNS_AWAY_TIMES * nearing.off_deg
    );
  }

  function track(time_s: number, course_deg: number, largest_deg: number): SteeringOrder {
    const { right_nm } = sense.by(course_deg);
    const off = steering.needle(course_deg);
    const near = isNear(time_s, course_deg);
    if (steering.joined && habits.ignoresWind > 0) return withoutWind(time_s, course_deg, off, near);
    if (steering.joined && habits.chasesNeedle > 0 && !near) return chase(time_s, course_deg, off);
    if (steering.joined && habits.keepsTurning > 0 && !near) return stillTurning(time_s, course_deg, off);
    if (near) return straight(steering.headingFor(course_deg));
    const back_deg = steering.angleBack(right_nm - content_nm(time_s), largest_deg);
    const more_deg =
      steering.joined && steering.goal?.kind === 'course' ? learn(time_s, course_deg, back_deg) : 0;
    // A runway that is seen is lined up with all the time.
    return steering.hold(time_s, steering.headingFor(course_deg + back_deg + more_deg), steering.looksOut);
  }

  /** How far right of the course it is content to be. */
  function content_nm(time_s: number): number {
    if (habits.leansRight === 0 || !steering.joined || steering.looksOut) return 0;
    told('leansRight', time_s);
    return steering.aside_nm(CONTENT_SHARE * habits.leansRight);
  }

  /** Flies the course as a heading, and goes back to that whenever the needle is back. */
  function withoutWind(time_s: number, course_deg: number, off: number, near: boolean): SteeringOrder {
    if (correcting === 0 && Math.abs(off) > 0.3 && !near) {
      correcting = -Math.sign(off);
      told('ignoresWind', time_s);
    } else if (correcting !== 0 && off * -correcting < 0.04) correcting = 0;
    return steering.hold(time_s, course_deg + 25 * correcting, true);
  }

  /** Another correction every few seconds, before the last has acted. */
  function chase(time_s: number, course_deg: number, off: number): SteeringOrder {
    if (time_s - steering.order.at_s > 3) {
      if (Math.abs(off) > 0.04) {
        leaning = clamp(leaning - 11 * Math.sign(off), -38, 38);
        told('chasesNeedle', time_s);
      }
      const heading_deg = normaliseBearing(steering.headingFor(course_deg) + leaning);
      steering.order = { heading_deg, at_s: time_s };
    }
    return straight(steering.order.heading_deg);
  }

  /** Keeps the bank in until the needle is centred, and so goes through the course. */
  function stillTurning(time_s: number, course_deg: number, off: number): SteeringOrder {
    if (correcting === 0 && Math.abs(off) > 0.1) {
      correcting = -Math.sign(off);
      told('keepsTurning', time_s);
    } else if (correcting !== 0 && off * -correcting < 0.02) correcting = 0;
    if (correcting === 0) return straight(course_deg);
    return { heading_deg: steering.headingFor(course_deg), direction: 0, bank_deg: 9 * correcting };
  }

  /** How far from the course the turn onto it begins, NM. */
  function lead_nm(angle_rad: number): number {
    const { tas_kt } = steering;
    if (habits.turnsOnLate > 0) return -0.7 * habits.turnsOnLate;
    return (
      turnRadius(tas_kt, procedureTurnRate(tas_kt)) * (1 - Math.cos(angle_rad)) +
      (tas_kt * Math.sin(angle_rad) * REACTION_S) / 3600
    );
  }

  return {
    begin() {
      leaning = 0;
      correcting = 0;
      nearing = null;
    },
    track,
    fly(time_s, heading_deg, { course_deg, intercept_deg }) {
      if (intercept_deg === null || steering.joined) {
        steering.joined = true;
        const onCourse_deg = intercept_deg === null ? CORRECTION_DEG : JOINED_CORRECTION_DEG;
        return track(time_s, course_deg, steering.looksOut ? SEEN_CORRECTION_DEG : onCourse_deg);
      }
      const { right_nm } = sense.by(course_deg);
      if (correcting === 0) correcting = right_nm > 0 ? -1 : 1;
      const heading = course_deg + correcting * intercept_deg;
      const angle = Math.abs(normaliseSigned(heading_deg - course_deg)) * RADIANS_PER_DEGREE;
      if (right_nm * -correcting < lead_nm(angle)) {
        steering.joined = true;
        correcting = 0;
        steering.order.at_s = -Infinity;
        if (habits.turnsOnLate > 0) told('turnsOnLate', time_s);
      }
      return straight(normaliseBearing(heading));
    }
  };
}
