import { expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import { approaches } from '$core/procedure/approach/approach-catalogue';
import { planned, plannedDrill } from './planned-approach';
import type { LessonPlan } from '$core/drill/lesson-plan';

/** Names of the phases whose course goes on from the one before. */
const goingOn = (plan: LessonPlan) =>
  lessonOf(plan)
    .drill.phases.filter(({ settling }) => settling.some(({ goesOn }) => goesOn))
    .map(({ name }) => name);

test('along a final the course goes on from fix to fix; from a way in, behind a station and onto another course it is joined', () => {
  const localizer = goingOn(planned('xvlb-ils-24', { transition: null }));
  expect(localizer).toEqual(['Down to 2200, to NORIN', '2200 to NORIN', 'Down to 1600, to GRIMA', '1600 to GRIMA', 'Down the path']); // prettier-ignore
  // Outbound over the station of its final: what the needle said inbound says nothing there.
  const station = goingOn(planned('xvna-vor-a', { transition: null }));
  expect(station.filter((name) => name.startsWith('Down to'))).toEqual([]);
  for (const id of ['station-passage', 'dme-arc']) expect(goingOn(plannedDrill(id))).toEqual([]);
});

test('nowhere does a phase go on along another course than the one before', () => {
  for (const approach of approaches)
    for (const transition of [null, ...approach.transitions.map(({ id }) => id)]) {
      const { phases } = lessonOf(planned(approach.id, { transition })).drill;
      phases.forEach(({ settling, goal, reference }, index) => {
        if (!settling.some(({ goesOn }) => goesOn)) return;
        const before = phases[index - 1]!;
        const [is, was] = [goal.lateral, before.goal.lateral];
        if (is.kind !== 'course' || was.kind !== 'course') throw new Error(`${approach.id}: no course`);
        const turn = is.course_deg + reference!.north_deg - was.course_deg - before.reference!.north_deg;
        expect(Math.abs(((turn + 540) % 360) - 180)).toBeLessThan(1.001);
      });
    }
});
