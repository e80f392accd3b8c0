import { FEET_PER_MINUTE_PER_KNOT_AND_DEGREE } from '../measure/units';
import { STANDARD_RATE_DEGPS } from '../air/level-turn';
import { RADIANS_PER_DEGREE, normaliseBearing, turnFromTo } from '../measure/angle';
import { clamp } from '../measure/clamp';

/** What of the radios the autopilot is to follow: nothing, a course, the front course flown from behind, a course with its path. */
export const courseModes = ['off', 'course', 'back course', 'approach'] as const;
export type CourseMode = (typeof courseModes)[number];

/** A needle as the autopilot gets it: share of full scale, + = fly right, or fly up. */
export interface NeedleForAutopilot {
  deflection: number;
  valid: boolean;
}

/** A course needle with the course set beside it, 1…360. */
export interface CourseForAutopilot extends NeedleForAutopilot {
  course_deg: number;
}

/** Of a coupling to a needle: nothing asked, waiting for it, following it, given up because its signal went. */
export const COUPLED = { off: 0, armed: 1, caught: 2, lost: 3 } as const;

/** What builds up while needles are followed. Plain numbers, to be kept with a flight. */
export interface CouplingMemory {
  course: number;
  path: number;
  needle: number;
  /** Change of the needle, full scales a second, smoothed. */
  needleRate: number;
  pathNeedle: number;
  pathRate: number;
  /** What has been learnt of the wind: degrees held into it. */
  windHeld_deg: number;
  /** What has been learnt of the path's steepness and the wind along it, ft/min. */
  rateHeld_fpm: number;
  /** 1: since it was armed, the path has been seen above the airplane. */
  seenFromBelow: number;
  /** How long the signal has been away, s. */
  away_s: number;
  pathAway_s: number;
  /** How long the course has been armed; once it is caught, how long its needle has stood aside, s. */
  waited_s: number;
}

/** An autopilot coupled to nothing, that has seen no needle yet. */
export const freshCouplings = (): CouplingMemory => ({
  course: COUPLED.off,
  path: COUPLED.off,
  needle: 0,
  needleRate: 0,
  pathNeedle: 0,
  pathRate: 0,
  windHeld_deg: 0,
  rateHeld_fpm: 0,
  seenFromBelow: 0,
  away_s: 0,
  pathAway_s: 0,
  waited_s: 0
});

/** A course is caught at no greater angle than this. */
export const STEEPEST_CATCH_DEG = 75;
/** It cuts toward a course with no more than this. */
const STEEPEST_CUT_DEG = 45;
/** Degrees of cut for a full scale, and how far ahead the needle's motion is looked at. */
const CUT_DEG = 40;
const AHEAD_S = 8;
/** Needles of stations far away are slow: the wind is learnt more slowly there, and a station is flown over without them. */
const WIND_LEARNT_S: Record<CourseMode, number> = { off: 1, course: 120, 'back course': 45, approach: 45 };
const SIGNAL_GIVEN_UP_S: Record<CourseMode, number> = {
  off: 0,
  course: 40,
  'back course': 5,
  approach: 5
};
/** A needle that moves faster than this is one over a station: it is not followed. */
const WILD_PER_S = 0.2;
/** A needle that moves more slowly than this stands. */
const STANDS_PER_S = 0.001;
const SMOOTHED_S = 1.5;
/** Within this share a needle counts as in the middle. */
const MIDDLE = 0.12;
const AT_ITS_STOP = 0.98;

/** How long before the needle is centred a turn to the course begins: a quarter turn of angle ψ takes tan(ψ/2)/ω from where its tangent meets the course. */
export function turnLead_s(angle_deg: number): number {
  const ROLL_IN_S = 2;
  return (
    Math.tan((angle_deg / 2) * RADIANS_PER_DEGREE) / (STANDARD_RATE_DEGPS * RADIANS_PER_DEGREE) + ROLL_IN_S
  );
}

/** The needle and course to follow. From behind the needle is the other way round; the course is the end of the line ahead, whichever of the two is set. */
export function asFollowed(
  mode: CourseMode,
  { deflection, course_deg }: CourseForAutopilot,
  heading_deg: number
): { share: number; course_deg: number } {
  if (mode !== 'back course') return { share: deflection, course_deg };
  const ahead = Math.abs(turnFromTo(heading_deg, course_deg)) <= 90;
  return { share: -deflection, course_deg: ahead ? course_deg : normaliseBearing(course_deg + 180) };
}

/** Why a course that is armed is not caught yet. */
export type CourseWait = 'no signal' | 'at its stop' | 'angle' | 'moving away' | 'not toward it' | 'coming';

/** What keeps the course from being caught at this moment; null: it is to be caught. Angle and rate decide. */
export function courseWait(
  share: number,
  rate: number,
  angle_deg: number,
  valid: boolean
): CourseWait | null {
  if (!valid) return 'no signal';
  const aside = Math.abs(share);
  if (aside >= AT_ITS_STOP) return 'at its stop';
  if (angle_deg > STEEPEST_CATCH_DEG) return 'angle';
  if (aside < MIDDLE && angle_deg < 30) return null;
  const opening = Math.sign(share) * rate;
  if (opening > STANDS_PER_S) return 'moving away';
  if (opening > -STANDS_PER_S) return 'not toward it';
  return aside <= turnLead_s(angle_deg) * -opening ? null : 'coming';
}

/**
 * Follows a course needle: armed, it waits; caught, it gives the heading to fly, otherwise null.
 * The course is the one set beside the needle: a localizer does not know it, and a wrong one is flown wrongly.
 */
export function stepCourse(
  memory: CouplingMemory,
  mode: CourseMode,
  needle: CourseForAutopilot | null,
  heading_deg: number,
  dt_s: number
): number | null {
  if (mode === 'off' || !needle) {
    memory.course = COUPLED.off;
    return null;
  }
  const followed = asFollowed(mode, needle, heading_deg);
  if (memory.course === COUPLED.off) {
    memory.course = COUPLED.armed;
    memory.needle = followed.share;
    memory.needleRate = memory.windHeld_deg = memory.away_s = memory.waited_s = 0;
  }
  // What was lost waits again as soon as it is received.
  if (memory.course === COUPLED.lost && needle.valid) memory.course = COUPLED.armed;
  const { share } = followed;
  memory.needleRate += ((share - memory.needle) / dt_s - memory.needleRate) * (dt_s / SMOOTHED_S);
  memory.needle = share;
  const angle_deg = Math.abs(turnFromTo(heading_deg, followed.course_deg));
  if (memory.course === COUPLED.armed) {
    memory.waited_s += dt_s;
    if (courseWait(share, memory.needleRate, angle_deg, needle.valid) !== null) return null;
    memory.course = COUPLED.caught;
    memory.waited_s = 0;
  }
  if (memory.course === COUPLED.lost) return null;
  memory.away_s = needle.valid ? 0 : memory.away_s + dt_s;
  if (memory.away_s > SIGNAL_GIVEN_UP_S[mode] && Math.abs(memory.needleRate) < WILD_PER_S) {
    memory.course = COUPLED.lost;
    return null;
  }
  const steady = needle.valid && Math.abs(memory.needleRate) < WILD_PER_S;
  const toward = steady ? CUT_DEG * (share + AHEAD_S * memory.needleRate) : 0;
  if (steady && Math.abs(share) < 0.6)
    memory.windHeld_deg = clamp(
      memory.windHeld_deg + ((CUT_DEG * share) / WIND_LEARNT_S[mode]) * dt_s,
      -25,
      25
    );
  memory.waited_s = Math.abs(share) > 0.5 ? memory.waited_s + dt_s : 0;
  return normaliseBearing(
    followed.course_deg + clamp(toward + memory.windHeld_deg, -STEEPEST_CUT_DEG, STEEPEST_CUT_DEG)
  );
}

/** Why a path that is armed is not caught yet. */
export type PathWait = 'course first' | 'no signal' | 'above it' | 'below it';

/** What keeps the path from being caught; null: it is to be caught. It is caught from below, and after the course. */
export function pathWait(memory: CouplingMemory, needle: NeedleForAutopilot | null): PathWait | null {
  const STEEPENING_S = 3;
  if (!needle?.valid) return 'no signal';
  const { deflection } = needle;
  if (deflection < -MIDDLE || memory.seenFromBelow === 0) return deflection > 0 ? 'below it' : 'above it';
  if (memory.course !== COUPLED.caught) return 'course first';
  return deflection <= 0.05 + STEEPENING_S * Math.max(0, -memory.pathRate) ? null : 'below it';
}

/**
 * Follows a path needle: gives the rate to fly, ft/min, once the path is caught, otherwise null. A signal that goes for good gives it up.
 * @param tas_kt true airspeed: the first guess at a three-degree rate comes from it
 */
export function stepPath(
  memory: CouplingMemory,
  mode: CourseMode,
  needle: NeedleForAutopilot | null,
  tas_kt: number,
  dt_s: number
): number | null {
  const USUAL_PATH_DEG = 3;
  const FPM_A_SCALE = 500;
  const PATH_AHEAD_S = 5;
  const RATE_LEARNT_S = 40;
  if (mode !== 'approach') {
    memory.path = COUPLED.off;
    return null;
  }
  if (memory.path === COUPLED.off) {
    memory.path = COUPLED.armed;
    memory.pathNeedle = needle?.deflection ?? 0;
    memory.pathRate = memory.rateHeld_fpm = memory.seenFromBelow = memory.pathAway_s = 0;
  }
  const share = needle?.deflection ?? 0;
  memory.pathRate += ((share - memory.pathNeedle) / dt_s - memory.pathRate) * (dt_s / SMOOTHED_S);
  memory.pathNeedle = share;
  if (memory.path === COUPLED.armed) {
    if (needle?.valid && share > MIDDLE) memory.seenFromBelow = 1;
    // Above it with the course not caught in time: it has to be seen from below again.
    if (needle?.valid && share < -MIDDLE) memory.seenFromBelow = 0;
    if (pathWait(memory, needle) !== null) return null;
    memory.path = COUPLED.caught;
  }
  if (memory.path === COUPLED.lost) return null;
  memory.pathAway_s = needle?.valid ? 0 : memory.pathAway_s + dt_s;
  if (memory.pathAway_s > SIGNAL_GIVEN_UP_S[mode] || memory.course !== COUPLED.caught) {
    memory.path = COUPLED.lost;
    return null;
  }
  const steady = needle?.valid === true && Math.abs(memory.pathRate) < WILD_PER_S;
  if (steady)
    memory.rateHeld_fpm = clamp(
      memory.rateHeld_fpm + ((FPM_A_SCALE * share) / RATE_LEARNT_S) * dt_s,
      -400,
      400
    );
  const correcting = steady ? FPM_A_SCALE * (share + PATH_AHEAD_S * memory.pathRate) : 0;
  const straight = -USUAL_PATH_DEG * FEET_PER_MINUTE_PER_KNOT_AND_DEGREE * tas_kt;
  return clamp(straight + memory.rateHeld_fpm + correcting, -1800, 500);
}
