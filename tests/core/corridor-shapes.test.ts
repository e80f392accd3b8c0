import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { measureCorridor } from '$core/deviation/corridor-measure';
import { deviationAt } from '$core/deviation/deviation';
import { profileAt, type Corridor, type Profile } from '$core/drill/corridor';
import { lessonOf } from '$core/drill/lesson';
import { exceedanceFindings } from '$core/grade/exceedance-findings';
import { leansOfFlight } from '$core/grade/lean';
import { samplesBetween, stripsOf } from '$lib/draw/strip';
import { madeFlight, planOf } from './flown';

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
      fc.property(
        fc.double({ min: -12, max: 1, noNaN: true }),
        fc.integer({ min: -400, max: 400 }),
        (nm, off) => {
          const corridor: Corridor = { channel: 'altitude_ft', target: PATH, above: 100, below: 100 };
          const read = (id: string) => (id === 'along_nm' ? nm : profileAt(PATH, nm) + off);
          expect(deviationAt(corridor, read)).toBeCloseTo(off, 6);
        }
      )
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
