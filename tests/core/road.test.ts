import { describe, expect, test } from 'vitest';
import fc from 'fast-check';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { drillCatalogue } from '$core/drill/catalogue/catalogue';
import { lessonOf } from '$core/drill/lesson';
import { problemsOf } from '$core/drill/plan-check';
import { approachById, approaches } from '$core/procedure/approach/approach-catalogue';
import { instrumentSyllabus } from '$core/road/instrument-syllabus';
import { leniencyOf, together } from '$core/road/leniency';
import type { nextOnRoad } from '$core/road/next-on-road';
import {
  anyLevel,
  approachOfTask,
  HARDEST,
  levelAfter,
  practiceLevels,
  practicePlan
} from '$core/road/practice-level';
import { proposalWords } from '$core/road/proposal-words';
import { instrumentTest, readinessOf } from '$core/road/readiness';
import { keptStanding, roadOf, type RoadFlight } from '$core/road/road';
import { fitSkill, flightsToStandard, skillOn, type Skill } from '$core/road/skill';
import { standingOf, type TaskFlight } from '$core/road/standing';
import { lessonsInOrder } from '$core/road/lessons-in-order';
import { syllabusProblems } from '$core/road/syllabus-check';
import type { Syllabus } from '$core/road/syllabus';
import { normalShareBelow, weightedQuantile } from '$core/measure/statistics';

const known = new Set([
  ...drillCatalogue.map(({ id }) => id),
  ...approaches.map(({ id }) => `approach ${id}`)
]);
const flight = (day: number, score: number, unaided = true): TaskFlight => ({
  day,
  score,
  verdict: score > 70 ? 'met' : 'not met',
  unaided
});
const flights = (days: readonly number[], scores: readonly number[]) =>
  days.map((day, i) => flight(day, scores[i]!));
const standard = { met: 2, unaided: true };

describe('statistics it rests on', () => {
  test.each([
    [-2.5758, 0.005],
    [-1.6449, 0.05],
    [0, 0.5],
    [0.6745, 0.75],
    [1.96, 0.975]
  ])('share of the normal distribution below %f is %f (any table)', (value, share) => {
    expect(normalShareBelow(value)).toBeCloseTo(share, 4);
  });

  test('a weighted quantile is that of as many copies', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: 0, max: 4 })), {
          minLength: 1,
          maxLength: 20
        }),
        fc.constantFrom(0.1, 0.5, 0.9),
        (pairs, share) => {
          const copies = pairs
            .flatMap(([value, weight]) => Array<number>(weight).fill(value))
            .sort((a, b) => a - b);
          if (copies.length === 0) return;
          const expected = copies[Math.max(0, Math.ceil(share * copies.length - 1e-9) - 1)];
          expect(
            weightedQuantile(
              pairs.map(([value]) => value),
              pairs.map(([, weight]) => weight),
              share
            )
          ).toBe(expected);
        }
      )
    );
  });
});

describe('how far somebody is', () => {
  /** Quickly learnt from little, and left. */
  const fading = flights([0, 0.1, 0.2, 1, 1.1], [28, 50, 66, 76, 78]);
  const steady = flights([0, 3, 6, 9, 12], [88, 90, 86, 91, 89]);

  test('a clock that jumped a month and came back changes little: nothing is foretold of the future as if it were past', () => {
    const scores = [62, 68, 74, 80, 84, 86];
    const right = flights([0, 1, 2, 3, 4, 5], scores);
    // The one flown in the wrong month is kept with its wrong time, and stands last.
    const jumped = flights([0, 1, 2, 3, 5, 34], [62, 68, 74, 80, 86, 84]);
    const day = 6;
    for (const each of [right, jumped]) {
      const { skill, idle_d, kind } = standingOf(each, day, standard);
      expect([skill.expected, skill.low, skill.high].every(Number.isFinite)).toBe(true);
      expect(idle_d).toBe(each === right ? 1 : 0);
      expect(kind).not.toBe('slipping');
    }
    const [a, b] = [right, jumped].map((each) => skillOn(fitSkill(each), day)) as [Skill, Skill];
    expect(Math.abs(a.expected - b.expected)).toBeLessThan(6);
    // Flights on, the wrong one sorts behind what is flown after it, and the road is still the right one.
    const later = flights([0, 1, 2, 3, 5, 7, 8, 34], [62, 68, 74, 80, 86, 87, 88, 84]);
    expect(standingOf(later, 9, standard).kind).toBe('to standard');
  });

  test('a thousand flights, all on one day or one a day, leave figures that can be', () => {
    for (const spread of [0, 1]) {
      const many = flights(
        Array.from({ length: 1000 }, (_, i) => i * spread),
        Array.from({ length: 1000 }, (_, i) => 60 + 30 * (1 - 1 / (1 + i / 20)) + ((i * 7) % 11) - 5)
      );
      const { skill, kind } = standingOf(many, 1000 * spread, standard);
      expect(kind).toBe('to standard');
      expect(skill.low).toBeLessThanOrEqual(skill.expected);
      expect(skill.expected).toBeGreaterThan(80);
      expect(skill.high).toBeLessThanOrEqual(100);
    }
  });

  test('of nobody little is known: the interval is wide, and nothing is foretold', () => {
    const skill = skillOn(fitSkill([]), 0);
    expect(skill.high - skill.low).toBeGreaterThan(45);
    expect(flightsToStandard(fitSkill([]), 0)).toBeNull();
    expect(flightsToStandard(fitSkill(steady.slice(0, 2)), 5)).toBeNull();
  });

  test('flights that agree narrow it about where they lie', () => {
    const skill = skillOn(fitSkill(steady), 12);
    expect(skill.expected).toBeGreaterThan(83);
    expect(skill.expected).toBeLessThan(95);
    expect(skill.high - skill.low).toBeLessThan(25);
    expect(skill.chance).toBeGreaterThan(0.8);
    expect(flightsToStandard(fitSkill(steady), 12)).toMatchObject({ low: 2, middle: 2 });
  });

  test('it fades with time, never below where it began, and less where it was flown more often and spread out', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 30, max: 98 }), { minLength: 1, maxLength: 8 }), (scores) => {
        const fit = fitSkill(
          flights(
            scores.map((_, i) => i * 4),
            scores
          )
        );
        const last = (scores.length - 1) * 4;
        const on = [0, 10, 50, 200, 800].map((idle) => skillOn(fit, last + idle).chance);
        for (let i = 1; i < on.length; i++) expect(on[i]!).toBeLessThanOrEqual(on[i - 1]! + 1e-12);
        expect(skillOn(fit, last - 30).chance).toBeCloseTo(on[0]!, 12);
      }),
      { numRuns: 20 }
    );
    const few = fitSkill(flights([0, 0.02, 0.04], [88, 88, 88]));
    const spread = fitSkill(flights([0, 20, 40, 60, 80], [88, 88, 88, 88, 88]));
    const kept = (fit: ReturnType<typeof fitSkill>, last: number) =>
      skillOn(fit, last + 90).chance / skillOn(fit, last).chance;
    expect(kept(spread, 80)).toBeGreaterThan(kept(few, 0.04) + 0.02);
  });

  test.each([
    ['not flown', [], 0],
    ['begun', flights([0], [50]), 1],
    ['coming', flights([0, 3, 6, 9], [35, 48, 58, 66]), 10],
    ['to standard', steady, 13],
    ['slipping', fading, 400],
    ['stuck', flights([0, 3, 6, 9, 12, 15, 18, 21], [52, 55, 53, 54, 52, 55, 53, 54]), 22]
  ] as const)('%s', (kind, flown, day) => {
    expect(standingOf(flown, day, standard).kind).toBe(kind);
  });

  test('only flights without hints count where that is asked for; two in a row, not two', () => {
    const helped = [flight(0, 90, false), flight(1, 90, false)];
    expect(standingOf(helped, 2, standard)).toMatchObject({ row: 0, reached: false });
    expect(standingOf(helped, 2, { met: 2, unaided: false })).toMatchObject({ row: 2, reached: true });
    const between = [flight(0, 90), flight(1, 40), flight(2, 90)];
    expect(standingOf(between, 3, standard)).toMatchObject({ row: 1, reached: false });
    expect(standingOf([...between, flight(3, 85), flight(4, 40)], 5, standard)).toMatchObject({
      row: 0,
      reached: true
    });
  });

  test('what is kept of it names the day from which on it slips', () => {
    const kept = keptStanding(fading);
    expect(kept).toMatchObject({ flights: 5, lastDay: 1.1, toStandard: true, stuck: false });
    expect(standingOf(fading, kept.slipsOn! - 1, standard).kind).toBe('to standard');
    expect(standingOf(fading, kept.slipsOn! + 1, standard).kind).toBe('slipping');
    expect(keptStanding(flights([0, 3], [40, 45])).slipsOn).toBeNull();
  });
});

describe('the syllabus that ships', () => {
  const lessons = lessonsInOrder(instrumentSyllabus);

  test('has about thirty lessons, fits, and asks for nothing that is not there', () => {
    expect(lessons.length).toBeGreaterThanOrEqual(30);
    expect(syllabusProblems(instrumentSyllabus, known)).toEqual([]);
    for (const [i, { after }] of lessons.entries())
      for (const before of after) expect(lessons.findIndex(({ id }) => id === before)).toBeLessThan(i);
  });

  test.each([...new Map(lessons.flatMap(({ tasks }) => tasks).map((each) => [each.task, each])).values()])(
    '$task: can be practised at every level, and takes about as long as it says',
    ({ task, minutes }) => {
      const approach = approachOfTask(task);
      for (let level = 1; level <= HARDEST; level++) {
        const plan = practicePlan(approach ? approachById(approach) : task, {
          aircraft: aircraftCatalogue[0]!.id,
          level,
          seed: 40 + level
        });
        expect(problemsOf(plan)).toEqual([]);
        expect(plan).toMatchObject({
          windSpeed_kt: practiceLevels[level - 1]!.windSpeed_kt,
          corridors: level > 3 ? 'test' : 'hints'
        });
        // What an approach may take includes all its waiting: the drills tell.
        if (level > 1 || approach) continue;
        const flown_min =
          lessonOf(plan).drill.phases.reduce((sum, { expected_s }) => sum + expected_s, 0) / 60;
        // With its brief and debrief.
        expect(minutes).toBeGreaterThanOrEqual(flown_min * 0.95);
        expect(minutes).toBeLessThanOrEqual(flown_min + 10);
      }
    }
  );

  const changed = (change: (syllabus: Syllabus) => void): string[] => {
    const copy = structuredClone(instrumentSyllabus);
    change(copy);
    return syllabusProblems(copy, known).map(({ field }) => field);
  };
  test('circles, lessons that are gone, drills that are gone and what stands twice are named at their place', () => {
    expect(changed((s) => s.stages[0]!.lessons[0]!.after.push('called'))).toContain(
      'stages.0.lessons.0.after'
    );
    expect(changed((s) => s.stages[0]!.lessons[1]!.after.push('speeds'))).toEqual([
      'stages.0.lessons.1.after'
    ]);
    expect(changed((s) => s.stages[0]!.lessons[1]!.after.push('moon'))).toEqual([
      'stages.0.lessons.1.after.1'
    ]);
    expect(changed((s) => (s.stages[0]!.lessons[0]!.tasks[0]!.task = 'gone'))).toEqual([
      'stages.0.lessons.0.tasks.0.task'
    ]);
    expect(changed((s) => (s.stages[1]!.id = 'attitude'))).toEqual(['stages.1.id']);
    expect(changed((s) => (s.stages[1]!.lessons[0]!.id = 'steep'))).toEqual([
      'stages.1.lessons.1.id',
      'stages.1.lessons.4.after.0',
      'stages.2.lessons.1.after.0'
    ]);
  });
});

describe('what to fly next', () => {
  const day = 100;
  const met = (task: string, at: number, ...scores: number[]): RoadFlight[] =>
    scores.map((score, i) => ({ task, level: null, ...flight(at + i, score) }));
  const first = (flown: readonly RoadFlight[], homework: Parameters<typeof nextOnRoad>[2] = []) =>
    roadOf(instrumentSyllabus, flown, homework, day).proposals;

  test('a newcomer begins at the beginning', () => {
    const road = roadOf(instrumentSyllabus, [], [], day);
    expect(road.proposals.map(({ task, reason }) => [task, reason])).toEqual([
      ['straight-and-level', 'next']
    ]);
    expect(road.lessons.filter(({ state }) => state === 'open').map(({ id }) => id)).toEqual(['level']);
    expect(proposalWords(road.proposals[0]!, null)).toBe(
      'Next in the syllabus, “Straight and level”: One altitude, one heading, one speed: small corrections, trimmed, and a scan that keeps going.'
    );
  });

  test('what rests on something opens once that is completed, and not before', () => {
    const open = (flown: readonly RoadFlight[]) =>
      roadOf(instrumentSyllabus, flown, [], day)
        .lessons.filter(({ state }) => state === 'open')
        .map(({ id }) => id);
    expect(open(met('straight-and-level', 90, 85))).toEqual(['level']);
    expect(open(met('straight-and-level', 90, 85, 88))).toEqual(['speeds', 'turns']);
  });

  test('homework that is due goes first, then what Hanza finds, then homework that has time', () => {
    const flown = met('straight-and-level', 90, 85, 88);
    const due = first(flown, [{ task: 'vor-hold', times: 2, dueIn_d: 1 }]);
    expect(due[0]).toMatchObject({ task: 'vor-hold', reason: 'homework' });
    expect(proposalWords(due[0]!, null)).toBe('Set for you: twice more, due tomorrow.');
    const later = first(flown, [{ task: 'vor-hold', times: 1, dueIn_d: 5 }]);
    expect(later.map(({ reason }) => reason).slice(0, 2)).toEqual(['next', 'homework']);
    expect(
      first(flown, [{ task: 'vor-hold', times: 0, dueIn_d: 1 }]).some(({ reason }) => reason === 'homework')
    ).toBe(false);
  });

  test('what has faded comes back before anything new, and says so', () => {
    const faded = first(met('straight-and-level', -400, 28, 50, 66, 76, 78));
    expect(faded[0]).toMatchObject({ task: 'straight-and-level', reason: 'slipping' });
    expect(proposalWords(faded[0]!, null)).toMatch(
      /^It was to standard\. After 17 months without it, about \d of 10 flights would still be\.$/
    );
  });

  test('of what is under way it says how far it is, and what was found again and again', () => {
    const flown = [...met('straight-and-level', 90, 85, 88), ...met('level-speed-changes', 95, 50, 60, 80)];
    const again = first(flown).find(({ task }) => task === 'level-speed-changes')!;
    expect(proposalWords(again, { title: 'chasing the altitude', count: 3, of: 4 })).toBe(
      'The last one met the standard: one more without hints completes it. Found in 3 of the last 4: chasing the altitude.'
    );
  });
});

describe('own practice gets harder as it goes well', () => {
  const at = (level: number, verdict: 'met' | 'not met') => ({ level, verdict });
  test.each([
    [[], false, 1],
    [[], true, 3],
    [[at(1, 'met')], false, 2],
    [[at(2, 'not met')], false, 2],
    [[at(2, 'not met'), at(2, 'not met')], false, 1],
    [[at(1, 'not met'), at(1, 'not met')], false, 1],
    [[at(4, 'not met'), at(4, 'met'), at(5, 'not met')], false, 5],
    [[at(6, 'met')], false, 6]
  ] as const)('after %j (in a lesson to standard: %s) comes level %i', (flown, was, level) => {
    expect(levelAfter(flown, was)).toBe(level);
  });
  test('within what the instructor has set', () => {
    expect(levelAfter([at(6, 'met')], false, { least: 1, most: 3 })).toBe(3);
    expect(levelAfter([], false, { least: 2, most: 4 })).toBe(2);
    expect(anyLevel).toEqual({ least: 1, most: HARDEST });
  });
});

describe('ready for the test', () => {
  const all = instrumentTest.tasks.flatMap(({ shownBy }) =>
    [88, 86, 90].map((score, i): RoadFlight => ({ task: shownBy[0]!, level: null, ...flight(90 + i, score) }))
  );
  const readiness = (flown: readonly RoadFlight[], day = 95) =>
    readinessOf(instrumentTest, roadOf(instrumentSyllabus, flown, [], day).standings);

  test('every task names what can be flown', () => {
    for (const { shownBy } of instrumentTest.tasks) for (const task of shownBy) expect(known).toContain(task);
  });
  test('nothing flown: nothing ready, and nothing foretold', () => {
    expect(readiness([])).toMatchObject({ ready: 0, flights: null });
  });
  test('all of it twice in a row without help: ready; with hints it is not; a year later it is no more', () => {
    expect(readiness(all).tasks.filter(({ state }) => state !== 'ready')).toEqual([]);
    expect(readiness(all.map((each) => ({ ...each, unaided: false }))).ready).toBe(0);
    expect(readiness(all, 95 + 700).ready).toBeLessThan(instrumentTest.tasks.length);
  });
  test('the flights of several tasks add up', () => {
    const [hold, ...others] = instrumentTest.tasks;
    const of = (tasks: readonly string[]) =>
      readiness([
        ...all.filter(
          ({ task }) => others.some(({ shownBy }) => shownBy[0] === task) && !tasks.includes(task)
        ),
        ...tasks.flatMap((task) =>
          [44, 56, 63, 68, 70, 71].map((score, i) => ({ task, level: null, ...flight(87 + i, score) }))
        )
      ]).flights!;
    const one = of([hold!.shownBy[0]!]);
    const two = of([hold!.shownBy[0]!, others[1]!.shownBy[0]!]);
    expect(one.low).toBeGreaterThanOrEqual(2);
    expect(two.low).toBeGreaterThan(one.low);
    // Two long tails seldom meet; where they are this long the sum’s own end lies a little further out than both together.
    expect(two.high).toBeGreaterThan(one.high);
    expect(two.high).toBeLessThan(2.3 * one.high);
  });
});

describe('verdicts of instructors beside the computed ones', () => {
  const of = (...steps: number[]) => {
    const mean = steps.reduce((a, b) => a + b, 0) / steps.length;
    return {
      count: steps.length,
      mean,
      variance: steps.reduce((sum, step) => sum + (step - mean) ** 2, 0) / steps.length
    };
  };
  const times = (count: number, step: number) => Array<number>(count).fill(step);

  test('several taken together are as if all their flights were one’s', () => {
    const [a, b] = [
      [...times(9, 0), 1, 2],
      [...times(20, 0), -1, -1]
    ];
    const both = together([of(...a), of(...b)]);
    const all = of(...a, ...b);
    expect(both.count).toBe(all.count);
    expect(both.mean).toBeCloseTo(all.mean, 12);
    expect(both.variance).toBeCloseTo(all.variance, 12);
  });
  test('a difference is said when its interval leaves nought out: Welch, worked by hand', () => {
    // Half of 40 raised by one: mean 0.5, variance 0.25; others never: 0.5 ± 1.645·√(0.25/40).
    const lenient = leniencyOf(of(...times(20, 0), ...times(20, 1)), of(...times(50, 0)));
    expect(lenient.kind).toBe('more lenient');
    expect(lenient.difference!.low).toBeCloseTo(0.37, 3);
    expect(lenient.difference!.high).toBeCloseTo(0.63, 3);
    expect(leniencyOf(of(...times(20, 0), ...times(20, -1)), of(...times(50, 0))).kind).toBe('stricter');
    expect(leniencyOf(of(...times(39, 0), 1), of(...times(50, 0))).kind).toBe('alike');
    expect(leniencyOf(of(...times(19, 2)), of(...times(50, 0)))).toEqual({
      kind: 'too few',
      difference: null
    });
  });
});
