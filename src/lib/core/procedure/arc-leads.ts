import { edgeBetween } from '../measure/edge';
import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing } from '../measure/angle';
import type { Wind } from '../air/wind';
import { airPath, byCourse, type PathPoint } from './air-path';
import { procedureTurnRate } from './turn';
import { windTriangle, type NoCourse } from './wind-triangle';

/** What a lead is asked for: radials, courses and wind from the same north. */
export interface ArcTurn {
  radius_nm: number;
  radial_deg: number;
  /** +1 clockwise: radials grow. */
  side: 1 | -1;
}

const LARGEST_LEAD_DEG = 80;

/**
 * How far before an arc the turn onto it begins, NM ≥ 0, along the radial: such that the airplane, turning at the procedure's
 * rate in the wind, touches the arc where its track runs along it. In still air √(D² + 2Dr) − D from an inbound radial and
 * D − √(D² − 2Dr) from an outbound one (D arc radius, r turn radius; from the two circles that touch). In wind the turn is
 * flown: groundspeed and drift are those on the radial and in the turn.
 * @param from inbound: toward the station, from outside the arc; outbound: away from it, from inside
 * @returns `impossible` where the radial cannot be held in this wind
 */
export function leadOntoArc(
  { radius_nm, radial_deg, side }: ArcTurn,
  from: 'inbound' | 'outbound',
  tas_kt: number,
  wind: Wind
): number | NoCourse {
  const inbound = from === 'inbound';
  const triangle = windTriangle(radial_deg + (inbound ? 180 : 0), tas_kt, wind);
  if (triangle.kind === 'impossible') return triangle;
  const turn = (inbound ? -side : side) as 1 | -1;
  const angle = radial_deg * RADIANS_PER_DEGREE;
  /** The nearest (or, from inside, the farthest) the turn comes when it begins at a distance. */
  const reached = (begins_nm: number) => {
    const path = airPath(
      {
        north_nm: begins_nm * Math.cos(angle),
        east_nm: begins_nm * Math.sin(angle),
        heading_deg: triangle.heading_deg
      },
      tas_kt,
      wind,
      procedureTurnRate(tas_kt)
    ).turn(turn, triangle.heading_deg + turn * 170);
    return extremum(path.points, inbound);
  };
  const begins = root((distance) => reached(distance) - radius_nm, 0.01, 3 * radius_nm + 10);
  return Math.max(0, inbound ? begins - radius_nm : radius_nm - begins);
}

/**
 * Degrees of radial before the last one at which the turn from the arc inbound onto it begins: asin(r/(D − r)) in still air
 * (the turn's circle inside the arc's); in wind the turn is flown.
 * @returns `impossible` where arc or radial cannot be held in this wind
 */
export function leadOffArc(
  { radius_nm, radial_deg, side }: ArcTurn,
  tas_kt: number,
  wind: Wind
): number | NoCourse {
  const inboundCourse_deg = normaliseBearing(radial_deg + 180);
  const inbound = windTriangle(inboundCourse_deg, tas_kt, wind);
  if (inbound.kind === 'impossible') return inbound;
  /** How far to the arc's own side of the radial the airplane is as it comes onto the inbound track. */
  const aside = (lead_deg: number) => {
    const at = (radial_deg - side * lead_deg) * RADIANS_PER_DEGREE;
    const along = windTriangle(at * DEGREES_PER_RADIAN + side * 90, tas_kt, wind);
    if (along.kind === 'impossible') return null;
    const path = airPath(
      {
        north_nm: radius_nm * Math.cos(at),
        east_nm: radius_nm * Math.sin(at),
        heading_deg: along.heading_deg
      },
      tas_kt,
      wind,
      procedureTurnRate(tas_kt)
    ).turn(side, inbound.heading_deg);
    return side * byCourse(path.here(), inboundCourse_deg).right_nm;
  };
  const first = aside(0);
  if (first === null) return { kind: 'impossible', reason: 'this wind cannot be held on the arc' };
  return root((lead) => aside(lead) ?? 0, 0, LARGEST_LEAD_DEG);
}

/** Nearest or farthest distance from the station among a path's points, between them by the parabola of three. */
function extremum(points: readonly PathPoint[], nearest: boolean): number {
  const sign = nearest ? 1 : -1;
  const distance = points.map((p) => sign * Math.hypot(p.north_nm, p.east_nm));
  let k = 1;
  while (k < distance.length - 1 && distance[k + 1]! < distance[k]!) k += 1;
  const [a, b, c] = [distance[k - 1]!, distance[k]!, distance[k + 1] ?? distance[k]!];
  const curve = a - 2 * b + c;
  return sign * (curve > 1e-12 ? b - (a - c) ** 2 / (8 * curve) : b);
}

/** Where a function that changes sign once between two values is zero, by halving; the nearer end where it does not. */
function root(value: (at: number) => number, low: number, high: number): number {
  const below = value(low) < 0;
  if (value(high) < 0 === below) return Math.abs(value(low)) < Math.abs(value(high)) ? low : high;
  return edgeBetween((at) => value(at) < 0 !== below, low, high).from;
}
