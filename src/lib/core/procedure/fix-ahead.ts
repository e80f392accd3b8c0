import { normaliseSigned } from '../measure/angle';

/** Nearer than this one is over the fix, NM. */
const OVER_NM = 0.1;

/** Where an airplane is from a fix, and its heading, by one north. */
export interface FromFix {
  radial_deg: number;
  distance_nm: number;
  heading_deg: number;
}

/** Whether a fix is yet to be come to: it lies ahead of the wings, and farther than a tenth of a mile. */
export function isFixAhead({ radial_deg, distance_nm, heading_deg }: FromFix): boolean {
  return distance_nm > OVER_NM && Math.abs(normaliseSigned(radial_deg + 180 - heading_deg)) < 90;
}
