import type { CorridorMeasure } from '../deviation/corridor-measure';
import type { Exceedance } from '../deviation/exceedance';
import type { Phase } from '../drill/drill';
import { inPhase, quantityWords } from '../finding/quantity-words';

/** At its end a needle says no longer how far off one is. @param share of full scale */
export const isFullScale = (share: number) => Math.abs(share) >= 1;

/** Deviations that must not happen in any case. */
export type HardKind = 'below-minimum' | 'full-scale';

/**
 * Whether a time outside a corridor must not happen in any case: below a minimum, or the altitude of a step after the final fix; below
 * the lowest altitude of a leg on the way in by more than is allowed; off the course or the path of a final by all of its scale. null: it may.
 */
export function hardKind(
  { goal, segment }: Phase,
  { channel }: CorridorMeasure,
  { side, peak }: Exceedance
): HardKind | null {
  if (
    channel === 'altitude_ft' &&
    side === 'below' &&
    goal.floor &&
    (goal.floor.hard || segment === 'inbound')
  )
    return 'below-minimum';
  const byNeedle = channel === 'courseShare' || channel === 'pathShare';
  return segment === 'final' && byNeedle && isFullScale(peak) ? 'full-scale' : null;
}

/** The title of a hard deviation: `Below the minimum altitude in “To NORIN”`, `Full scale off the path on the final`. */
export function hardTitle(kind: HardKind, phase: Phase, { channel }: CorridorMeasure): string {
  return kind === 'below-minimum'
    ? `Below the minimum altitude ${inPhase(phase)}`
    : `Full scale off the ${quantityWords[channel].name} on the final`;
}
