import { describe, expect, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { drillCatalogue } from '$core/drill/catalogue/catalogue';
import type { Lesson } from '$core/drill/lesson';
import { countsOf } from '$core/flight/flight';
import { lessonBrief } from '$core/flight/lesson-brief';
import { lessonShown } from '$core/flight/lesson-shown';
import { planProjection } from '$core/flight/plan-picture';
import { flightFromChunks } from '$core/flight/recorder';
import { simulateFlight } from '$core/flight/simulated-flight';
import { noHabits } from '$core/pilot/habits';
import { approaches } from '$core/procedure/approach/approach-catalogue';
import { practicePlan } from '$core/road/practice-level';
import { planned } from './planned-approach';

const aircraft = aircraftCatalogue[0]!.id;
const plans = [
  ...drillCatalogue.map(({ id }) => practicePlan(id, { aircraft, level: 2, seed: 7 })),
  ...approaches.map((approach) => practicePlan(approach, { aircraft, level: 2, seed: 7 }))
];
/** Long enough to come to the fix and into the turn at it. */
const FLOWN_S = 400;
const bitsOf = (lesson: Lesson) =>
  JSON.stringify(countsOf(flightFromChunks(simulateFlight(lesson, noHabits, lesson.plan.seed, {}, FLOWN_S))));

describe('a lesson worked out once and sent', () => {
  test('is the same where it arrives, for every drill and every approach: plain data, with nothing left to be worked out', () => {
    expect(plans.length).toBeGreaterThan(35);
    for (const plan of plans) {
      const brief = lessonBrief(plan);
      const sent = structuredClone(brief);
      expect(sent, brief.lesson.drill.name).toEqual(brief);
      // What is one thing here is one thing there: lines are drawn about the fix they begin about.
      const { navigation, drill } = sent.lesson;
      const about = brief.lesson.drill.phases.map(({ reference }) => reference?.place);
      for (const [i, { reference }] of drill.phases.entries())
        expect(reference?.place === navigation?.origin.place).toBe(
          about[i] === brief.lesson.navigation?.origin.place
        );
    }
  });

  test('is flown to the same bits', () => {
    for (const plan of [
      practicePlan('vor-hold', { aircraft, level: 3, seed: 11 }),
      planned('xvlb-ils-24', { transition: null }, { turbulence: 'moderate' })
    ]) {
      const { lesson } = lessonShown(plan);
      const bits = bitsOf(lesson);
      expect(bits.length).toBeGreaterThan(100_000);
      expect(bitsOf(structuredClone(lesson)) === bits, 'the same to the last bit').toBe(true);
    }
  });

  test('has a picture from above where it is flown by radio, and its airplane begins where the picture says', () => {
    for (const plan of plans) {
      const { lesson, fromAbove, chart, reported } = lessonShown(plan);
      expect(fromAbove !== null).toBe(lesson.navigation !== null);
      expect(chart !== null).toBe('approach' in plan);
      expect(reported === null).toBe(chart === null);
      if (!fromAbove) continue;
      const origin = planProjection(lesson)(lesson.navigation!.origin.place);
      expect(Math.hypot(origin.north_nm, origin.east_nm)).toBeLessThan(1e-6);
      expect(Math.hypot(fromAbove.start.north_nm, fromAbove.start.east_nm)).toBeCloseTo(
        lesson.start.distance_nm,
        6
      );
    }
  });
});
