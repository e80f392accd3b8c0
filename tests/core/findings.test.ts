import { firstTarget } from '$core/drill/corridor';
import { describe, expect, test } from 'vitest';
import { aircraftById, aircraftCatalogue } from '$core/aircraft/catalogue';
import { lessonOf } from '$core/drill/lesson';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { trainingAreaById } from '$core/earth/training-area';
import type { Corridor } from '$core/drill/corridor';
import { flightFromChunks } from '$core/flight/recorder';
import type { Flight } from '$core/flight/flight';
import { simulateFlight } from '$core/flight/simulated-flight';
import { exceedanceFindings } from '$core/grade/exceedance-findings';
import { leanFindings, leansOfFlight } from '$core/grade/lean';
import { measureCorridor } from '$core/deviation/corridor-measure';
import { fixationOf } from '$core/grade/habits/fixation';
import type { FindingKind } from '$core/finding/finding-kind';
import { gradeFlight } from '$core/grade/grade';
import { historyOf, leansOf } from '$core/grade/history';
import { outOfTrimOf, powerHuntingOf } from '$core/grade/habits/hand-habits';
import { overCorrectionOf } from '$core/grade/habits/over-correction';
import { leanOf, trendOf } from '$core/grade/trend';
import { noHabits, type Habits } from '$core/pilot/habits';
import { lessonFor } from './drawn-flight';
import { madeFlight } from './flown';
import { planned } from './planned-approach';

const altitude: Corridor = { channel: 'altitude_ft', target: 4000, above: 100, below: 100 };
const heading: Corridor = { channel: 'heading_deg', target: 360, above: 10, below: 10 };

describe('what goes on from phase to phase', () => {
  const lesson = lessonFor('constant-rate-climb', {});
  const { phases } = lesson.drill;
  const off = (heading_deg: (t: number) => number, to = [360, 360]) => {
    // Two phases of a minute, each asked to hold a heading.
    const flight = madeFlight(120, { heading_deg, bank_deg: (t) => (t > 70 ? 5 : 0) });
    const measures = [0, 1].map((k) =>
      measureCorridor(flight, { ...heading, target: to[k]! }, phases[k]!.id, 600 * k, 600 * (k + 1) - (k === 0 ? 0 : 1))
    ); // prettier-ignore
    return exceedanceFindings(lesson, measures).map(({ title, evidence, moment_s, start_s, end_s }) => ({ title, evidence, at: [moment_s, start_s, end_s].map(Math.round) })); // prettier-ignore
  };
  const names = phases.map(({ name }) => name);

  test('is one deviation, said where it was worst, with all its time and the first answer to it', () => {
    const across = off((t) => (t > 40 && t < 90 ? 345 : 360));
    expect(across).toHaveLength(1);
    expect(across[0]!.at.slice(1)).toEqual([40, 90]);
    expect(across[0]!.evidence).toMatch(
      `Up to 15° left of 360° (10° allowed), outside for 50 s, from “${names[0]}” on; first correction after 30`
    );
    // Farther out and longer in the first: told there, as far as it went anywhere.
    const [early] = off((t) => (t <= 20 ? 360 : t < 60 ? 335 : t < 75 ? 340 : 360));
    expect(early!.evidence).toMatch(
      `Up to 25° left of 360° (10° allowed), outside for 55 s, on into “${names[1]}”; first correction after 50`
    );
    const [never] = off((t) => (t <= 20 ? 360 : t < 60 ? 335 : 340));
    expect(never!.evidence).toMatch(`outside for 100 s, from “${names[0]}” on and still outside at the end of the phase`); // prettier-ignore
  });

  test('is two where it was back between, to the other side, or where something else is asked for', () => {
    expect(off((t) => ((t > 30 && t < 50) || (t > 65 && t < 90) ? 345 : 360))).toHaveLength(2);
    expect(off((t) => (t > 40 && t < 60 ? 345 : t >= 60 && t < 80 ? 15 : 360))).toHaveLength(2);
    expect(off((t) => (t > 40 && t < 90 ? 330 : 350), [360, 350])).toHaveLength(2);
  });

  test('is not said while the next phase is flown: it may go on there', () => {
    const flight = madeFlight(120, { heading_deg: (t) => (t > 20 && t < 30 ? 345 : t > 40 ? 340 : 360) });
    const over = measureCorridor(flight, heading, phases[0]!.id, 0, 599);
    const said = (under_s?: number) => exceedanceFindings(lesson, [over], [], under_s).map(({ end_s }) => Math.round(end_s)); // prettier-ignore
    expect([said(60), said(), said(70)]).toEqual([[30], [30, 60], [30, 60]]);
  });

  test('several below a minimum are shown by the lowest, however high the others, and none is forgiven', () => {
    const approach = lessonOf(planned('xvlb-vor-dme-06', { transition: null }));
    const leg = approach.drill.phases.find(({ segment, goal }) => segment === 'inbound' && goal.floor && goal.vertical.kind === 'level')!; // prettier-ignore
    const { altitude_ft } = leg.goal.vertical as { altitude_ft: number };
    const off_ft = (t: number) =>
      t > 20 && t < 35 ? 190 : t > 60 && t < 70 ? -120 : t > 90 && t < 100 ? -140 : 0;
    const flight = madeFlight(120, { altitude_ft: (t) => altitude_ft + off_ft(t) });
    const corridor: Corridor = { ...altitude, target: altitude_ft };
    const [said, ...more] = exceedanceFindings(approach, [
      measureCorridor(flight, corridor, leg.id, 0, 1199)
    ]);
    expect(more).toEqual([]);
    expect(said).toMatchObject({ kind: 'below-minimum', severity: 'hard', side: 'below' });
    expect(Math.round(said!.moment_s)).toBeGreaterThanOrEqual(90);
    expect(said!.evidence).toBe(
      `1 × high, 2 × low; at worst 140 ft below ${altitude_ft} ft (100 ft allowed). 0 of 3 corrected promptly.`
    );
  });

  test('three of one side are counted on that side, and the other is left out', () => {
    const high = [20, 50, 80].map((from) => (t: number) => (t > from && t < from + 12 ? 180 : 0));
    for (const [side, word] of [
      [1, 'high'],
      [-1, 'low']
    ] as const) {
      const flight = madeFlight(120, { altitude_ft: (t) => 4000 + side * high.reduce((sum, off) => sum + off(t), 0) }); // prettier-ignore
      const [said, ...more] = exceedanceFindings(lesson, [measureCorridor(flight, altitude, phases[0]!.id, 0, 1199)]); // prettier-ignore
      expect(more).toEqual([]);
      expect(said!.title).toBe('Altitude out three times in level flight');
      expect(said!.evidence).toMatch(new RegExp(`^3 × ${word}; at worst 180 ft`));
    }
  });

  test('beyond what is allowed by less than its last figure is just over it', () => {
    const [by] = off((t) => (t > 30 && t < 50 ? 349.7 : 360));
    expect(by!.evidence).toMatch(/^Just over 10° left of 360° \(10° allowed\)/);
    expect(off((t) => (t > 30 && t < 50 ? 349.3 : 360))[0]!.evidence).toMatch(/^Up to 11° left of 360°/);
  });
});

describe('habits seen in the data, by their definitions', () => {
  const waves = (amplitude: (t: number) => number, period_s = 24) =>
    madeFlight(200, { altitude_ft: (t) => 4000 + amplitude(t) * Math.sin((2 * Math.PI * t) / period_s) });
  const over = (flight: ReturnType<typeof madeFlight>) =>
    overCorrectionOf(flight, altitude, 0, flight.length - 1);

  test('over-correcting: through the target again and again with peaks that do not shrink', () => {
    expect(over(waves(() => 60))!.crossings).toBeGreaterThanOrEqual(14);
    expect(over(waves(() => 60))!.peaks.every((peak, i, all) => i === 0 || peak * all[i - 1]! < 0)).toBe(
      true
    );
    expect(over(waves((t) => 120 * Math.exp(-t / 15)))).toBeNull();
    expect(over(waves(() => 20))).toBeNull();
    expect(over(waves(() => 60, 160))).toBeNull();
  });

  test('staring: one worked at and tight while another wanders with no input of its own, twice over', () => {
    // The heading drifts out twice and is brought back; the hands are on the elevator all the time, or on nothing.
    const drift = (t: number) => (t % 100 < 70 ? Math.max(0, 0.5 * ((t % 100) - 20)) : 0);
    const made = (changes: Record<string, (t: number) => number>, seconds = 200) =>
      madeFlight(seconds, {
        altitude_ft: () => 4005,
        heading_deg: drift,
        pitch_deg: (t) => Math.sign(Math.sin(t)),
        bank_deg: () => 1,
        ...changes
      });
    const find = (flight: Flight, visible = () => true) => {
      const measures = [altitude, heading].map((corridor) =>
        measureCorridor(flight, corridor, 'level', 0, flight.length - 1)
      );
      return fixationOf(flight, measures, visible);
    };
    expect(find(made({}))).toMatchObject({
      held: 'altitude_ft',
      wandered: 'heading_deg',
      times: { length: 2 }
    });
    // Once says nothing; hands that lie still say nothing of what was looked at; nor does what could not be seen.
    expect(find(made({}, 100))).toBeNull();
    expect(find(made({ pitch_deg: () => 0 }))).toBeNull();
    expect(find(made({}), () => false)).toBeNull();
    // Worked at, however badly, is not forgotten; and what is loose was not stared at.
    expect(find(made({ bank_deg: (t) => 3 * Math.sign(Math.sin(t)) }))).toBeNull();
    expect(find(made({ altitude_ft: (t) => 4000 + 60 * Math.sin(t) }))).toBeNull();
  });

  test('power hunting counts reversals within a minute; trimming looks at what the hand holds', () => {
    const throttle = (period_s: number, size: number) =>
      madeFlight(120, { throttle: (t) => 0.6 + size * Math.sign(Math.sin((2 * Math.PI * t) / period_s)) });
    const all = [[0, 1200]] as const;
    // One swing every three seconds.
    expect(powerHuntingOf(throttle(6, 0.05), all)!.reversals).toBeCloseTo(20, -0.5);
    expect(powerHuntingOf(throttle(6, 0.02), all)).toBeNull();
    expect(powerHuntingOf(throttle(40, 0.05), all)).toBeNull();
    expect(outOfTrimOf(madeFlight(120, { elevator: () => -0.12 }), all)).toMatchObject({
      elevator: expect.closeTo(-0.12, 2)
    });
    expect(outOfTrimOf(madeFlight(120, { elevator: (t) => 0.3 * Math.sin(t) }), all)).toBeNull();
    // Phases too short for it are taken together as long as nobody touches the trim.
    const phases = [0, 400, 800].map((from) => [from, from + 390] as const);
    const trimmedAt = (times_s: number[]) =>
      madeFlight(120, { elevator: () => -0.12, trim: (t) => 0.1 * times_s.filter((at) => t >= at).length });
    expect(outOfTrimOf(trimmedAt([]), phases)).toMatchObject({ start_s: 12, seconds: 30 });
    expect(outOfTrimOf(trimmedAt([41, 81]), phases)).toBeNull();
    expect(outOfTrimOf(madeFlight(120, { elevator: () => -0.12, bank_deg: () => 20 }), all)).toBeNull();
  });
});

test.each([
  ['pumpsPitch', 'vertical-s-a', 'pumping', 'power-hunting'],
  ['overControls', 'straight-and-level', 'over-correcting', 'pumping']
] as const)('%s at %s is said once, as %s, and not besides as %s', (habit, drill, kind, echo) => {
  for (const [i, aircraft] of aircraftCatalogue.entries()) {
    const plan = { ...sensiblePlan(aircraft, trainingAreaById('vesterlund-bay'), drill), seed: 31 + i };
    const flight = flightFromChunks(simulateFlight(lessonOf(plan), { ...noHabits, [habit]: 1 }, plan.seed));
    const kinds = gradeFlight(flight, plan).findings.map((finding) => finding.kind);
    expect(kinds).toContain(kind);
    expect(kinds).not.toContain(echo);
  }
});

describe('each habit of a simulated pilot is found, and the reference has none of it', () => {
  const cases: [keyof Habits, string, FindingKind][] = [
    ['startsDownBeforeSlowing', 'rate-and-speed-descent', 'started-down-before-slowing'],
    ['pumpsPitch', 'vertical-s-a', 'pumping'],
    ['overControls', 'straight-and-level', 'over-correcting'],
    ['rollsOutLate', 'standard-rate-turns', 'late-roll-out'],
    ['rollsOutEarly', 'standard-rate-turns', 'early-roll-out'],
    ['levelsOffLate', 'level-offs', 'level-off-overshoot'],
    ['levelsOffEarly', 'level-offs', 'level-off-undershoot'],
    ['favoursRight', 'straight-and-level', 'bias-to-one-side'],
    ['huntsPower', 'straight-and-level', 'power-hunting'],
    ['fliesOutOfTrim', 'straight-and-level', 'not-trimmed'],
    ['configuresLate', 'pattern-b', 'late-configuration'],
    ['slowToReact', 'unusual-attitudes', 'slow-recovery'],
    ['wrongOrder', 'unusual-attitudes', 'wrong-order']
  ];
  const found = (aircraft: string, drill: string, habits: Partial<Habits>) => {
    const plan = {
      ...sensiblePlan(aircraftById(aircraft), trainingAreaById('vesterlund-bay'), drill),
      seed: 907
    };
    const flight = flightFromChunks(simulateFlight(lessonOf(plan), { ...noHabits, ...habits }, plan.seed));
    return gradeFlight(flight, plan).findings;
  };
  test.each(cases.map((row, i) => [...row, aircraftCatalogue[i % aircraftCatalogue.length]!.id] as const))(
    '%s at %s is said as %s',
    (habit, drill, kind, aircraft) => {
      const findings = found(aircraft, drill, { [habit]: 1 });
      const mine = findings.find((f) => f.kind === kind);
      expect(mine, findings.map((f) => f.kind).join()).toBeDefined();
      expect(mine!.evidence).toMatch(/\d/);
      expect(mine!.cure.length).toBeGreaterThan(20);
      expect(mine!.end_s).toBeGreaterThanOrEqual(mine!.start_s);
      expect(found(aircraft, drill, {}).map((f) => f.kind)).not.toContain(kind);
    }
  );
});

describe('the cure is that of the phase', () => {
  // Where the power is set for the climb, taking some of it off for the speed costs the climb: the nose holds it.
  test.each([
    ['constant-speed-climb', /nose up/, /nose by a degree/],
    ['straight-and-level', /a little power/, /power setting is off/]
  ])('too fast in %s', (drill, cure, leanCure) => {
    const lesson = lessonFor(drill, {});
    const phase = lesson.drill.phases.find(({ goal }) =>
      drill === 'straight-and-level' ? true : goal.vertical.kind === 'speed'
    )!;
    const corridor = phase.corridors.find(({ channel }) => channel === 'ias_kt')!;
    const cures = (ias_kt: (t: number) => number, kind: FindingKind) => {
      const measures = [measureCorridor(madeFlight(100, { ias_kt }), corridor, phase.id, 0, 990)];
      return [
        ...exceedanceFindings(lesson, measures),
        ...leanFindings(lesson, leansOfFlight(lesson, measures))
      ]
        .filter((f) => f.kind === kind)
        .map((f) => f.cure);
    };
    const target = firstTarget(corridor);
    const bump = (width_s: number) => (t: number) => target + (t > 30 && t < 30 + width_s ? 14 : 0);
    expect(cures(bump(20), 'exceedance')).toEqual([expect.stringMatching(cure)]);
    const often = cures((t) => target + (t % 25 < 10 ? 14 : 0), 'exceedance');
    expect(often).toEqual([expect.stringMatching(cure)]);
    expect(cures(() => target + 8, 'bias-to-one-side')).toEqual([expect.stringMatching(leanCure)]);
  });
});

describe('over attempts', () => {
  test('a trend is said only when its 90 % interval leaves zero out', () => {
    expect(trendOf([50, 60, 71, 79, 90], 'more')).toMatchObject({
      kind: 'improving',
      slope: expect.closeTo(9.9, 1)
    });
    expect(trendOf([90, 80, 69, 61, 50], 'more').kind).toBe('slipping');
    expect(trendOf([9, 7, 5.2, 3], 'less').kind).toBe('improving');
    expect(trendOf([60, 75, 58, 77, 61], 'more').kind).toBe('plateau');
    expect(trendOf([60, 90, 95], 'more')).toMatchObject({ kind: 'too few', slope: null });
    expect(trendOf([70, 70, 70, 70], 'more')).toMatchObject({ kind: 'plateau', margin: 0 });
  });

  // Checked by hand: x̄ = 2, slope 2, residual sum of squares 1.6, t(3; 90 %) = 2.353.
  test('the interval is Student’s', () => {
    const { slope, margin } = trendOf([1, 2.6, 5.4, 6.6, 9.4], 'more');
    expect(slope).toBeCloseTo(2.08, 6);
    const residual = [1, 2.6, 5.4, 6.6, 9.4].reduce((sum, y, i) => sum + (y - 5 - 2.08 * (i - 2)) ** 2, 0);
    expect(margin).toBeCloseTo(2.353 * Math.sqrt(residual / 3 / 10), 6);
  });

  test('a lean is at least 70 % of several flights to one side', () => {
    expect(leanOf([0.3, 0.4, 0.2, 0.5, -0.1])).toMatchObject({ side: 'above', flights: 4, of: 5 });
    expect(leanOf([0.3, -0.4, 0.2, -0.5])).toBeNull();
    expect(leanOf([0.3, 0.4])).toBeNull();
    expect(leanOf([0.01, 0.02, 0.01, 0.02, 0.03])).toBeNull();
  });

  test('attempts side by side: every figure’s course, gaps where one has none', () => {
    const attempt = (score: number, value: number | null) => ({
      score,
      comparable: {
        drill: 'd',
        completed: true,
        figures:
          value === null
            ? []
            : [{ id: 'x', name: 'x', unit: 'ft', decimals: 0, value, better: 'zero' as const }],
        bias: { heading_deg: 0.5 }
      }
    });
    const attempts = [
      attempt(50, -90),
      attempt(60, null),
      attempt(70, -60),
      attempt(80, 40),
      attempt(90, 10)
    ];
    const history = historyOf(attempts);
    expect(history.figures[0]).toMatchObject({
      values: [-90, null, -60, 40, 10],
      trend: { kind: 'improving' }
    });
    expect(history.score.trend.kind).toBe('improving');
    expect(leansOf(attempts.map((a) => a.comparable))[0]).toMatchObject({
      channel: 'heading_deg',
      lean: { side: 'above' }
    });
  });
});
