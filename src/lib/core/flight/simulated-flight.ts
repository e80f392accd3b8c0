import { clamp } from '../measure/clamp';
import type { AircraftFile } from '../aircraft/aircraft-file';
import type { Drill } from '../drill/drill';
import type { LessonPlan } from '../drill/lesson-plan';
import type { TrainingArea } from '../earth/training-area';
import type { Pilot } from '../pilot/pilot';
import { STEP_S, flightLoop, type FlightLoop, type Hands } from './flight-loop';
import { flyDrill } from './flown-drill';
import type { FlightChunk } from './recorder';

/** Longest flight a simulated pilot may take over a drill. */
const LONGEST_S = 1200;

/** Turns what a pilot's hands want into lever positions that move at a hand's pace. */
export function handsOf(pilot: Pilot, loop: FlightLoop): () => Hands {
  const stick = {
    kind: 'attitude' as const,
    pitch_deg: loop.readings().pitch_deg,
    bank_deg: loop.readings().bank_deg
  };
  const hands: Hands = { ...loop.hands(), stick };
  const toward = (from: number, to: number, perSecond: number) =>
    from + clamp(to - from, -perSecond * STEP_S, perSecond * STEP_S);
  return () => {
    const wanted = pilot.act(loop.time_s(), loop.readings());
    stick.pitch_deg = toward(stick.pitch_deg, wanted.pitch_deg, 3.5);
    stick.bank_deg = toward(stick.bank_deg, wanted.bank_deg, 10);
    hands.throttle = toward(hands.throttle, wanted.throttle, 0.4);
    hands.trim = toward(hands.trim, wanted.trim, 0.08);
    hands.flapsTarget_deg = wanted.flapsTarget_deg;
    return hands;
  };
}

/** A whole drill flown by a simulated pilot, as fast as the machine can. */
export function simulateFlight(
  aircraft: AircraftFile,
  area: TrainingArea,
  plan: LessonPlan,
  drill: Drill,
  pilot: Pilot
): FlightChunk[] {
  const loop = flightLoop(aircraft, area, plan);
  const flown = flyDrill(loop, drill);
  const nextHands = handsOf(pilot, loop);
  const chunks: FlightChunk[] = [];
  while (flown.ended() === null && loop.time_s() < LONGEST_S) {
    const chunk = flown.step(nextHands());
    if (chunk) chunks.push(chunk);
  }
  const last = flown.finish();
  if (last) chunks.push(last);
  return chunks;
}
