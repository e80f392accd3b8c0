import { measureCorridor } from '$core/deviation/corridor-measure';
import { describe, expect, test } from 'vitest';
import type { Corridor } from '$core/drill/corridor';
import { deviationAt, fractionOfTolerance } from '$core/deviation/deviation';
import { exceedancesOf } from '$core/deviation/exceedance';
import type { FindingKind } from '$core/finding/finding-kind';
import { gradeFlight, type Grade } from '$core/grade/grade';
import { swingingOf } from '$core/grade/habits/vertical-swing';
import { column } from '$core/flight/flight';
import { flightFromChunks } from '$core/flight/recorder';
import { chunksOf, flown, madeFlight, planOf } from './flown';

const altitude: Corridor = { channel: 'altitude_ft', target: 4000, above: 100, below: 100 };
const found = (grade: Grade) => new Set(grade.findings.map((finding) => finding.kind));

/** High by `peak` from `from_s` to `to_s`, with the nose lowered `after_s` after leaving. */
function excursion(from_s: number, to_s: number, peak = 160, after_s = 1) {
  return madeFlight(60, {
    altitude_ft: (t) => (t >= from_s && t < to_s ? 4000 + peak : 4000),
    pitch_deg: (t) => (t >= from_s + after_s ? 0 : 2)
  });
}

describe('exceedances', () => {
  const of = (flight: ReturnType<typeof madeFlight>) => exceedancesOf(flight, altitude, 0, flight.length - 1);

  test('outside for less than 3 s does not count; from 3 s on it does, with peak, side and duration', () => {
    expect(of(excursion(10, 12.9))).toEqual([]);
    expect(of(excursion(10, 13.2))).toMatchObject([
      { start_s: 10, end_s: 13.2, peak: 160, side: 'above', prompt: true, open: false }
    ]);
    expect(of(excursion(10, 14, -130, 1))).toMatchObject([{ peak: -130, side: 'below' }]);
  });

  test('it ends only after 2 s within 0.8 of the tolerance', () => {
    const two = madeFlight(60, {
      altitude_ft: (t) =>
        t >= 10 && t < 15 ? 4150 : t >= 15 && t < 16.5 ? 4000 : t >= 16.5 && t < 20 ? 4150 : 4000
    });
    expect(of(two)).toMatchObject([{ start_s: 10, end_s: 20 }]);
    const lingering = madeFlight(60, {
      altitude_ft: (t) => (t >= 10 && t < 15 ? 4150 : t >= 15 && t < 30 ? 4090 : 4000)
    });
    expect(of(lingering)).toMatchObject([{ end_s: 30, prompt: false }]);
  });

  test('prompt is an input the right way within 5 s and back within 15 s', () => {
    expect(of(excursion(10, 20, 160, 4))[0]).toMatchObject({ correctedAfter_s: 4, prompt: true });
    expect(of(excursion(10, 20, 160, 7))[0]).toMatchObject({ correctedAfter_s: 7, prompt: false });
    expect(of(excursion(10, 28, 160, 2))[0]).toMatchObject({ prompt: false });
    expect(of(excursion(10, 20, -160, 2))[0]).toMatchObject({ correctedAfter_s: null, prompt: false });
  });

  test('where the phase ends first, what had been done until then decides; where nothing was due yet, nothing is said', () => {
    const cut = (from_s: number, after_s: number) => of(excursion(from_s, 99, 160, after_s))[0];
    expect(cut(50, 1)).toMatchObject({ open: true, prompt: true });
    expect(cut(50, 6)).toMatchObject({ open: true, prompt: false });
    expect(cut(44, 1)).toMatchObject({ open: true, prompt: false });
    expect(cut(53, 99)).toMatchObject({ correctedAfter_s: null, prompt: false });
    expect(cut(56, 99)).toMatchObject({ correctedAfter_s: null, prompt: null });
    // Outside already as the phase began, its end came none too soon.
    expect(exceedancesOf(excursion(30, 99, 160, 1), altitude, 560, 599)).toMatchObject([{ open: true, prompt: false }]); // prettier-ignore
    const measured = (flight: ReturnType<typeof madeFlight>) => measureCorridor(flight, altitude, 'x', 0, flight.length - 1); // prettier-ignore
    expect(measured(excursion(56, 99, 160, 99))).toMatchObject({ verdict: 'met', shareInside: expect.closeTo(0.93, 2) }); // prettier-ignore
    expect(measured(excursion(53, 99, 160, 99)).verdict).toBe('not met');
    // The one before it is judged all the same.
    const twice = madeFlight(60, {
      altitude_ft: (t) => ((t >= 20 && t < 28) || t >= 56 ? 4160 : 4000),
      pitch_deg: (t) => (t >= 21 && t < 40 ? 0 : 2)
    });
    expect(measured(twice)).toMatchObject({ verdict: 'met with prompt correction', exceedances: [{ prompt: true }, { prompt: null }] }); // prettier-ignore
  });

  test('two prompt corrections are forgiven, a third is not; one that was not prompt never is', () => {
    // High by 160 ft for 8 s, put right a second after leaving; every 30 s.
    const times = (count: number, after_s = 1) => {
      const inside = (t: number, from: number, to: number) =>
        t > 20 && t < 20 + 30 * count && t % 30 >= from && t % 30 < to;
      const flight = madeFlight(160, {
        altitude_ft: (t) => (inside(t, 0, 8) ? 4160 : 4000),
        pitch_deg: (t) => (inside(t, after_s, 14) ? 0 : 2)
      });
      return measureCorridor(flight, altitude, 'x', 0, flight.length - 1);
    };
    expect([0, 1, 2, 3].map((count) => times(count).exceedances.length)).toEqual([0, 1, 2, 3]);
    expect([0, 1, 2, 3].map((count) => times(count).verdict)).toEqual([
      'met',
      'met with prompt correction',
      'met with prompt correction',
      'not met'
    ]);
    expect(times(1, 7).verdict).toBe('not met');
  });

  test('headings are measured the short way round; a side that allows nothing is broken by anything', () => {
    const north: Corridor = { channel: 'heading_deg', target: 360, above: 10, below: 10 };
    expect(deviationAt(north, () => 5)).toBe(5);
    expect(deviationAt(north, () => 355)).toBe(-5);
    expect(fractionOfTolerance({ ...altitude, below: 0 }, -1)).toBeLessThan(-1);
    expect(fractionOfTolerance({ ...altitude, below: 0 }, 0)).toBe(0);
  });
});

describe('pumping', () => {
  const swing = (amplitude: number, period_s: number, nose_deg = 2) => {
    const flight = madeFlight(90, {
      verticalSpeed_fpm: (t) => -500 + amplitude * Math.sin((2 * Math.PI * t) / period_s),
      pitch_deg: (t) => nose_deg * Math.cos((2 * Math.PI * t) / period_s)
    });
    return swingingOf(flight, 0, flight.length - 1);
  };
  test('swings beyond ±300 ft/min with a period of 5–40 s are found, with their period', () => {
    expect(swing(400, 12)).toMatchObject({ lowest_fpm: -900, highest_fpm: -100 });
    expect(swing(400, 12)!.period_s).toBeCloseTo(12, 1);
    expect(swing(250, 12)).toBeNull();
    expect(swing(600, 3)).toBeNull();
    expect(swing(600, 44)).toBeNull();
    // Waves of the air that the nose has no part in.
    expect(swing(400, 12, 0.5)).toBeNull();
  });
});

describe('the grader against pilots whose faults are known', () => {
  const winds = [0, 18, 30];
  const cases = [1, 2, 3, 4, 5, 6].map((seed) =>
    planOf({
      seed: seed * 17,
      windSpeed_kt: winds[seed % 3]!,
      figures: { descentRate_fpm: 400 + 50 * seed }
    })
  );

  test.each(cases.map((plan) => [plan.seed, plan] as const))(
    'seed %d: the reference flies to standard, each habit is found, and only it',
    (_, plan) => {
      const reference = gradeFlight(flown(plan), plan);
      expect(reference.verdict).not.toBe('not met');
      expect(reference.score).toBeGreaterThan(90);
      expect(found(reference)).toContain<FindingKind>('speed-first');
      for (const kind of [
        'started-down-before-slowing',
        'pumping',
        'below-decision-altitude',
        'late-decision',
        'not-flown'
      ] as const) {
        expect(found(reference)).not.toContain(kind);
      }
      const early = gradeFlight(flown(plan, { startsDownBeforeSlowing: 1 }), plan);
      expect(found(early)).toContain<FindingKind>('started-down-before-slowing');
      expect(found(early)).not.toContain<FindingKind>('pumping');
      expect(early.verdict).toBe('not met');
      const pumping = gradeFlight(flown(plan, { pumpsPitch: 1 }), plan);
      expect(found(pumping)).toContain<FindingKind>('pumping');
      expect(found(pumping)).not.toContain<FindingKind>('started-down-before-slowing');
      expect(pumping.score).toBeLessThan(early.score + 20);
      expect(reference.score).toBeGreaterThan(Math.max(early.score, pumping.score));
    }
  );

  test('a descent begun too fast and pumped is no slowing first: the speed is that at which the level was left for good', () => {
    for (const seed of [7919, 15838, 31676, 63352, 79190, 118785]) {
      const plan = planOf({
        seed,
        turbulence: 'smooth',
        windFrom_deg: 240,
        windSpeed_kt: 18,
        figures: { descentRate_fpm: 600 }
      });
      const flight = flown(plan, {
        startsDownBeforeSlowing: 1,
        pumpsPitch: 0.8,
        rollsOutLate: 1,
        levelsOffLate: 1
      });
      // Read off by itself: the last moment at the level before it lies 150 ft below.
      const altitude = column(flight, 'altitude_ft');
      let k = altitude.findIndex((height) => height < plan.startAltitude_ft - 150);
      while (altitude[k]! < plan.startAltitude_ft - 10) k -= 1;
      expect(column(flight, 'ias_kt')[k]!).toBeGreaterThan(100);
      expect(found(gradeFlight(flight, plan)), `seed ${seed}`).toContain<FindingKind>(
        'started-down-before-slowing'
      );
    }
  });

  test('the figure is its own arithmetic, and the worst element decides the verdict', () => {
    const plan = cases[1]!;
    const grade = gradeFlight(flown(plan, { startsDownBeforeSlowing: 1 }), plan);
    const weights = grade.elements.reduce((sum, element) => sum + element.weight, 0);
    const raw = grade.elements.reduce((sum, element) => sum + element.weight * element.score, 0) / weights;
    expect(grade.score).toBe(Math.round(raw * 0.7));
    expect(
      grade.elements.filter((element) => element.verdict === 'not met').map((element) => element.name)
    ).toContain('Speed before descent');
    expect(grade.arithmetic.join(' ')).toContain('× 0.7');
  });

  test('unaided needs the corridors hidden', () => {
    const calm = planOf({ turbulence: 'smooth' });
    expect(gradeFlight(flown(calm), calm)).toMatchObject({ verdict: 'met', learningStep: 'with prompting' });
    const test = { ...calm, corridors: 'test' as const };
    expect(gradeFlight(flown(test), test)).toMatchObject({
      verdict: 'met',
      learningStep: 'unaided to standard'
    });
  });

  test('sinking through the decision altitude is a hard finding that no average hides', () => {
    const asked = planOf({ turbulence: 'smooth' });
    // Judged against a decision altitude 200 ft higher than the pilot believed.
    const judged = planOf({
      turbulence: 'smooth',
      figures: { decisionAltitude_ft: asked.figures['decisionAltitude_ft']! + 200 }
    });
    const grade = gradeFlight(flown(asked), judged);
    expect(grade.findings.find((finding) => finding.kind === 'below-decision-altitude')).toMatchObject({
      severity: 'hard'
    });
    expect(grade.verdict).toBe('not met');
    expect(grade.score).toBeLessThanOrEqual(50);
  });

  test('a flight broken off is graded as far as it went, and says so', () => {
    const plan = planOf();
    const chunks = chunksOf(plan);
    const grade = gradeFlight(flightFromChunks(chunks.slice(0, 30)), plan);
    expect(grade.comparable.completed).toBe(false);
    expect(grade.comparable.figures.some((figure) => figure.id.startsWith('decision'))).toBe(false);
    expect(found(grade)).toContain<FindingKind>('not-flown');
    expect(grade.verdict).toBe('not met');
    expect(gradeFlight(flightFromChunks(chunks.slice(0, 1)), plan).score).toBeLessThan(20);
  });
});
