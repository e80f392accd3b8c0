import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing } from '../measure/angle';
import type { Wind } from '../air/wind';

/** How a course is flown in a wind. */
export interface WindTriangle {
  kind: 'flown';
  /** + = nose right of course. */
  windCorrectionAngle_deg: number;
  /** [0, 360). */
  heading_deg: number;
  groundspeed_kt: number;
  /** Along the course, + = against; across it, + = from the right. */
  headwind_kt: number;
  crosswind_kt: number;
}

/** Why a course cannot be held. */
export interface NoCourse {
  kind: 'impossible';
  reason: string;
}

/**
 * Wind triangle: heading and groundspeed on a course. Course and wind from the same north.
 * @param tas_kt > 0
 * @returns `impossible` when the crosswind is as strong as the airplane, or the headwind leaves nothing over the ground
 */
export function windTriangle(course_deg: number, tas_kt: number, wind: Wind): WindTriangle | NoCourse {
  const angle = (wind.from_deg - course_deg) * RADIANS_PER_DEGREE;
  const crosswind_kt = wind.speed_kt * Math.sin(angle);
  const headwind_kt = wind.speed_kt * Math.cos(angle);
  const sine = crosswind_kt / tas_kt;
  if (Math.abs(sine) >= 1)
    return {
      kind: 'impossible',
      reason: `a crosswind of ${Math.abs(Math.round(crosswind_kt))} kt is more than ${Math.round(tas_kt)} kt of airspeed can hold`
    };
  const correction = Math.asin(sine);
  const groundspeed_kt = tas_kt * Math.cos(correction) - headwind_kt;
  if (groundspeed_kt <= 0)
    return {
      kind: 'impossible',
      reason: `a headwind of ${Math.round(headwind_kt)} kt leaves no way over the ground at ${Math.round(tas_kt)} kt`
    };
  const windCorrectionAngle_deg = correction * DEGREES_PER_RADIAN;
  return {
    kind: 'flown',
    windCorrectionAngle_deg,
    heading_deg: normaliseBearing(course_deg + windCorrectionAngle_deg),
    groundspeed_kt,
    headwind_kt,
    crosswind_kt
  };
}

/** The largest drift a wind can give, degrees: exactly, asin(W/V), and by the rule 60·W/V. 90 when the wind is the stronger. */
export function maximumDrift(tas_kt: number, windSpeed_kt: number): { exact_deg: number; rule_deg: number } {
  const share = windSpeed_kt / tas_kt;
  return { exact_deg: share >= 1 ? 90 : Math.asin(share) * DEGREES_PER_RADIAN, rule_deg: 60 * share };
}
