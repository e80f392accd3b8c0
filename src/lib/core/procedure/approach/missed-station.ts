import type { Station, World } from '../../radio/world';
import type { Approach } from './approach';

/** The first station other than the final's own that leads to a fix or hold of the missed approach; null where there is none. */
export function missedStationOf(
  { stations }: Pick<World, 'stations'>,
  approach: Pick<Approach, 'missed' | 'station'>
): Station | null {
  const led = approach.missed.legs.find(
    ({ fix, station }) => fix !== undefined && station !== undefined && station !== approach.station
  )?.station;
  return stations.find(({ id }) => id === led) ?? null;
}
