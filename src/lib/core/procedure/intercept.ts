import { RADIANS_PER_DEGREE, normaliseBearing, normaliseSigned } from '../measure/angle';
import { groundTrack, type Wind } from '../air/wind';
import { turnRadius } from '../air/level-turn';
import { procedureTurnRate } from './turn';
import { windTriangle, type NoCourse } from './wind-triangle';

/** Where a course is to be joined from. */
export interface Intercept {
  course_deg: number;
  /** Distance from the course, NM; + = airplane right of it. */
  crossTrack_nm: number;
  /** Angle between heading and course, (0, 90]. */
  angle_deg: number;
}

/** One way of joining a course. */
export interface InterceptPlan {
  kind: 'planned';
  heading_deg: number;
  track_deg: number;
  groundspeed_kt: number;
  /** How fast the course comes nearer, kt. */
  closing_kt: number;
  time_s: number;
  /** Way made good along the course until it is reached, NM; − = away from where the course leads. */
  along_nm: number;
  /** Turn onto the course begins this far from it, NM. */
  leadTurn_nm: number;
  /** Heading on the course afterwards. */
  courseHeading_deg: number;
}

/**
 * Heading, time and lead for an intercept at an angle, in wind.
 * @returns `impossible` when the wind keeps the airplane from closing at this angle, or the course cannot be held
 */
export function planIntercept(
  { course_deg, crossTrack_nm, angle_deg }: Intercept,
  tas_kt: number,
  wind: Wind
): InterceptPlan | NoCourse {
  const toward = crossTrack_nm > 0 ? -1 : 1;
  const heading_deg = normaliseBearing(course_deg + toward * angle_deg);
  const { track_deg, groundspeed_kt } = groundTrack(heading_deg, tas_kt, wind);
  const off = normaliseSigned(track_deg - course_deg) * RADIANS_PER_DEGREE;
  const closing_kt = toward * groundspeed_kt * Math.sin(off);
  if (closing_kt <= 0.5)
    return {
      kind: 'impossible',
      reason: `at ${angle_deg}° the wind carries the airplane away from the course as fast as it turns to it; take more`
    };
  const after = windTriangle(course_deg, tas_kt, wind);
  if (after.kind === 'impossible') return after;
  const time_s = (Math.abs(crossTrack_nm) / closing_kt) * 3600;
  const turned = Math.abs(normaliseSigned(track_deg - course_deg)) * RADIANS_PER_DEGREE;
  return {
    kind: 'planned',
    heading_deg,
    track_deg,
    groundspeed_kt,
    closing_kt,
    time_s,
    along_nm: (groundspeed_kt * Math.cos(off) * time_s) / 3600,
    leadTurn_nm: turnRadius(groundspeed_kt, procedureTurnRate(tas_kt)) * (1 - Math.cos(turned)),
    courseHeading_deg: after.heading_deg
  };
}
