import { describe, expect, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { lessonOf } from '$core/drill/lesson';
import { problemsOf } from '$core/drill/plan-check';
import { radiosFor, firstByRadio } from '$core/drill/reference-radios';
import { trainingAreaById } from '$core/earth/training-area';
import { column } from '$core/flight/flight';
import { gradeFlight } from '$core/grade/grade';
import type { Habits } from '$core/pilot/habits';
import { pen } from './drawn-flight';
import { flown } from './flown';

const planAt = (area: string, changes = {}) => ({
  ...sensiblePlan(aircraftCatalogue[0]!, trainingAreaById(area), 'localizer'),
  turbulence: 'light' as const,
  seed: 3,
  ...changes
});
const gradeOf = (plan: ReturnType<typeof planAt>, habits: Partial<Habits> = {}) =>
  gradeFlight(flown(plan, habits), plan);

describe('a localizer joined and tracked', () => {
  test.each(['vesterlund-bay', 'morrow-reach'])(
    'by the reference pilot in %s, in wind from either side',
    (area) => {
      for (const windFrom_deg of [330, 150]) {
        const grade = gradeOf(planAt(area, { windFrom_deg, windSpeed_kt: 20 }));
        expect(grade.verdict).toBe('met');
        expect(grade.findings.filter(({ severity }) => severity !== 'good')).toEqual([]);
      }
    }
  );

  test('full scale is the localizer’s own, seen from its antenna', () => {
    const lesson = lessonOf(planAt('vesterlund-bay'));
    const station = lesson.navigation!.origin.station;
    expect(station).toMatchObject({ id: 'IVL', kind: 'localizer', halfWidth_deg: 2.8 });
    for (const [out_nm, right_nm] of [
      [10, 0.4],
      [5, -0.1]
    ] as const) {
      const from = { along_nm: -out_nm, right_nm, course_deg: 240, heading_deg: 240 };
      const share = column(pen(lesson, 'track', from).straight(1).flight(), 'courseShare')[0]!;
      const angle_deg = (Math.asin(right_nm / Math.hypot(out_nm, right_nm)) * 180) / Math.PI;
      expect(share).toBeCloseTo(angle_deg / 2.8, 1);
    }
  });

  test('the radios it asks for are its frequency and its course; another course is no localizer', () => {
    const lesson = lessonOf(planAt('vesterlund-bay'));
    expect(radiosFor(firstByRadio(lesson.drill.phases)!)).toMatchObject({
      source: 'nav1',
      nav1: { active_MHz: 110.3, course_deg: 240 }
    });
    expect(problemsOf(planAt('vesterlund-bay', { figures: { course_deg: 200 } }))).toEqual([
      expect.objectContaining({ field: 'figures.course_deg', message: expect.stringContaining('IVL') })
    ]);
    expect(() =>
      lessonOf(
        planAt('vesterlund-bay', {
          navigation: { ...lesson.plan.navigation!, fix: 'VLB', turn: 'right', radios: 'ready', errors: [] }
        })
      )
    ).toThrow(/VLB.* one of IVL, IKO/);
  });

  test('who turns on late goes through it, who forgets the wind drifts off, who chases chases: found as what they are', () => {
    const wind = { windFrom_deg: 150, windSpeed_kt: 15 };
    const kinds = (habits: Partial<Habits>) =>
      gradeOf(planAt('vesterlund-bay', wind), habits).findings.map(({ kind }) => kind);
    expect(kinds({ turnsOnLate: 1 })).toContain('intercept-overshoot');
    expect(kinds({ ignoresWind: 1 })).toContain('no-wind-correction');
    expect(kinds({ chasesNeedle: 1 })).toContain('chasing-needle');
  });
});
