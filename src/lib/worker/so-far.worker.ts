/// <reference lib="webworker" />
import type { Lesson } from '$core/drill/lesson';
import type { Flight } from '$core/flight/flight';
import { planTrack, type PlanPoint } from '$core/flight/plan-picture';
import { flightSoFar, type FlightSoFar } from '$core/grade/flight-so-far';
import { buffersOf } from './flight-buffers';

/** A flight as far as it has been flown. */
export interface SoFarRequest {
  flight: Flight;
  planned: Lesson;
}
/** What can be said of it, and its way on the plan, one point a second; none without radios. */
export type SoFarAnswer = { soFar: FlightSoFar; track: PlanPoint[] };

/** Judges a flight under way off the interface's thread, as often as it is sent. */
onmessage = ({ data: { flight, planned } }: MessageEvent<SoFarRequest>) => {
  const track = planned.navigation ? planTrack(planned, flight) : [];
  const soFar = flightSoFar(flight, planned);
  postMessage({ soFar, track } satisfies SoFarAnswer, { transfer: buffersOf(soFar.flight) });
};
