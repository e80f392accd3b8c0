import type { Flight } from './flight';

/** Moments at which the airplane was put down elsewhere: what lies before and after is not one way flown. */
export function placedAt_s({ events }: Pick<Flight, 'events'>): number[] {
  return events.flatMap((event) =>
    event.kind === 'command' && event.command.does === 'place' ? [event.time_s] : []
  );
}

/** Of a way of evenly timed points only what was flown since the airplane was last put down before a moment; the others lie there, too. */
export function sincePlaced<Point>(
  way: readonly Point[],
  step_s: number,
  placed_s: readonly number[],
  until_s: number
): Point[] {
  const last_s = placed_s.findLast((time_s) => time_s <= until_s);
  if (last_s === undefined) return [...way];
  const first = Math.min(way.length - 1, Math.ceil(last_s / step_s));
  return way.map((point, i) => (i < first ? way[first]! : point));
}
