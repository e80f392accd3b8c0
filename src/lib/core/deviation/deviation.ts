import type { Corridor } from '../drill/drill';
import { normaliseSigned } from '../measure/angle';

/** Value less target in the channel's unit; for headings the short way round. + = above, or right of. */
export function deviationFrom(corridor: Corridor, value: number): number {
  const error = value - corridor.target;
  return corridor.channel === 'heading_deg' ? normaliseSigned(error) : error;
}

/**
 * Deviation as a fraction of the tolerance on its side: within −1…+1 is inside.
 * Where a side allows nothing, any deviation to that side counts as far outside (±1000 at the most).
 */
export function fractionOfTolerance(corridor: Corridor, deviation: number): number {
  const allowed = deviation >= 0 ? corridor.above : corridor.below;
  if (allowed > 0) return deviation / allowed;
  return deviation === 0 ? 0 : Math.sign(deviation) * Math.min(1000, Math.abs(deviation) + 1);
}
