import { describe, expect, test } from 'vitest';
import { aircraftById } from '$core/aircraft/catalogue';
import type { PlannedApproach } from '$core/drill/approach/approach-drill';
import { planForApproach, plannedApproach } from '$core/drill/approach/plan-for-approach';
import { lessonOf } from '$core/drill/lesson';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { trainingAreas } from '$core/earth/training-area';
import { flightFromChunks } from '$core/flight/recorder';
import { simulateFlight } from '$core/flight/simulated-flight';
import { gradeFlight } from '$core/grade/grade';
import { noHabits, type Habits } from '$core/pilot/habits';
import { approachById } from '$core/procedure/approach/approach-catalogue';
import { worldById } from '$core/radio/world-catalogue';

describe('what is said of an approach flown', () => {
  const korvane = aircraftById('korvane-750');
  const planned = (id: string, changes: Partial<PlannedApproach> = {}) => {
    const approach = approachById(id);
    const base = sensiblePlan(
      korvane,
      trainingAreas.find(({ world }) => world === approach.world)!
    );
    return { ...planForApproach(base, korvane, worldById(approach.world), { ...plannedApproach(approach, korvane), ends: 'missed' }), ...changes }; // prettier-ignore
  };
  const graded = (plan: PlannedApproach, habits: Partial<Habits> = {}) =>
    gradeFlight(
      flightFromChunks(simulateFlight(lessonOf(plan), { ...noHabits, ...habits }, plan.seed)),
      plan
    );

  test('first of all, of a way in by an arc that was left, that it was, and by how much', () => {
    const plan = planned('xvlb-vor-dme-06');
    const byArc = { ...plan, approach: { ...plan.approach, transition: 'arlak' } };
    const wayIn = (habits: Partial<Habits>) =>
      graded(byArc, habits).story!.map(({ words }) => words).find((words) => words.startsWith('To the final fix'))!; // prettier-ignore
    expect(wayIn({ widensArc: 1 })).toMatch(
      /, the arc was left by up to \d+\.\d NM to the outside, and the courses/
    );
    expect(wayIn({})).not.toMatch(/arc/);
  });

  test('a bank back to the runway’s course in the climb is no turn before it, and a course that was left was not kept within', () => {
    const chased = graded(planned('xvko-rnav-35', { seed: 4_400_587, windFrom_deg: 197, windSpeed_kt: 11, turbulence: 'light' }), { chasesNeedle: 1 }); // prettier-ignore
    expect(chased.findings.map(({ kind }) => kind)).toContain('chasing-needle');
    expect(chased.findings.map(({ kind }) => kind)).not.toContain('turn-before-climb');
    const way = chased.story!.find(({ words }) => words.startsWith('To the final fix'))!.words;
    const share = Number(/the courses (?:went out to|stayed within) (\d+)/.exec(way)![1]);
    expect(way).toContain(share > 75 ? 'went out to' : 'stayed within');
  });
});
