import type { Flight } from '$core/flight/flight';

/** The memory of flights' columns, each once, to be handed over instead of copied. */
export function buffersOf(...flights: Flight[]): ArrayBuffer[] {
  const columns = flights.flatMap((flight) => [...flight.columns.values()]);
  return [...new Set(columns.map(({ buffer }) => buffer as ArrayBuffer))];
}
