import type { Flight } from '$core/flight/flight';
import FlightFileWorker from './flight-file.worker?worker';

/** A stored flight, read in the browser. @throws Error in words for people when it cannot be had */
export function fetchFlight(attemptId: string): Promise<Flight> {
  const worker = new FlightFileWorker();
  return new Promise<Flight>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<{ flight?: Flight; message?: string }>) =>
      data.flight ? resolve(data.flight) : reject(new Error(data.message ?? 'the flight could not be read'));
    worker.onerror = (event) => reject(new Error(event.message || 'the flight could not be read'));
    worker.postMessage(new URL(`/api/attempts/${attemptId}/flight.parquet`, location.href).href);
  }).finally(() => worker.terminate());
}
