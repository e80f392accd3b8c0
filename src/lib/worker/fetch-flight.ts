import { gunzipSync } from 'fflate';
import type { Flight } from '$core/flight/flight';
import { flightFromParquet } from '$core/format/flight-parquet';

/** A stored flight, read in the browser. @throws Error in words for people when it cannot be had */
export async function fetchFlight(attemptId: string): Promise<Flight> {
  const response = await fetch(`/api/attempts/${attemptId}/flight.parquet`);
  if (!response.ok) throw new Error(`the server answered ${response.status}`);
  return flightFromParquet(new Uint8Array(await response.arrayBuffer()), (part) => gunzipSync(part));
}
