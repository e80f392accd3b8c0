import { edgeBetween } from '../measure/edge';
import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing, normaliseSigned } from '../measure/angle';
import { windVelocity, type Wind } from '../air/wind';

/** A point of a path over the ground: NM north and east of the fix, by the same north as its headings. */
export interface PathPoint {
  north_nm: number;
  east_nm: number;
  time_s: number;
  heading_deg: number;
}

/** A path flown through moving air from headings and times alone, as a procedure is flown without looking out. */
export interface AirPath {
  readonly points: PathPoint[];
  here(): PathPoint;
  /** Straight on for so long, s ≥ 0. */
  straight(seconds: number): AirPath;
  /** Turns to a heading; +1 right, −1 left. A heading already held is no turn. */
  turn(direction: 1 | -1, to_deg: number): AirPath;
  /** Straight on until something is so, or a limit is over. */
  until(reached: (at: PathPoint) => boolean, limit_s: number): AirPath;
}

/** How finely turns are drawn, s. */
const DRAWN_EVERY_S = 2;
const CHECKED_EVERY_S = 0.25;

/**
 * Exact displacements through the air (straights and arcs) plus the wind's drift over the same time.
 * @param tas_kt > 0; @param rate_degps of all turns, > 0
 */
export function airPath(
  start: { north_nm: number; east_nm: number; heading_deg: number },
  tas_kt: number,
  wind: Wind,
  rate_degps: number
): AirPath {
  const drift = windVelocity(wind);
  const radius_nm = tas_kt / 3600 / (rate_degps * RADIANS_PER_DEGREE);
  const points: PathPoint[] = [{ ...start, heading_deg: normaliseBearing(start.heading_deg), time_s: 0 }];
  const here = () => points[points.length - 1]!;

  function after(
    from: PathPoint,
    seconds: number,
    airNorth: number,
    airEast: number,
    heading_deg: number
  ): PathPoint {
    return {
      north_nm: from.north_nm + airNorth + (drift.north * seconds) / 3600,
      east_nm: from.east_nm + airEast + (drift.east * seconds) / 3600,
      time_s: from.time_s + seconds,
      heading_deg: normaliseBearing(heading_deg)
    };
  }
  function ahead(from: PathPoint, seconds: number): PathPoint {
    const way = (tas_kt * seconds) / 3600;
    const angle = from.heading_deg * RADIANS_PER_DEGREE;
    return after(from, seconds, way * Math.cos(angle), way * Math.sin(angle), from.heading_deg);
  }
  function turned(from: PathPoint, direction: 1 | -1, by_deg: number): PathPoint {
    const a = from.heading_deg * RADIANS_PER_DEGREE;
    const b = (from.heading_deg + direction * by_deg) * RADIANS_PER_DEGREE;
    return after(
      from,
      by_deg / rate_degps,
      direction * radius_nm * (Math.sin(b) - Math.sin(a)),
      direction * radius_nm * (Math.cos(a) - Math.cos(b)),
      b * DEGREES_PER_RADIAN
    );
  }

  const path: AirPath = {
    points,
    here,
    straight(seconds) {
      if (seconds > 0) points.push(ahead(here(), seconds));
      return path;
    },
    turn(direction, to_deg) {
      const from = here();
      const round = normaliseBearing(direction * normaliseSigned(to_deg - from.heading_deg));
      if (round < 1e-9 || round > 360 - 1e-9) return path;
      const step = DRAWN_EVERY_S * rate_degps;
      for (let by = step; by < round; by += step) points.push(turned(from, direction, by));
      points.push(turned(from, direction, round));
      return path;
    },
    until(reached, limit_s) {
      const from = here();
      for (let t = CHECKED_EVERY_S; t <= limit_s + 1e-9; t += CHECKED_EVERY_S) {
        if (!reached(ahead(from, t))) continue;
        // To the moment itself.
        const moment = edgeBetween((at) => reached(ahead(from, at)), t - CHECKED_EVERY_S, t);
        points.push(ahead(from, moment.from));
        return path;
      }
      points.push(ahead(from, limit_s));
      return path;
    }
  };
  return path;
}

/** Where a point lies by a course through the fix: along it (+ = past the fix) and right of it, NM. */
export function byCourse(
  point: { north_nm: number; east_nm: number },
  course_deg: number
): { along_nm: number; right_nm: number } {
  const angle = course_deg * RADIANS_PER_DEGREE;
  return {
    along_nm: point.north_nm * Math.cos(angle) + point.east_nm * Math.sin(angle),
    right_nm: -point.north_nm * Math.sin(angle) + point.east_nm * Math.cos(angle)
  };
}
