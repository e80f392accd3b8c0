import { aircraftById } from '$core/aircraft/catalogue';
import { briefingFor, type Briefing } from '$core/drill/briefing';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { rateAndSpeedDescent } from '$core/drill/rate-and-speed-descent';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { toleranceProfileById } from '$core/drill/tolerance-profile';
import { trainingAreaById } from '$core/earth/training-area';
import { channelDefinitions, channelScales } from '$core/flight/channels';
import { flightFromCounts, type Flight } from '$core/flight/flight';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { simulateFlight } from '$core/flight/simulated-flight';
import { descentPilot, noHabits, type Habits } from '$core/pilot/pilot';

export const aircraft = aircraftById('sandling-160');
export const area = trainingAreaById('vesterlund-bay');

export function planOf(changes: Partial<LessonPlan> = {}): LessonPlan {
  return { ...sensiblePlan(aircraft, area), ...changes };
}

export function drillOf(plan: LessonPlan) {
  return rateAndSpeedDescent(plan, toleranceProfileById(plan.toleranceProfile));
}

export function pilotOf(plan: LessonPlan, habits: Partial<Habits> = {}) {
  const briefing = briefingFor(plan, aircraft, toleranceProfileById(plan.toleranceProfile)) as Briefing;
  return descentPilot(plan, briefing, { ...noHabits, ...habits }, plan.seed);
}

export function chunksOf(plan: LessonPlan, habits: Partial<Habits> = {}): FlightChunk[] {
  return simulateFlight(aircraft, trainingAreaById(plan.area), plan, drillOf(plan), pilotOf(plan, habits));
}

export function flown(plan: LessonPlan, habits: Partial<Habits> = {}): Flight {
  return flightFromChunks(chunksOf(plan, habits));
}

/** A flight made by hand: constants for every channel, and functions of time for some. */
export function madeFlight(seconds: number, channels: Record<string, (t: number) => number>): Flight {
  const samples = seconds * 10 + 1;
  return flightFromCounts(
    channelDefinitions.map((definition, index) =>
      Array.from({ length: samples }, (_, k) =>
        Math.round((channels[definition.id]?.(k / 10) ?? 0) * channelScales[index]!)
      )
    ),
    []
  );
}
