import { isGaze, type Gaze } from '../instrument/scan-area';
import { type FlightEvent } from '../flight/flight-event';
import { duration, type Flight } from '../flight/flight';

/** The eyes on one area, from when to when, in the flight's time. */
export interface Look {
  area: Gaze;
  start_s: number;
  end_s: number;
}

/** The looks recorded with a flight: each lasts until the next one, the last to the flight's end. Empty when none were. */
export function looksOf(flight: Flight): Look[] {
  return looksFrom(flight.events, duration(flight));
}

/**
 * Looks from a flight’s events, each lasting until the next; the same area twice is one, areas that are none are left out.
 * @param end_s when the last one ends
 */
export function looksFrom(events: readonly FlightEvent[], end_s: number): Look[] {
  const looks: Look[] = [];
  for (const event of events) {
    if (event.kind !== 'look') continue;
    const { detail, time_s } = event;
    if (!isGaze(detail)) continue;
    const last = looks.at(-1);
    if (last?.area === detail) continue;
    if (last) last.end_s = time_s;
    looks.push({ area: detail, start_s: time_s, end_s: Math.max(time_s, end_s) });
  }
  return looks.filter((look) => look.end_s > look.start_s);
}

/** The part of each look that lies between two times. */
export function looksBetween(looks: readonly Look[], from_s: number, to_s: number): Look[] {
  return looks.flatMap((look) => {
    const start_s = Math.max(from_s, look.start_s);
    const end_s = Math.min(to_s, look.end_s);
    return end_s > start_s ? [{ area: look.area, start_s, end_s }] : [];
  });
}
