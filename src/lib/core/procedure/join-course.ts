import { RADIANS_PER_DEGREE, normaliseBearing, normaliseSigned } from '../measure/angle';
import type { Wind } from '../air/wind';
import { airPath, byCourse, type AirPath } from './air-path';
import { turnRadius } from '../air/level-turn';
import { procedureTurnRate } from './turn';

/** What a path is flown in, and the course it is to join. */
export interface Joining {
  tas_kt: number;
  wind: Wind;
  course_deg: number;
  /** Heading that holds the course in this wind. */
  courseHeading_deg: number;
}

/** Nearer than this the course is joined already, NM. */
const JOINED_NM = 0.03;
const LONGEST_S = 300;

/**
 * Turns from wherever the path is to the course inbound: round to an intercept from the side the turn comes out on, along it,
 * and onto the course with the lead the angle asks for. Stops at the fix when the course is not reached before.
 * @param direction of the turn; @param side where the airplane is expected to come out, +1 right of the course
 * @param step hears each stretch by its words, and flies it
 */
export function joinCourse(
  path: AirPath,
  { tas_kt, wind, course_deg, courseHeading_deg }: Joining,
  direction: 1 | -1,
  side: 1 | -1,
  angle_deg: number,
  step: (words: string, work: () => void) => void
): void {
  const rate = procedureTurnRate(tas_kt);
  const aside = (at: { north_nm: number; east_nm: number }) => byCourse(at, course_deg).right_nm;
  const way = (turn: 1 | -1) => (turn === 1 ? 'right' : 'left');
  const onto = (to_deg: number) => {
    const { north_nm, east_nm, heading_deg } = path.here();
    return aside(
      airPath({ north_nm, east_nm, heading_deg }, tas_kt, wind, rate).turn(direction, to_deg).here()
    );
  };
  // A turn that comes out on the far side is held on to meet the course from there, or rolled out on it.
  const cut = [side, -side]
    .map((from) => ({ from, heading: normaliseBearing(course_deg - from * angle_deg) }))
    .find(({ from, heading }) => onto(heading) * from > JOINED_NM);
  if (!cut || Math.abs(onto(courseHeading_deg)) < JOINED_NM) {
    step(`turn ${way(direction)} inbound`, () => path.turn(direction, courseHeading_deg));
    return;
  }
  step(`turn ${way(direction)} to intercept`, () => path.turn(direction, cut.heading));
  const lead = turnRadius(tas_kt, rate) * (1 - Math.cos(angle_deg * RADIANS_PER_DEGREE));
  step('to the inbound course', () =>
    path.until((at) => aside(at) * cut.from <= lead || byCourse(at, course_deg).along_nm >= 0, LONGEST_S)
  );
  const last = normaliseSigned(courseHeading_deg - path.here().heading_deg) >= 0 ? 1 : -1;
  step(`turn ${way(last)} inbound`, () => path.turn(last, courseHeading_deg));
}
