import { expect } from 'vitest';
import { aircraftById } from '$core/aircraft/catalogue';
import { briefingFor, type Briefing } from '$core/drill/briefing';
import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { problemsOf } from '$core/drill/plan-check';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { trainingAreaById } from '$core/earth/training-area';
import { channelDefinitions, channelScales } from '$core/flight/channels';
import { duration, flightFromCounts, type Flight } from '$core/flight/flight';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { simulateFlight } from '$core/flight/simulated-flight';
import { gradeFlight } from '$core/grade/grade';
import { noHabits, type Habits } from '$core/pilot/habits';

export const aircraft = aircraftById('sandling-160');
export const area = trainingAreaById('vesterlund-bay');

/** A rate-and-speed descent in the first airplane, its figures written out so that tests can lean on them. */
export function planOf(changes: Partial<LessonPlan> = {}): LessonPlan {
  const plan = { ...sensiblePlan(aircraft, area), ...changes };
  return plan.drill === 'rate-and-speed-descent'
    ? {
        ...plan,
        figures: {
          targetSpeed_kt: 90,
          descentRate_fpm: 500,
          flaps_deg: 10,
          decisionAltitude_ft: 3000,
          climbSpeed_kt: 75,
          levelOffAltitude_ft: 3600,
          ...changes.figures
        }
      }
    : plan;
}

export function drillOf(plan: LessonPlan) {
  return lessonOf(plan).drill;
}

export function chunksOf(plan: LessonPlan, habits: Partial<Habits> = {}): FlightChunk[] {
  return simulateFlight(lessonOf(plan), { ...noHabits, ...habits }, plan.seed);
}

const kept = new Map<string, Flight>();

/** The flight of a simulated pilot; asked for again it is the same one, not flown again. */
export function flown(plan: LessonPlan, habits: Partial<Habits> = {}): Flight {
  const asked = JSON.stringify([plan, habits]);
  const flight = kept.get(asked) ?? flightFromChunks(chunksOf(plan, habits));
  kept.set(asked, flight);
  return flight;
}

/** Planned, briefed, and flown by the reference pilot: nothing stands against it, and it takes about as long as it should. */
export function flownToStandard(plan: LessonPlan, [least, most]: [number, number]): void {
  expect(problemsOf(plan)).toEqual([]);
  const lesson = lessonOf(plan);
  const briefing = briefingFor(lesson) as Briefing;
  expect(briefing.settings).toHaveLength(lesson.drill.phases.length);
  const flight = flown(plan);
  const grade = gradeFlight(flight, plan);
  expect(grade.findings.filter((f) => f.severity === 'hard')).toEqual([]);
  expect(
    grade.elements.filter((e) => e.verdict === 'not met').map((e) => `${e.name}: ${e.arithmetic}`)
  ).toEqual([]);
  expect(grade.comparable.completed).toBe(true);
  expect(duration(flight) / briefing.expected_s).toBeGreaterThan(least);
  expect(duration(flight) / briefing.expected_s).toBeLessThan(most);
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
