import { describe, expect, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { briefingFor, type Briefing } from '$core/drill/briefing';
import { navigationDrills } from '$core/drill/catalogue/navigation';
import { lessonOf } from '$core/drill/lesson';
import { problemsOf } from '$core/drill/plan-check';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { duration } from '$core/flight/flight';
import { flightFromChunks } from '$core/flight/recorder';
import { simulateFlight } from '$core/flight/simulated-flight';
import { gradeFlight } from '$core/grade/grade';
import { noHabits } from '$core/pilot/habits';
import { area } from './flown';

/** Flights by radio are long: what can be shorter is, and each drill is flown in one airplane, in turn. */
const SHORTER: Record<string, number> = { circuits: 1, within_nm: 7, distance_nm: 5 };
/** A limit that grows with the airplane is not made shorter. */
const AS_IT_IS = ['korvane-750'];

describe('drills by radio', () => {
  const flights = navigationDrills.map(
    (drill, i) => [drill.name, drill, aircraftCatalogue[i % aircraftCatalogue.length]!] as const
  );
  test.each(flights)('%s: briefed, and flown to standard by the reference pilot', (_, drill, aircraft) => {
    const plan = {
      ...sensiblePlan(aircraft, area, drill.id),
      seed: 311,
      figures: Object.fromEntries(
        drill.figures.flatMap(({ id }) =>
          id in SHORTER && !(AS_IT_IS.includes(aircraft.id) && id === 'within_nm') ? [[id, SHORTER[id]!]] : []
        )
      )
    };
    expect(problemsOf(plan)).toEqual([]);
    const lesson = lessonOf(plan);
    const briefing = briefingFor(lesson) as Briefing;
    expect(briefing.settings).toHaveLength(lesson.drill.phases.length);
    const flight = flightFromChunks(simulateFlight(lesson, noHabits, plan.seed));
    const grade = gradeFlight(flight, plan);
    expect(grade.findings.filter((f) => f.severity === 'hard')).toEqual([]);
    expect(
      grade.elements.filter((e) => e.verdict === 'not met').map((e) => `${e.name}: ${e.arithmetic}`)
    ).toEqual([]);
    expect(grade.comparable.completed).toBe(true);
    expect(duration(flight) / briefing.expected_s).toBeGreaterThan(0.4);
    expect(duration(flight) / briefing.expected_s).toBeLessThan(2);
  });
});
