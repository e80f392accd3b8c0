import type { LessonPlan } from '$core/drill/lesson-plan';
import { areaOf, worldOf } from '$core/drill/lesson-place';
import { channelDefinitions, type ChannelId } from '$core/flight/channels';
import { countsOf, flightFromCounts, type Flight } from '$core/flight/flight';
import type { FlightEvent } from '$core/flight/flight-event';

/**
 * The earth in a looking glass that stands along a meridian: an ellipsoid of revolution is the same on both sides of it, so
 * whatever is true of a flight is true of its image with left and right, and east and west, exchanged.
 */
const MERIDIAN_DEG = -33;

const other = (side: string) => (side === 'left' ? 'right' : side === 'right' ? 'left' : side);
const bearing = (deg: number) => (deg === 0 || deg === 360 ? deg : 360 - deg);
/** By the names of fields, whatever they stand in. */
const FIELDS: Record<string, (value: never) => unknown> = {
  longitude_deg: (value: number) => Number((2 * MERIDIAN_DEG - value).toFixed(7)),
  variation_deg: (value: number) => -value,
  alignment_deg: (value: number) => -value,
  turn: other,
  direction: other
};
const BEARINGS =
  /^(course|radial|otherRadial|finalCourse|heading|from|windFrom|track|compass|bearing|fixRadial|trueHeading|arrival|to|outbound|deg)(_deg)?$/;

/** The image of a world, a chart, a plan or an event. */
export function image<T>(of: T, field = ''): T {
  if (Array.isArray(of)) return of.map((part) => image(part, field)) as T;
  if (of !== null && typeof of === 'object')
    return Object.fromEntries(Object.entries(of).map(([name, part]) => [name, image(part, name)])) as T;
  if (of !== null && of !== undefined && FIELDS[field]) return FIELDS[field](of as never) as T;
  return typeof of === 'number' && BEARINGS.test(field) ? (bearing(of) as T) : of;
}

/** The same lesson in the image of its world. */
export function imageOfPlan(plan: LessonPlan): LessonPlan {
  return { ...image(plan), ownPlace: { world: image(worldOf(plan)), area: image(areaOf(plan)) } };
}

const SIDEWAYS = new Set<ChannelId>([
  'bank_deg',
  'trueBank_deg',
  'turnRate_degps',
  'ball',
  'aileron',
  'rudder',
  'needle',
  'needle2',
  'courseShare',
  'crossTrack_nm'
]);

/** A flight as it is seen in the glass. */
export function imageOfFlight(flight: Flight): Flight {
  const counts = countsOf(flight);
  const mirrored = channelDefinitions.map(({ id, decimals }, column) => {
    const scale = 10 ** decimals;
    if (SIDEWAYS.has(id)) return counts[column]!.map((count) => -count);
    if (id === 'longitude_deg') return counts[column]!.map((count) => 2 * MERIDIAN_DEG * scale - count);
    if (BEARINGS.test(id)) return counts[column]!.map((count) => bearing(count / scale) * scale);
    return counts[column]!;
  });
  return flightFromCounts(mirrored, image(flight.events as FlightEvent[]), flight.rate_hz);
}
