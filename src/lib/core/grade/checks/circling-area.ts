import { placeAt } from '../../earth/geodesic';
import type { Place } from '../../earth/local-plane';
import { byRunway } from '../../flight/runway-in-sight';
import { clamp } from '../../measure/clamp';
import { FEET_PER_NAUTICAL_MILE, METRES_PER_NAUTICAL_MILE } from '../../measure/units';
import type { Runway } from '../../radio/world';

interface Point {
  x_nm: number;
  y_nm: number;
}

/**
 * How far places are from the runways of an airport, NM ≥ 0, as the area protected for circling is drawn: arcs about the ends of every runway,
 * joined by their tangents. So it is told from the lines between the ends: abeam the middle of a long runway no more is used up than abeam its end.
 * @param about the runway the plane is laid on @param variation_deg + = east
 */
export function fromRunways(
  about: Runway,
  runways: readonly Runway[],
  variation_deg: number
): (place: Place) => number {
  const point = (place: Place): Point => {
    const { before_nm, aside_m } = byRunway(about, place, variation_deg);
    return { x_nm: -before_nm, y_nm: aside_m / METRES_PER_NAUTICAL_MILE };
  };
  const ends = runways.flatMap((runway) => [
    point(runway),
    point(placeAt(runway, runway.course_deg + variation_deg, runway.length_ft / FEET_PER_NAUTICAL_MILE))
  ]);
  const lines = ends.flatMap((end, i) => ends.slice(i + 1).map((other) => [end, other] as const));
  return (place) => {
    const at = point(place);
    return Math.min(...lines.map(([a, b]) => fromLine(at, a, b)));
  };
}

/** Ends that two runways share are no line, and one place. */
function fromLine(at: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x_nm - a.x_nm, b.y_nm - a.y_nm];
  const along = ((at.x_nm - a.x_nm) * dx + (at.y_nm - a.y_nm) * dy) / (dx * dx + dy * dy || 1);
  const nearest = clamp(along, 0, 1);
  return Math.hypot(at.x_nm - a.x_nm - nearest * dx, at.y_nm - a.y_nm - nearest * dy);
}
