import type { ReadChannel, PhaseChannel } from '../drill/phase-tracker';
import { type Corridor, type Profile, profileAt } from '../drill/corridor';
import { column, type Flight } from '../flight/flight';
import { normaliseSigned } from '../measure/angle';

const isProfile = (target: number | Profile): target is Profile => typeof target !== 'number';

/** What a corridor asks for at one moment, by what is read there: a profile by how far along the airplane is. */
export function targetAt({ target }: Corridor, read: ReadChannel): number {
  return isProfile(target) ? profileAt(target, read(target.along)) : target;
}

/** Value less target in the channel's unit; for headings the short way round. + = above, right of, or outside. */
export function deviationAt(corridor: Corridor, read: ReadChannel): number {
  const error = read(corridor.channel) - targetAt(corridor, read);
  return corridor.channel === 'heading_deg' ? normaliseSigned(error) : error;
}

/** What a corridor asks for at each sample of a flight. @throws Rejection when its profile's distance was not recorded */
export function targetsOf(flight: Flight, { target }: Corridor): (k: number) => number {
  if (!isProfile(target)) return () => target;
  const along = column(flight, target.along);
  return (k) => profileAt(target, along[k]!);
}

/** The deviation at each sample of a flight. @throws Rejection when the channel was not recorded */
export function deviationsOf(flight: Flight, corridor: Corridor): (k: number) => number {
  const values = column(flight, corridor.channel);
  const { target } = corridor;
  if (isProfile(target)) {
    const asked = targetsOf(flight, corridor);
    return (k) => values[k]! - asked(k);
  }
  return corridor.channel === 'heading_deg'
    ? (k) => normaliseSigned(values[k]! - target)
    : (k) => values[k]! - target;
}

/** The channels a corridor is measured from. */
export function channelsOf({ channel, target }: Corridor): PhaseChannel[] {
  return isProfile(target) ? [channel, target.along] : [channel];
}

/**
 * Deviation as a fraction of the tolerance on its side: within −1…+1 is inside. To a side without limit it is always 0.
 * Where a side allows nothing, any deviation to that side counts as far outside (±1000 at the most).
 */
export function fractionOfTolerance(corridor: Corridor, deviation: number): number {
  const allowed = deviation >= 0 ? corridor.above : corridor.below;
  if (allowed === null) return 0;
  if (allowed > 0) return deviation / allowed;
  return deviation === 0 ? 0 : Math.sign(deviation) * Math.min(1000, Math.abs(deviation) + 1);
}
