import { placeAt, wayBetween } from '../../earth/geodesic';
import type { Place } from '../../earth/local-plane';
import { RADIANS_PER_DEGREE } from '../../measure/angle';
import { Rejection } from '../../measure/rejection';
import { placeByName, stationById } from '../../radio/station-geometry';
import type { Runway, World } from '../../radio/world';
import type { Approach } from './approach';

/**
 * The runway an approach leads to; of one for circling only the airport's first, from which its distances are told.
 * @throws Rejection when the world has none
 */
export function runwayOf(world: World, { airport, runway }: Approach): Runway {
  const there = world.runways.filter((r) => r.airport === airport);
  const found = runway === null ? there[0] : there.find((r) => r.name === runway);
  if (found) return found;
  const known = world.runways.map((r) => `${r.airport} ${r.name}`).join(', ');
  throw new Rejection(
    there.length === 0 ? 'airport' : 'runway',
    there.length === 0 ? airport : runway,
    known ? `one of the world’s runways: ${known}` : 'a runway of this world, which has none'
  );
}

/** True direction of a magnetic course of an approach. */
export function trueCourse({ variation_deg }: Approach, course_deg: number): number {
  return course_deg + variation_deg;
}

/** A point on the final course, so far before the abeam point of the threshold (NM; negative beyond it). */
export function placeOnFinal(world: World, approach: Approach, before_nm: number): Place {
  const threshold = runwayOf(world, approach);
  const course = trueCourse(approach, approach.finalCourse_deg);
  const aim: Place = approach.station ? stationById(world, approach.station) : threshold;
  // The final course leads through what guides it: an offset one passes the threshold at some distance.
  const way = wayBetween(aim, threshold);
  const ahead_nm = way.distance_nm * Math.cos((way.azimuth_deg - course) * RADIANS_PER_DEGREE);
  return placeAt(aim, course, ahead_nm - before_nm);
}

/** Distance of a place before the threshold along the final course, NM; negative beyond it. Inverse of `placeOnFinal`. */
export function beforeThreshold(world: World, approach: Approach, place: Place): number {
  return byFinal(world, approach, place).before_nm;
}

/** Where a place lies by the final course: before the threshold, < 0 past it, and right of the course, NM. */
export function byFinal(
  world: World,
  approach: Approach,
  place: Place
): { before_nm: number; right_nm: number } {
  return alongFinal(approach, aboutThreshold(world, approach, place));
}

/** A point about the threshold, NM, by the north the approach's courses are told from. */
export interface ThresholdPoint {
  north_nm: number;
  east_nm: number;
}

/** A place about the threshold. @throws Rejection as `runwayOf` does */
export function aboutThreshold(world: World, approach: Approach, place: Place): ThresholdPoint {
  const way = wayBetween(runwayOf(world, approach), place);
  const azimuth = (way.azimuth_deg - approach.variation_deg) * RADIANS_PER_DEGREE;
  return { north_nm: way.distance_nm * Math.cos(azimuth), east_nm: way.distance_nm * Math.sin(azimuth) };
}

/** The same as `byFinal`, of a point about the threshold. */
export function alongFinal(
  { finalCourse_deg }: Pick<Approach, 'finalCourse_deg'>,
  { north_nm, east_nm }: ThresholdPoint
): { before_nm: number; right_nm: number } {
  const course = finalCourse_deg * RADIANS_PER_DEGREE;
  const [north, east] = [Math.cos(course), Math.sin(course)];
  return {
    before_nm: -(north_nm * north + east_nm * east),
    right_nm: east_nm * north - north_nm * east
  };
}

/**
 * Place of what an approach names: a fix of its own, RW and its runway, a fix or station of its world.
 * @throws Rejection naming the field when there is none
 */
export function placeNamed(world: World, approach: Approach, id: string, field: string): Place {
  const own = approach.fixes.find((fix) => fix.id === id);
  if (own) return 'onFinal_nm' in own.at ? placeOnFinal(world, approach, own.at.onFinal_nm) : own.at;
  if (approach.runway !== null && id === `RW${approach.runway}`) return runwayOf(world, approach);
  try {
    return placeByName(world, id, field);
  } catch (error) {
    if (!(error instanceof Rejection)) throw error;
    throw new Rejection(field, id, `a fix of this approach, or a fix or station of ${world.name}`);
  }
}
