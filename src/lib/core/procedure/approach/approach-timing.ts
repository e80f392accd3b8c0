import { distanceAtHeight } from './vertical-path';
import type { VerticalPath } from './approach';

/** Time for a distance at a groundspeed, s. @param groundspeed_kt > 0 */
export function timeFor(distance_nm: number, groundspeed_kt: number): number {
  return (distance_nm / groundspeed_kt) * 3600;
}

/** Groundspeeds a chart's table of times has, kt. */
export const TIMED_GROUNDSPEEDS_KT = [60, 75, 90, 105, 120, 135, 150, 165, 180] as const;

/** Where a straight descent from a minimum altitude to the runway begins: nearer it would be steeper than the path. */
export interface VisualDescentPoint {
  /** Before the threshold, NM. */
  distance_nm: number;
  /** After the final fix, s; null where it lies before that fix. */
  fromFinalFix_s: number | null;
}

/**
 * Visual descent point: (MDA − TDZE − TCH) ÷ (6076.12 × tan angle) NM before the threshold.
 * @param finalFix_nm distance of the final fix before the threshold
 * @returns null where the minimum is no higher than the path over the threshold
 */
export function visualDescentPoint(
  minimum_ft: number,
  touchdownElevation_ft: number,
  path: VerticalPath,
  finalFix_nm: number,
  groundspeed_kt: number
): VisualDescentPoint | null {
  const distance_nm = distanceAtHeight(path, minimum_ft - touchdownElevation_ft);
  if (distance_nm <= 0) return null;
  const after_nm = finalFix_nm - distance_nm;
  return { distance_nm, fromFinalFix_s: after_nm > 0 ? timeFor(after_nm, groundspeed_kt) : null };
}
