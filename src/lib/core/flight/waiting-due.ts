import type { Lesson } from '../drill/lesson';
import type { ReadChannel } from '../drill/phase-tracker';
import { wayBetween } from '../earth/geodesic';
import { placeByName } from '../radio/station-geometry';
import type { FlightLoop } from './flight-loop';
import type { WaitingCommand } from './waiting-command';

/** Whether the moment of what waits has come; altitudes are those shown. A fix the lesson has not is never come to. */
export function isDue(
  { when, since_s }: WaitingCommand,
  loop: Pick<FlightLoop, 'time_s' | 'place'>,
  { navigation }: Pick<Lesson, 'navigation'>,
  read: ReadChannel
): boolean {
  if ('after_s' in when) return loop.time_s() - since_s >= when.after_s;
  if ('below_ft' in when) return read('altitude_ft') < when.below_ft;
  if ('above_ft' in when) return read('altitude_ft') > when.above_ft;
  const world = navigation?.world;
  const known = world && [...world.stations, ...world.fixes].some(({ id }) => id === when.of);
  return known
    ? wayBetween(loop.place(), placeByName(world, when.of, 'of')).distance_nm <= when.within_nm
    : false;
}
