import { CURVATURE_FT_PER_NM2 } from '../earth/curvature';
import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE } from '../measure/angle';
import { FEET_PER_NAUTICAL_MILE } from '../measure/units';
import { GLIDE_SLOPE_FULL_SCALE_DEG } from './glide-slope';
import type { Localizer } from './station-geometry';

/** A vertical path in space, or one made of the altimeter. */
export interface PathLine {
  /** Where it meets the ground's level. */
  aim: Place;
  elevation_ft: number;
  angle_deg: number;
  /** What full scale of its needle means. */
  fullScale_deg: number;
  /** space: wherever the airplane truly is; altimeter: by what the altimeter shows, and as wrong as it is. */
  by: 'space' | 'altimeter';
}

/** Nearer than this an angle runs away from anybody: the scale no longer narrows. */
const LEAST_PATH_SCALE_NM = 0.5;
/** Full scale of a path that is computed, as a share of its angle. */
export const COMPUTED_PATH_SHARE = 0.25;

/** The path of a glide slope; null where the localizer has none. */
export function pathOfGlideSlope({ glideSlope }: Localizer): PathLine | null {
  return (
    (glideSlope && {
      aim: glideSlope,
      elevation_ft: glideSlope.elevation_ft,
      angle_deg: glideSlope.angle_deg,
      fullScale_deg: GLIDE_SLOPE_FULL_SCALE_DEG,
      by: 'space'
    }) ??
    null
  );
}

/** Where an airplane is by a path. */
export interface ByPathLine {
  /** Above (+) or below the path, ft. */
  above_ft: number;
  /** The same as a share of full scale; not held at its stop. */
  share: number;
  distance_nm: number;
}

/** Where a place is by a path: the truth a needle should show. @param altitude_ft true, or as the altimeter has it, as the path asks */
export function byPathLine(path: PathLine, place: Place, altitude_ft: number): ByPathLine {
  const { distance_nm } = wayBetween(path.aim, place);
  // From a far place the earth falls away; an altimeter has no such error.
  const fall_ft = path.by === 'space' ? CURVATURE_FT_PER_NM2.refracted * distance_nm * distance_nm : 0;
  const height_ft = altitude_ft - path.elevation_ft - fall_ft;
  const along_ft = Math.max(LEAST_PATH_SCALE_NM, distance_nm) * FEET_PER_NAUTICAL_MILE;
  const on_ft = distance_nm * FEET_PER_NAUTICAL_MILE * Math.tan(path.angle_deg * RADIANS_PER_DEGREE);
  const off_deg = Math.atan2(height_ft - on_ft, along_ft) * DEGREES_PER_RADIAN;
  return { above_ft: height_ft - on_ft, share: off_deg / path.fullScale_deg, distance_nm };
}

/** Altitude on a path so far from where it meets the ground's level, ft; by the altimeter, without the earth's curve. */
export function heightAlong_ft({ elevation_ft, angle_deg }: PathLine, distance_nm: number): number {
  return elevation_ft + distance_nm * FEET_PER_NAUTICAL_MILE * Math.tan(angle_deg * RADIANS_PER_DEGREE);
}

/** What a whole scale of a path's needle is so far out, ft. */
export function pathScale_ft({ fullScale_deg }: PathLine, distance_nm: number): number {
  return (
    Math.max(LEAST_PATH_SCALE_NM, distance_nm) *
    FEET_PER_NAUTICAL_MILE *
    Math.tan(fullScale_deg * RADIANS_PER_DEGREE)
  );
}
