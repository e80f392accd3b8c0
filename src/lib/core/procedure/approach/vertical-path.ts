import { CURVATURE_FT_PER_NM2 } from '../../earth/curvature';
import { RADIANS_PER_DEGREE } from '../../measure/angle';
import { FEET_PER_NAUTICAL_MILE } from '../../measure/units';
import type { VerticalPath } from './approach';

/** Feet a path falls in a nautical mile. @param angle_deg from 0 up to 90 */
export function feetPerMile(angle_deg: number): number {
  return FEET_PER_NAUTICAL_MILE * Math.tan(angle_deg * RADIANS_PER_DEGREE);
}

/**
 * Height of a path above the threshold's level so far before the threshold, ft: TCH + d · 6076.12 · tan(angle). With
 * `curvature` what the earth falls away is added, as an altimeter far out shows it.
 * @param distance_nm before the threshold; negative beyond it
 */
export function heightOnPath(
  { angle_deg, crossing_ft }: VerticalPath,
  distance_nm: number,
  curvature: keyof typeof CURVATURE_FT_PER_NM2 | null = null
): number {
  const fall = curvature ? CURVATURE_FT_PER_NM2[curvature] * distance_nm * distance_nm : 0;
  return crossing_ft + distance_nm * feetPerMile(angle_deg) + fall;
}

/** Distance before the threshold at which a path without curvature is so high above its level, NM. Below the crossing height negative. */
export function distanceAtHeight({ angle_deg, crossing_ft }: VerticalPath, height_ft: number): number {
  return (height_ft - crossing_ft) / feetPerMile(angle_deg);
}

/** Rate of descent that keeps to a path, ft/min, positive: groundspeed × 101.27 × tan(angle). */
export function rateOnPath(angle_deg: number, groundspeed_kt: number): number {
  return (groundspeed_kt * feetPerMile(angle_deg)) / 60;
}

/** Rate of descent from one altitude to another over a distance, ft/min, positive down. @param distance_nm > 0 */
export function rateBetween(lose_ft: number, distance_nm: number, groundspeed_kt: number): number {
  return (lose_ft / distance_nm) * (groundspeed_kt / 60);
}

/** Rules of thumb for a path of 3°, ft/min: five times the groundspeed, and half of it with a nought. They are the same number. */
export function ruleRate(groundspeed_kt: number): number {
  return 5 * groundspeed_kt;
}
