import { CURVATURE_FT_PER_NM2 } from '../earth/curvature';
import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { RADIANS_PER_DEGREE, normaliseSigned } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { FEET_PER_NAUTICAL_MILE } from '../measure/units';
import type { ReceiverPlace } from './receiver';
import type { Station } from './world';

/** What a path needle shows. Deflection −1…+1, + = the path lies above: fly up. */
export interface PathShown {
  deflection: number;
  /** False with the flag out. */
  valid: boolean;
}

/** A glide slope that is off the air from so near a place on; the localizer beside it goes on sending. */
export interface GlideSlopeOutage {
  /** Id of the localizer whose glide slope it is. */
  localizer: string;
  about: Place;
  /** Infinity: it is off the air from the beginning. */
  within_nm: number;
}

export const GLIDE_SLOPE_FULL_SCALE_DEG = 0.7;
/** Where it can be used: so far out, so far to either side of the course, from this share of its angle up. */
const USABLE_NM = 10;
const USABLE_DEG = 8;
const LOWEST_SHARE = 0.3;

/**
 * A glide slope's needle. The antenna and its image in the ground give sidebands over carrier as cos(π/2 · sin θ ÷ sin θ₀): full
 * up far below, nothing on the path, down above it, and nothing again at three times the angle with the senses changed, a
 * false path (theory of the null-reference array; full scale 0.7° about the path).
 * @param variation_deg at the station, + = east
 * @param outage where it is off the air: the flag is out there
 * @returns null where the localizer has no glide slope
 */
export function glideSlopeNeedle(
  localizer: Extract<Station, { kind: 'localizer' }>,
  place: ReceiverPlace,
  variation_deg: number,
  outage: GlideSlopeOutage | null = null
): PathShown | null {
  const { glideSlope } = localizer;
  if (!glideSlope) return null;
  if (outage?.localizer === localizer.id && wayBetween(outage.about, place).distance_nm < outage.within_nm)
    return { deflection: 0, valid: false };
  const { angle_deg } = glideSlope;
  const { azimuth_deg, distance_nm } = wayBetween(glideSlope, place);
  const aside_deg = normaliseSigned(azimuth_deg - variation_deg - localizer.course_deg - 180);
  // The earth falls away in between.
  const height_ft =
    place.altitude_ft - glideSlope.elevation_ft - CURVATURE_FT_PER_NM2.refracted * distance_nm * distance_nm;
  const above = Math.atan2(height_ft, Math.max(1, distance_nm * FEET_PER_NAUTICAL_MILE));
  const ratio = Math.sin(above) / Math.sin(angle_deg * RADIANS_PER_DEGREE);
  // Steep enough that 0.7° off the path is full scale.
  const gain = (2 * angle_deg) / (Math.PI * GLIDE_SLOPE_FULL_SCALE_DEG);
  return {
    deflection: clamp(gain * Math.cos((Math.PI / 2) * ratio), -1, 1),
    valid: distance_nm <= USABLE_NM && Math.abs(aside_deg) <= USABLE_DEG && ratio >= LOWEST_SHARE
  };
}
