import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { finalScaleAt, type RnavFinal } from './rnav-final';

/** A course through a place on the ground, by that place's own north. */
export interface CourseLine {
  fix: Place;
  /** Direction of the course at the fix, by the fix's north. */
  course_deg: number;
  /** What the fix's north differs from true north by, + = east. */
  north_deg: number;
  /** What full scale means: an angle at `from`, or a distance. */
  scale:
    | { kind: 'angle'; deg: number; from: Place }
    | { kind: 'distance'; nm: number }
    /** As the final of an approach by waypoints narrows. */
    | { kind: 'final'; final: RnavFinal };
}

/** Where an airplane is by a course. */
export interface ByCourseLine {
  /** + = past the fix. */
  along_nm: number;
  /** + = right of the course. */
  crossTrack_nm: number;
  distance_nm: number;
  /** Bearing from the fix, by its north, [0, 360). */
  radial_deg: number;
  /** Cross-track as a share of full scale, + = right of the course; not held at its stop. */
  courseShare: number;
}

/** Nearer than this an angle runs away from anybody: the scale no longer narrows. */
export const LEAST_SCALE_DISTANCE_NM = 1;

/** Where a place is by a course line: the truth a needle should show, whatever is set. */
export function byCourseLine(line: CourseLine, place: Place): ByCourseLine {
  const { distance_nm, azimuth_deg } = wayBetween(line.fix, place);
  const radial_deg = normaliseBearing(azimuth_deg - line.north_deg);
  const off = (radial_deg - line.course_deg) * RADIANS_PER_DEGREE;
  const crossTrack_nm = distance_nm * Math.sin(off);
  return {
    along_nm: distance_nm * Math.cos(off),
    crossTrack_nm,
    distance_nm,
    radial_deg,
    courseShare: shareOf(line, place, crossTrack_nm)
  };
}

function shareOf({ scale }: CourseLine, place: Place, crossTrack_nm: number): number {
  if (scale.kind === 'distance') return crossTrack_nm / scale.nm;
  if (scale.kind === 'final') return crossTrack_nm / finalScaleAt(scale.final, place);
  const away = Math.max(LEAST_SCALE_DISTANCE_NM, wayBetween(scale.from, place).distance_nm);
  return (Math.asin(clamp(crossTrack_nm / away, -1, 1)) * DEGREES_PER_RADIAN) / scale.deg;
}
