import type { Lesson } from '$core/drill/lesson';
import type { FlownFlight } from '$core/flight/flown-flight';
import FlightFileWorker from './flight-file.worker?worker';
import { answerOf } from './one-answer';

/** A stored flight with what follows from it, read in the browser. @throws Error in words for people when it cannot be had */
export function fetchFlight(attemptId: string, planned: Lesson): Promise<FlownFlight> {
  const address = new URL(`/api/attempts/${attemptId}/flight.parquet`, location.href).href;
  return answerOf<FlownFlight>(new FlightFileWorker(), { address, planned }, 'the flight could not be read');
}
