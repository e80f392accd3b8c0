import { describe, expect, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { isApproach } from '$core/drill/approach/approach-drill';
import { lessonOf } from '$core/drill/lesson';
import { problemsOf } from '$core/drill/plan-check';
import { gradeFlight } from '$core/grade/grade';
import type { Habits } from '$core/pilot/habits';
import { mockTest, mockVerdict, resultsOf, type MockPart, type MockResult } from '$core/road/mock-test';
import { instrumentTest } from '$core/road/readiness';
import { taskOfPlan } from '$core/road/practice-level';
import { flown } from './flown';

const seeds = Array.from({ length: 40 }, (_, i) => 1 + 977 * i);
const sandling = seeds.map((seed) => mockTest(instrumentTest, 'sandling-160', seed));

describe('a mock test', () => {
  test.each(aircraftCatalogue.map(({ id }) => id))(
    'in the %s: every task of the standard once, in its order, each by something that shows it and can be flown',
    (aircraft) => {
      for (const seed of seeds.slice(0, 6)) {
        const parts = mockTest(instrumentTest, aircraft, seed);
        expect(parts.map(({ shows }) => shows[0]!.id)).toEqual(instrumentTest.tasks.map(({ id }) => id));
        parts.forEach(({ flown: task, plan }, i) => {
          expect(instrumentTest.tasks[i]!.shownBy).toContain(task);
          expect(taskOfPlan(plan)).toBe(task);
          expect(plan.aircraft).toBe(aircraft);
          expect(problemsOf(plan)).toEqual([]);
        });
      }
    }
  );

  test('is strict: nothing is shown or told, the radios are found cold, the air moves', () => {
    for (const { plan } of sandling.flat()) {
      expect(plan.corridors).toBe('test');
      expect(plan.toleranceProfile).toBe('faa-basic-attitude');
      expect(plan.windSpeed_kt).toBeGreaterThan(10);
      expect(plan.turbulence).not.toBe('smooth');
      if (isApproach(plan)) expect(plan.approach.radios).toBe('cold');
    }
  });

  test('has a missed approach, on the precision or on the non-precision one; lands where there is a runway; circles into the wind', () => {
    const where = new Set<string>();
    for (const parts of sandling) {
      const missed = parts.filter(({ shows }) => shows.some(({ id }) => id === 'missed-approach'));
      expect(missed.length).toBeGreaterThan(0);
      for (const { shows } of missed) where.add(shows[0]!.id);
      for (const { plan, shows } of parts) {
        if (!isApproach(plan)) continue;
        const segments = lessonOf(plan).drill.phases.map(({ segment }) => segment);
        expect(segments.includes('missed')).toBe(shows.length > 1);
        if (shows[0]!.id !== 'circling') continue;
        expect(shows).toHaveLength(1);
        const runwayCourse_deg = 10 * Number(plan.approach.circle!.runway);
        // With two runways, one of them is within a right angle of the wind.
        expect(Math.cos(((plan.windFrom_deg - runwayCourse_deg) * Math.PI) / 180)).toBeGreaterThan(-0.2);
      }
    }
    expect(where).toEqual(new Set(['precision', 'non-precision']));
  });

  test('is the same for the same seed, and over many seeds shows each task by everything that shows it, in winds from all around', () => {
    expect(mockTest(instrumentTest, 'sandling-160', 1)).toEqual(sandling[0]);
    instrumentTest.tasks.forEach(({ shownBy }, i) => {
      const drawn = new Set(sandling.map((parts) => parts[i]!.flown));
      expect([...drawn].sort()).toEqual([...shownBy].sort());
    });
    const winds = new Set(sandling.flat().map(({ plan }) => Math.floor(plan.windFrom_deg / 90) % 4));
    expect(winds.size).toBe(4);
  });
});

describe('its result', () => {
  const whole: Pick<MockPart, 'shows'> = { shows: [{ id: 'a', area: '', name: 'A', of: 'whole' }] };
  const parted: Pick<MockPart, 'shows'> = {
    shows: [
      { id: 'a', area: '', name: 'A', of: ['inbound', 'final'] },
      { id: 'm', area: '', name: 'M', of: ['missed'] }
    ]
  };
  const outcomes = (results: MockResult[]) => results.map(({ outcome }) => outcome);
  const segment = (name: 'inbound' | 'final' | 'missed', isMet: boolean) =>
    ({ segment: name, verdict: isMet ? 'met' : 'not met' }) as const;

  test('by task: a prompt correction is within the standard, what was not flown is told apart from what failed', () => {
    expect(outcomes(resultsOf(whole, null))).toEqual(['not flown']);
    expect(
      outcomes(resultsOf(whole, { verdict: 'met with prompt correction', completed: true, segments: [] }))
    ).toEqual(['satisfactory']);
    expect(outcomes(resultsOf(whole, { verdict: 'not met', completed: true, segments: [] }))).toEqual([
      'unsatisfactory'
    ]);
  });

  test('an approach and its missed approach each by its own part of the flight', () => {
    const of = (completed: boolean, ...segments: ReturnType<typeof segment>[]) =>
      outcomes(resultsOf(parted, { verdict: 'not met', completed, segments }));
    const [inbound, final] = [segment('inbound', true), segment('final', true)];
    expect(of(true, inbound, final, segment('missed', false))).toEqual(['satisfactory', 'unsatisfactory']);
    expect(of(true, segment('inbound', false), final, segment('missed', true))).toEqual([
      'unsatisfactory',
      'satisfactory'
    ]);
    // Broken off, however well it went until then: on the final, and in the climb.
    expect(of(false, inbound, final)).toEqual(['unsatisfactory', 'not flown']);
    expect(of(false, inbound, final, segment('missed', true))).toEqual(['satisfactory', 'unsatisfactory']);
    // An instructor's own verdict is of the whole flight.
    expect(outcomes(resultsOf(parted, { verdict: 'met', completed: false, segments: [] }))).toEqual([
      'satisfactory',
      'satisfactory'
    ]);
  });

  test('as a whole it is passed by every task, and not before all are flown', () => {
    const of = (...all: MockResult['outcome'][]) =>
      all.map((outcome): MockResult => ({ id: '', area: '', name: '', outcome }));
    expect(mockVerdict(of('satisfactory', 'satisfactory'), false)).toBe('passed');
    expect(mockVerdict(of('satisfactory', 'not flown'), false)).toBe('under way');
    expect(mockVerdict(of('unsatisfactory', 'not flown'), false)).toBe('under way');
    expect(mockVerdict(of('satisfactory', 'not flown'), true)).toBe('not passed');
    expect(mockVerdict(of('satisfactory', 'unsatisfactory'), false)).toBe('not passed');
  });

  test('of who turns before the climb the approach is satisfactory and the missed approach is not; of the reference pilot both are', () => {
    const part = sandling.flat().find(({ shows }) => shows[0]!.id === 'precision' && shows.length > 1)!;
    const of = (habits: Partial<Habits>) => {
      const { verdict, segments = [], comparable } = gradeFlight(flown(part.plan, habits), part.plan);
      return outcomes(resultsOf(part, { verdict, completed: comparable.completed, segments }));
    };
    expect(of({})).toEqual(['satisfactory', 'satisfactory']);
    expect(of({ turnsBeforeClimb: 1 })).toEqual(['satisfactory', 'unsatisfactory']);
  });
});
