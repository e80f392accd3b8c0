import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { measureCorridor } from '$core/deviation/corridor-measure';
import { exceedancesOf, inputsOf } from '$core/deviation/exceedance';
import type { Goal } from '$core/drill/drill';
import { gradeFlight } from '$core/grade/grade';
import { deviationAt } from '$core/deviation/deviation';
import { profileAt, type Corridor, type Profile } from '$core/drill/corridor';
import { lessonOf } from '$core/drill/lesson';
import { exceedanceFindings } from '$core/grade/exceedance-findings';
import { leansOfFlight } from '$core/grade/lean';
import { samplesBetween, stripsOf } from '$lib/draw/strip';
import { flown, madeFlight, planOf } from './flown';
import { even } from './even';

/** Heights above a 3.00° path through 50 ft, computed apart: 318.4 ft for each NM (6,076.12 ft × tan 3°). */
const PATH: Profile = {
  along: 'along_nm',
  points: [
    { at_nm: -10, value: 50 + 3184.34 },
    { at_nm: 0, value: 50 }
  ],
  between: 'path'
};
const STEPS: Profile = {
  along: 'fixDistance_nm',
  points: [
    { at_nm: 0, value: 1800 },
    { at_nm: 5, value: 2400 },
    { at_nm: 8, value: 3000 }
  ],
  between: 'steps'
};
const floor: Corridor = { channel: 'altitude_ft', target: STEPS, above: null, below: 0 };

describe('a target that changes along the way', () => {
  test('a path is a straight line of distance, and stays level before its first and after its last point', () => {
    for (let nm = -10; nm <= 0; nm += 0.5)
      expect(profileAt(PATH, nm)).toBeCloseTo(50 + 6076.115 * -nm * Math.tan(Math.PI / 60), 0);
    expect(profileAt(PATH, -14)).toBe(50 + 3184.34);
    expect(profileAt(PATH, 2)).toBe(50);
  });

  test('a step holds until its fix is passed: at 5.0 NM it is still the higher one', () => {
    expect([12, 8, 7.99, 5, 4.99, 0].map((nm) => profileAt(STEPS, nm))).toEqual([
      3000, 3000, 2400, 2400, 1800, 1800
    ]);
  });

  test('flown on the line nothing is off, and off it by as much as it is moved, wherever on the path', () => {
    fc.assert(
      fc.property(even(-12, 1), fc.integer({ min: -400, max: 400 }), (nm, off) => {
        const corridor: Corridor = { channel: 'altitude_ft', target: PATH, above: 100, below: 100 };
        const read = (id: string) => (id === 'along_nm' ? nm : profileAt(PATH, nm) + off);
        expect(deviationAt(corridor, read)).toBeCloseTo(off, 6);
      })
    );
  });
});

describe('a floor', () => {
  const lesson = lessonOf(planOf({ drill: 'vor-tracking' }));
  const [phase] = lesson.drill.phases;
  /** Inbound from 10 NM at 120 kt, level at 3,000 to a fix at `from_nm`, then down to 1,800 at once. */
  const down = (from_nm: number) => {
    const distance = (t: number) => 10 - t / 30;
    return madeFlight(280, {
      fixDistance_nm: distance,
      altitude_ft: (t) => (distance(t) >= from_nm ? 3000 : 1800),
      pitch_deg: () => 0
    });
  };
  const measured = (flight: ReturnType<typeof down>) =>
    measureCorridor(flight, floor, phase!.id, 0, flight.length - 1);

  test('is kept by whoever stays above it, however high, and no lean is made of that', () => {
    const high = measured(madeFlight(280, { fixDistance_nm: (t) => 10 - t / 30, altitude_ft: () => 6000 }));
    expect(high).toMatchObject({ verdict: 'met', shareInside: 1, exceedances: [] });
    expect(leansOfFlight(lesson, [high])).toEqual([]);
    expect(measured(down(4.99)).exceedances).toEqual([]);
  });

  test('broken from the step that was left too soon until its own fix, and said with the minimum that held there', () => {
    // Left at 8 NM for 1,800: below the 2,400 of the step until 5 NM, 90 s.
    const measure = measured(down(7.99));
    expect(measure.exceedances).toHaveLength(1);
    const [below] = measure.exceedances;
    expect(below).toMatchObject({ side: 'below', peak: -600, asked: 2400, open: false });
    expect(below!.end_s - below!.start_s).toBeCloseTo(90, 0);
    expect(measure.verdict).toBe('not met');
    expect(exceedanceFindings(lesson, [measure])[0]).toMatchObject({
      title: expect.stringContaining('Below the minimum altitude'),
      evidence: expect.stringContaining('600 ft below 2400 ft (nothing allowed), outside for 90 s')
    });
  });

  test('is drawn as an edge by its steps, open to the other side', () => {
    const flight = down(7.99);
    const strips = stripsOf(flight, { measures: [measured(flight)], phases: [] }, lesson);
    const { corridors, bounds } = strips.find(({ id }) => id === 'altitude_ft')!;
    const [laid] = corridors;
    expect(laid).toMatchObject({ above: null, below: 0, steady: false });
    const drawn = samplesBetween(0, flight.length - 1).map((k) => laid!.target(k));
    expect([...new Set(drawn)]).toEqual([3000, 2400, 1800]);
    expect(bounds[0]).toBeLessThan(1800);
    expect(bounds[1]).toBeGreaterThan(3000);
  });
});

test('a speed may be as much faster and as much slower as the profile says of each', () => {
  const plan = planOf({ drill: 'straight-and-level' });
  const lesson = lessonOf(plan);
  const ownTolerance = { ...lesson.tolerance, speedAbove_kt: 5, speedBelow_kt: 15 };
  const [phase] = lessonOf({ ...plan, ownTolerance }).drill.phases;
  const speed = phase!.corridors.find(({ channel }) => channel === 'ias_kt')!;
  expect(speed).toMatchObject({ target: plan.startSpeed_kt, above: 5, below: 15 });
  const off = (kt: number) =>
    measureCorridor(madeFlight(20, { ias_kt: () => plan.startSpeed_kt + kt }), speed, phase!.id, 0, 200);
  expect([6, 4, -14, -16].map((kt) => off(kt).shareInside)).toEqual([0, 1, 1, 0]);
});

describe('an arc', () => {
  const goalOf = (direction: 1 | -1) => {
    const { goal } = lessonOf(planOf({ drill: 'dme-arc' })).drill.phases.find(
      ({ goal: { lateral } }) => lateral.kind === 'arc'
    )!;
    return { ...goal, lateral: { ...goal.lateral, direction } as Goal['lateral'] };
  };
  /** A mile and a half off it for 12 s, and a bank rolled into two seconds after leaving its corridor. */
  const off = (side: 1 | -1, bank_deg: number) =>
    madeFlight(80, {
      arcError_nm: (t) => (t >= 30 && t < 42 ? 1.5 * side : 0),
      bank_deg: (t) => (t >= 32 && t < 45 ? bank_deg : 0)
    });
  const corridor: Corridor = { channel: 'arcError_nm', target: 0, above: 1, below: 1 };
  const found = (side: 1 | -1, bank_deg: number, direction: 1 | -1) => {
    const flight = off(side, bank_deg);
    return exceedancesOf(flight, corridor, 0, flight.length - 1, inputsOf('arcError_nm', goalOf(direction)));
  };

  test('is come back to by a bank toward its middle: right on an arc to the right, left on one to the left', () => {
    for (const direction of [1, -1] as const)
      for (const side of [1, -1] as const) {
        expect(found(side, 12 * side * direction, direction)).toMatchObject([
          { side: side > 0 ? 'above' : 'below', correctedAfter_s: 2, prompt: true }
        ]);
        expect(found(side, -12 * side * direction, direction)).toMatchObject([{ prompt: false }]);
      }
  });

  test('and a course are drawn where they were asked for, and nowhere else', () => {
    const plan = planOf({ drill: 'arc-and-hold', seed: 3 });
    const lesson = lessonOf(plan);
    const flight = flown(plan);
    const grade = gradeFlight(flight, plan);
    const strips = stripsOf(flight, grade, lesson);
    const values = (id: string) => strips.find((strip) => strip.id === id)!.values;
    for (const { phaseId, start_s, end_s } of grade.phases) {
      const arc = lesson.drill.phases.find(({ id }) => id === phaseId)!.goal.lateral.kind === 'arc';
      for (let k = Math.round(start_s * 10) + 2; k < end_s * 10 - 2; k += 37) {
        expect(Number.isNaN(values('arcError_nm')[k]!)).toBe(!arc);
        expect(Number.isNaN(values('courseShare')[k]!)).toBe(arc);
      }
    }
    expect(strips.every(({ bounds }) => bounds.every(Number.isFinite))).toBe(true);
    // Judged once, by its own check: no second element of the grade for the same miles.
    expect(grade.elements.filter(({ name }) => /arc/i.test(name)).map(({ name }) => name)).not.toContain(
      'Arc: arc'
    );
    expect(grade.measures.some(({ channel }) => channel === 'arcError_nm')).toBe(true);
  });
});
