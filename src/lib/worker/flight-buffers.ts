import type { FlownFlight } from '$core/flight/flown-flight';

/** The memory of a flight's columns, each once, to be handed over instead of copied. */
export function buffersOf({ flight, judged }: FlownFlight): ArrayBuffer[] {
  const columns = [...flight.columns.values(), ...judged.columns.values()];
  return [...new Set(columns.map(({ buffer }) => buffer as ArrayBuffer))];
}
