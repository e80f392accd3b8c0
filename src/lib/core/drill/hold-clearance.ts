import { normaliseBearing } from '../measure/angle';
import { figure, heading } from '../measure/figure';
import type { Phase } from './drill';

const POINTS = [
  'north',
  'northeast',
  'east',
  'southeast',
  'south',
  'southwest',
  'west',
  'northwest'
] as const;

/**
 * A hold as a controller clears it: which side of the fix, on what, turns and legs. `Hold southwest of VLB on the 240 radial,
 * right turns, one-minute legs.` Courses magnetic. null: the phase is no hold, or there are no radios.
 */
export function holdClearance({ goal, reference }: Phase): string | null {
  const { lateral } = goal;
  if (lateral.kind !== 'hold' || !reference) return null;
  const { inboundCourse_deg, turn, leg } = lateral.hold;
  const out = normaliseBearing(inboundCourse_deg + 180);
  const side = POINTS[Math.round(out / 45) % 8]!;
  const on =
    reference.by === 'ndb'
      ? `the ${heading(out)} bearing from it`
      : reference.by === 'rnav' || reference.by === 'localizer'
        ? `the ${heading(inboundCourse_deg)} course inbound`
        : `the ${heading(out)} radial`;
  const legs =
    leg.kind === 'distance'
      ? `${figure(leg.nm)}-mile legs`
      : leg.seconds === 60
        ? 'one-minute legs'
        : `legs of ${figure(leg.seconds)} seconds`;
  return `Hold ${side} of ${reference.fix} on ${on}, ${turn} turns, ${legs}.`;
}
