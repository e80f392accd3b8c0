import { upgradePlan } from '$core/drill/plan-version';
import { drillCatalogue } from '$core/drill/catalogue/catalogue';
import { describe, expect, test } from 'vitest';
import { briefingFor, type Briefing } from '$core/drill/briefing';
import type { Corridor } from '$core/drill/corridor';
import type { Condition, Drill, Phase } from '$core/drill/drill';
import { lessonOf } from '$core/drill/lesson';
import { LessonPlan } from '$core/drill/lesson-plan';
import { navigationBrief } from '$core/drill/navigation-brief';
import { isFlown, trackPhases } from '$core/drill/phase-tracker';
import { problemsOf } from '$core/drill/plan-check';
import { detectPhases } from '$core/flight/detected-phases';
import { parse } from '$core/measure/validation';
import { drillOf, flown, planOf } from './flown';

const level = drillOf(planOf()).phases[0]!;
const drillUntil = (until: Condition): Drill => ({
  ...drillOf(planOf()),
  phases: [
    { ...level, id: 'a', corridors: [], settling: [], until },
    { ...level, id: 'b', corridors: [], settling: [], until: { is: 'after', seconds: 5 } }
  ]
});

function endOfFirst(until: Condition, value: (t: number) => number): number | null {
  const tracker = trackPhases(drillUntil(until));
  for (let k = 0; k <= 600; k++) tracker.advance(k / 10, () => value(k / 10));
  const first = tracker.spans()[0]!;
  return first.complete ? first.end_s : null;
}

describe('phases end by what is seen in the data', () => {
  test('a condition counts from where it began to hold, once it has held long enough', () => {
    const below = { is: 'below' as const, channel: 'altitude_ft' as const, value: 10, for_s: 3 };
    expect(endOfFirst(below, (t) => (t >= 20 ? 9 : 11))).toBe(20);
    expect(endOfFirst(below, (t) => (t >= 20 && t < 22.9 ? 9 : 11))).toBeNull();
    expect(endOfFirst(below, (t) => ((t >= 20 && t < 22) || t >= 30 ? 9 : 11))).toBe(30);
  });

  test('with `since`, the going past is dated back to where it began', () => {
    const gone = { is: 'below' as const, channel: 'altitude_ft' as const, value: -60, since: -25, for_s: 2 };
    expect(endOfFirst(gone, (t) => -10 * Math.max(0, t - 10))).toBe(12.6);
    expect(endOfFirst(gone, (t) => (t > 10 && t < 14 ? -40 : 0))).toBeNull();
  });

  test('crossed: only who was short of it can go past it', () => {
    const past = { is: 'above' as const, channel: 'along_nm' as const, value: 0, for_s: 0 };
    expect(endOfFirst(past, () => 3)).toBe(0);
    const crossed = { ...past, crossed: true as const };
    expect(endOfFirst(crossed, () => 3)).toBeNull();
    expect(endOfFirst(crossed, (t) => (t < 20 ? 3 : t < 40 ? -2 : 0.1))).toBe(40);
  });

  test('a course that goes on is judged from the first moment of who was on it, and of nobody else', () => {
    const when = {
      is: 'within' as const,
      channel: 'courseShare' as const,
      value: 0,
      tolerance: 0.75,
      for_s: 5
    };
    const settling = [{ channel: 'courseShare' as const, when, atLatest_s: 60, goesOn: true as const }];
    const drill = drillUntil({ is: 'after', seconds: 20 });
    const phases = drill.phases.map((phase) => ({ ...phase, settling, until: drill.phases[0]!.until }));
    const flownAt = (share: (t: number) => number, goneOn?: true) => {
      const tracker = trackPhases({ ...drill, phases });
      for (let k = 0; k < 399; k++) {
        if (goneOn && k === 200) tracker.goTo(1, 20);
        tracker.advance(k / 10, () => share(k / 10));
      }
      return tracker.spans().map(({ settled_s }) => settled_s.courseShare);
    };
    // Beyond what is allowed when the second begins: within a minute it was forgiven before.
    expect(flownAt((t) => (t < 19 ? 0.2 : 0.9))).toEqual([0, 20]);
    expect(flownAt(() => 0.9)).toEqual([undefined, undefined]);
    expect(flownAt((t) => (t < 19 || t > 25 ? 0.2 : 0.9), true)).toEqual([0, 25.1]);
  });

  test('what is still on its way to what is asked goes on settling where the next phase asks for the same', () => {
    const heading = (target: number): Corridor => ({
      channel: 'heading_deg',
      target,
      above: 10,
      below: 10
    });
    const when = {
      is: 'within' as const,
      channel: 'heading_deg' as const,
      value: 90,
      tolerance: 10,
      for_s: 5
    };
    const [first, second] = drillUntil({ is: 'after', seconds: 20 }).phases as [Phase, Phase];
    const turning = {
      ...first,
      corridors: [heading(90)],
      settling: [{ channel: 'heading_deg' as const, when, atLatest_s: 40 }]
    };
    const flownAs = (
      next: Partial<Phase>,
      read: (t: number) => number,
      asked?: { at: number; isPlaced: boolean }
    ) => {
      const tracker = trackPhases({
        ...drillUntil(first.until),
        phases: [turning, { ...second, until: { is: 'after', seconds: 90 }, ...next }]
      });
      for (let k = 0; k < 600; k++) {
        if (asked && k === asked.at * 10) tracker.goTo(1, asked.at, asked.isPlaced);
        tracker.advance(k / 10, () => read(k / 10));
      }
      const { settled_s, settlesOn } = tracker.spans().at(-1)!;
      return [settlesOn, settled_s.heading_deg];
    };
    const same = { corridors: [heading(90)], settling: [] };
    expect(flownAs(same, (t) => (t < 30 ? 0 : 90))).toEqual([['heading_deg'], 30]);
    // Never there: judged from when it was to be there at the latest, counted from when it was asked.
    expect(flownAs(same, () => 0)).toEqual([['heading_deg'], 40]);
    expect(flownAs(same, () => 90)).toEqual([undefined, undefined]);
    expect(flownAs(same, () => 0, { at: 5, isPlaced: false })).toEqual([['heading_deg'], 40]);
    expect(flownAs(same, () => 0, { at: 5, isPlaced: true })).toEqual([undefined, undefined]);
    expect(flownAs({ corridors: [heading(270)], settling: [] }, () => 0)).toEqual([undefined, undefined]);
    expect(flownAs({ ...same, settling: turning.settling }, () => 0)).toEqual([undefined, undefined]);
  });

  test('what is over as soon as it was asked for hands on that the next was begun wherever the airplane was', () => {
    const high: Condition = { is: 'above', channel: 'altitude_ft', value: 100, for_s: 0 };
    const askedThen = (altitude_ft: (t: number) => number) => {
      const tracker = trackPhases(drillUntil(high));
      for (let k = 0; k < 100; k++) {
        if (k === 20) tracker.goTo(0, 2);
        tracker.advance(k / 10, () => altitude_ft(k / 10));
      }
      return tracker.spans().map(({ asked }) => asked);
    };
    expect(askedThen((t) => (t < 2 ? 0 : 200))).toEqual([true, true]);
    expect(askedThen((t) => (t < 5 ? 0 : 200))).toEqual([true, undefined]);
  });

  test('any takes the first, all the last; headings are compared the short way round', () => {
    const at = (seconds: number) => ({ is: 'after' as const, seconds });
    expect(endOfFirst({ is: 'any', of: [at(7), at(4)] }, () => 0)).toBe(4);
    expect(endOfFirst({ is: 'all', of: [at(7), at(4)] }, () => 0)).toBe(7);
    // A time is reached at its sample, whatever a tenth is in binary: 32.3 s − 15.3 s is a hair less than 17.
    expect(32.3 - 15.3).toBeLessThan(17);
    const tracker = trackPhases(drillUntil(at(17)));
    for (let k = 153; k <= 323; k++) tracker.advance(k / 10, () => 0);
    expect(tracker.current().phaseId).toBe('b');
    const north = {
      is: 'within' as const,
      channel: 'heading_deg' as const,
      value: 360,
      tolerance: 5,
      for_s: 0
    };
    expect(endOfFirst(north, (t) => (t < 9 ? 90 : 3))).toBe(9);
  });

  test('the true airspeed that is recorded is the indicated one in thinner air', () => {
    const flight = flown(planOf({ turbulence: 'smooth' }));
    const at = (id: 'tas_kt' | 'ias_kt' | 'altitude_ft') => flight.columns.get(id)![100]!;
    // The standard atmosphere: density falls as (1 − 6.876e−6 h)^4.256.
    const density = (1 - 6.8756e-6 * at('altitude_ft')) ** 4.2559;
    expect(at('tas_kt') / at('ias_kt')).toBeCloseTo(1 / Math.sqrt(density), 1);
  });

  test('the phases of a flown drill follow each other without gap, and settle within themselves', () => {
    const plan = planOf();
    const { spans } = detectPhases(flown(plan), lessonOf(plan));
    expect(spans.map((span) => span.phaseId)).toEqual([
      'level',
      'slowing',
      'descent',
      'decision',
      'climb',
      'level-off'
    ]);
    spans.forEach((span, index) => {
      expect(span.complete).toBe(true);
      if (index > 0) expect(span.start_s).toBe(spans[index - 1]!.end_s);
      for (const settled of Object.values(span.settled_s)) {
        expect(settled).toBeGreaterThanOrEqual(span.start_s);
        expect(settled).toBeLessThanOrEqual(span.end_s);
      }
    });
  });
});

describe('planning', () => {
  test('the briefing’s figures: a 3° path at 90 kt groundspeed, its time and distance, a tenth as lead', () => {
    const plan = planOf({ windSpeed_kt: 0 });
    const briefing = briefingFor(lessonOf(plan)) as Briefing;
    expect(briefing.groundspeed_kt).toBeCloseTo(briefing.tas_kt, 9);
    const descent = briefing.verticals.find((v) => v.phase.id === 'descent')!;
    const groundspeed = (descent.distance_nm / descent.time_s) * 3600;
    expect(descent.pathAngle_deg).toBeCloseTo(
      (Math.atan(-500 / (groundspeed * 101.2686)) * 180) / Math.PI,
      4
    );
    expect(descent.time_s).toBeCloseTo(120, 6);
    expect(descent.levelOffLead_ft).toBeCloseTo(50, 6);
    const climb = briefing.settings.find((s) => s.phase.id === 'climb')!.line;
    expect(briefing.verticals.find((v) => v.phase.id === 'climb')!.levelOffLead_ft).toBeCloseTo(
      climb.verticalSpeed_fpm / 10,
      6
    );
  });

  test.each([
    [
      'figures.decisionAltitude_ft',
      { area: 'korrin-plateau', figures: { decisionAltitude_ft: 2200 } },
      '500 ft above the ground of Korrin Plateau'
    ],
    ['startAltitude_ft', { startAltitude_ft: 3100 }, 'start at 3300 ft or higher'],
    ['figures.levelOffAltitude_ft', { figures: { levelOffAltitude_ft: 3050 } }, '3300 ft or higher'],
    ['figures.targetSpeed_kt', { figures: { targetSpeed_kt: 50 } }, 'too near the stall'],
    [
      'figures.targetSpeed_kt',
      { figures: { targetSpeed_kt: 100 }, startSpeed_kt: 105 },
      'at least 10 kt below'
    ],
    ['startSpeed_kt', { startSpeed_kt: 180 }, 'the most it cruises at, 125 kt'],
    ['figures.descentRate_fpm', { figures: { descentRate_fpm: 2500 } }, 'cannot come down so steeply'],
    ['figures.flaps_deg', { figures: { flaps_deg: 15 } }, 'flaps at 0°, 10°, 20°, 30°'],
    ['windSpeed_kt', { windSpeed_kt: 70 }, 'too strong'],
    [
      'figures.climbSpeed_kt',
      {
        startAltitude_ft: 15000,
        figures: { climbSpeed_kt: 122, decisionAltitude_ft: 14000, levelOffAltitude_ft: 14800 }
      },
      ''
    ]
  ] as const)('%s is refused for %j', (field, changes, words) => {
    const plan = planOf(changes as Partial<LessonPlan>);
    const problems = problemsOf(plan);
    const found =
      problems.find((problem) => problem.field === field) ?? (words === '' ? problems[0] : undefined);
    expect(found?.message).toContain(words);
  });

  test('a plan of an older version is flown as it was meant, and one of a newer is refused in words', () => {
    const arc = drillCatalogue.find(({ id }) => id === 'dme-arc')!;
    const until = { is: 'within', channel: 'offCourse', value: 0, tolerance: 0.5, for_s: 5 };
    // Only a channel was named so: what is called out is anybody's own.
    const phases = arc.phases.map((phase) => ({ ...phase, call: 'offCourse', until }));
    const { version: _, ...first } = planOf({ drill: 'own-arc' });
    const older = { ...first, ownDrill: { ...arc, id: 'own-arc', phases } };
    const plan = parse(LessonPlan, upgradePlan(JSON.parse(JSON.stringify(older))), 'plan');
    const speaksOf = plan.ownDrill!.phases.map((phase) => [
      'arc' in phase && phase.arc !== undefined,
      (phase.until as { channel: string }).channel
    ]);
    expect(speaksOf).toContainEqual([true, 'arcError_nm']);
    expect(speaksOf).toContainEqual([false, 'courseShare']);
    expect(speaksOf.every(([isArc, channel]) => (channel === 'arcError_nm') === isArc)).toBe(true);
    expect(plan.ownDrill!.phases.map(({ call }) => call)).toEqual(phases.map(() => 'offCourse'));
    expect(lessonOf(plan).drill.phases).toHaveLength(phases.length);
    expect(upgradePlan(plan)).toEqual(plan);
    expect(() => parse(LessonPlan, upgradePlan({ ...plan, version: 3 }))).toThrow(/version: 3 .*newer/);
    expect(() => parse(LessonPlan, upgradePlan('no plan'))).toThrow('no plan');
  });

  test('without radios nothing is to be tuned', () => {
    expect(navigationBrief(lessonOf(planOf()))).toEqual([]);
  });

  test('a phase counts as flown to its end, or as far as it was asked for', () => {
    const span = { phaseId: 'a', start_s: 0, end_s: 9, settled_s: {} };
    expect([
      isFlown({ ...span, complete: true }),
      isFlown({ ...span, complete: false }),
      isFlown({ ...span, complete: false, cut: true })
    ]).toEqual([true, false, true]);
  });

  test('a sensible plan has nothing against it and fits its schema', () => {
    expect(problemsOf(planOf())).toEqual([]);
    expect(parse(LessonPlan, planOf())).toEqual(planOf());
    expect(() => parse(LessonPlan, { ...planOf(), heading_deg: 0 })).toThrow(
      /heading_deg: 0 is not accepted; a number from 1 to 360/
    );
  });
});
