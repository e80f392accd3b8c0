import { describe, expect, test } from 'vitest';
import type { CorridorMeasure } from '$core/deviation/corridor-measure';
import { lessonOf } from '$core/drill/lesson';
import { placeOfWorld } from '$core/drill/lesson-place';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { goneAroundFrom_ft } from '$core/grade/lowest-altitude';
import { approachStory, type SegmentGrade } from '$core/grade/approach-story';
import { entryClockLate_s } from '$core/grade/checks/hold-verdict';
import { exceedanceFindings } from '$core/grade/exceedance-findings';
import { endedBeside } from '$core/grade/needle-kept';
import { inSameAir } from '$core/grade/next-step';
import { everyTime } from '$core/grade/time-before';
import { unjudgedOf } from '$core/grade/unjudged';
import { madeFlight, planOf } from './flown';
import { planned } from './planned-approach';

const lesson = lessonOf(planned('xvlb-ils-24', { transition: 'tolva' }));
const { phases, checks } = lesson.drill;
const span = (phaseId: string, start_s: number): PhaseSpan => ({
  phaseId,
  start_s,
  end_s: start_s + 60,
  settled_s: {},
  complete: true
});

test('every time that was flown stands in the order it was flown in, with its measures', () => {
  const time = (id: string, start_s: number) => ({
    phases: [span(id, start_s)],
    measures: [{ phaseId: id, from_s: start_s }] as CorridorMeasure[]
  });
  const last = time('last', 50);
  const before = [time('first', 10), time('led', 90)].map((one) => ({ ...one, findings: [] }));
  const all = everyTime({ ...last, before: before as never });
  expect(all.phases.map(({ phaseId }) => phaseId)).toEqual(['first', 'last', 'led']);
  expect(all.measures.map(({ phaseId }) => phaseId)).toEqual(['first', 'led', 'last']);
  expect(everyTime(last)).toEqual(last);
});

test('what could not be judged is told of the phases that were flown, and of no others', () => {
  const flight = madeFlight(10, {});
  const bare = { ...flight, columns: new Map([...flight.columns].filter(([id]) => id === 'altitude_ft')) };
  const checked = (ids: readonly string[]) =>
    unjudgedOf(
      bare,
      lesson,
      ids.map((id) => span(id, 0))
    ).flatMap(({ name }) => (name.includes(': ') ? [name.split(': ')[0]] : []));
  const of = (id: string) => phases.find((phase) => phase.id === id)!.name;
  const [one, other] = [...new Set(checks.map(({ phase }) => phase))];
  expect(new Set(checked([one!]))).toEqual(new Set([of(one!)]));
  expect(new Set(checked([one!, other!]))).toEqual(new Set([of(one!), of(other!)]));
  expect(checked([phases.at(-2)!.id]).every((name) => name === phases.at(-2)!.name)).toBe(true);
});

describe('the story of the way in', () => {
  const inbound = phases.find(({ segment }) => segment === 'inbound')!;
  const part: SegmentGrade = { segment: 'inbound', from_s: 0, to_s: 60, verdict: 'met', findings: [] };
  const measured = (channel: 'courseShare' | 'altitude_ft', more: object) =>
    ({
      phaseId: inbound.id,
      channel,
      corridor: { channel, target: 0, above: 1, below: 1 },
      from_s: 0,
      to_s: 60,
      worst: 0.1,
      worst_s: 20,
      exceedances: [],
      ...more
    }) as unknown as CorridorMeasure;
  const step = { kind: 'step-down', phaseId: inbound.id, passed_s: 30, target_ft: 2000, fix: 'GRIMA' };
  const told = (...steps: object[]) =>
    approachStory(
      madeFlight(60, {}),
      lesson,
      [span(inbound.id, 0)],
      [part],
      [measured('courseShare', {}), measured('altitude_ft', { worst: 20 })],
      steps.map((measure) => ({ measure })) as never,
      []
    ).find(({ words }) => words.startsWith('On the way in'))!.words;

  test('tells who came down on the path from who flew the step', () => {
    const onPath = { ...step, altitude_ft: 2400, pathShare: 0.2, descent_fpm: 480 };
    expect(told({ ...step, altitude_ft: 2000 }, onPath)).toContain('it came down on the path, not in steps');
    for (const other of [
      { ...onPath, descent_fpm: 100 },
      { ...onPath, altitude_ft: 2100 },
      { ...onPath, kind: 'final-clock' }
    ])
      expect(told(other)).toContain('the altitudes were held');
  });

  test('a final is missed where the way in was flown, and not of a missed approach that was begun anew by itself', () => {
    const parts = (...segments: SegmentGrade['segment'][]) =>
      approachStory(madeFlight(60, {}), lesson, [span(inbound.id, 0)], segments.map((segment) => ({ ...part, segment })), [], [], []) // prettier-ignore
        .map(({ words }) => words);
    const missing = 'The final was not flown.';
    expect(parts('inbound', 'missed')).toContain(missing);
    expect(parts('inbound')).toContain(missing);
    expect(parts('missed')).not.toContain(missing);
    expect(parts('inbound', 'final', 'missed')).not.toContain(missing);
    // Broken off to be begun anew: the final was still to come, unless a missed approach was flown without it.
    const before = (...segments: SegmentGrade['segment'][]) =>
      approachStory(madeFlight(60, {}), lesson, [span(inbound.id, 0)], segments.map((segment) => ({ ...part, segment })), [], [], [], true) // prettier-ignore
        .map(({ words }) => words);
    expect(before('inbound')).not.toContain(missing);
    expect(before('inbound', 'missed')).toContain(missing);
  });

  test('gone around is from where the climb began: not the lowest before a clearance up, nor where the missed approach point was', () => {
    const from = (altitude_ft: (t: number) => number) =>
      goneAroundFrom_ft(madeFlight(300, { altitude_ft }), 200);
    const down = (t: number) => 3000 - 10 * t;
    // Down to 1,000 and up at its point, a little lower after it.
    expect(from((t) => (t <= 203 ? down(t) : down(203) + 10 * (t - 203)))).toBeCloseTo(970, 0);
    // Cleared up from 1,500 to 2,000, level there for a while.
    expect(from((t) => (t < 150 ? down(t) : t < 200 ? Math.min(2000, 1500 + 15 * (t - 150)) : 2000 + 10 * (t - 200)))).toBeCloseTo(2000, 0); // prettier-ignore
    // Up a minute before the point.
    expect(from((t) => (t < 140 ? down(t) : 1600 + 8 * (t - 140)))).toBeCloseTo(1600, 0);
    // Flown on level, in gusts: nobody went around.
    expect(from((t) => 1200 + 60 * Math.sin(t / 4))).toBeNull();
  });

  test('a runway that was seen and not gone on to is said as that, and leads to where it was', () => {
    const came = { kind: 'threshold', phaseId: inbound.id, at_s: 41, aside_m: 3, height_ft: 52, came: true };
    const sentences = (...measures: object[]) =>
      approachStory(madeFlight(60, {}), lesson, [span(inbound.id, 0)], [part], [], measures.map((measure) => ({ measure })) as never, []); // prettier-ignore
    const words = (...measures: object[]) =>
      sentences(...measures).flatMap(({ words, moment_s }) => (moment_s === 41 ? [words] : []));
    expect(words(came)).toEqual([expect.stringMatching(/^Over the threshold at 52 ft/)]);
    expect(words({ ...came, came: false })).toEqual([
      'The approach was not continued, although the runway could be seen at the minimum.'
    ]);
    expect(words({ ...came, kind: 'final-clock' })).toEqual([]);
  });
});

test('a time outside that is still open as a phase begins that is not over is not said yet; one that had ended is', () => {
  const descent = lessonOf(planOf());
  const [, second] = descent.drill.phases;
  const outside = (start_s: number, end_s: number, open: boolean) => ({ start_s, end_s, peak_s: start_s + 2, peak: 8, asked: 90, side: 'above', correctedAfter_s: 2, open, prompt: !open }); // prettier-ignore
  const measure = { phaseId: second!.id, channel: 'ias_kt', corridor: { channel: 'ias_kt', target: 90, above: 5, below: 5 }, from_s: 0, to_s: 60 }; // prettier-ignore
  const said = (under_s: number, ...exceedances: object[]) =>
    exceedanceFindings(descent, [{ ...measure, exceedances }] as never, [], under_s).map(({ start_s }) => start_s); // prettier-ignore
  expect(said(60, outside(10, 20, false), outside(40, 60, true))).toEqual([10]);
  expect(said(Infinity, outside(10, 20, false), outside(40, 60, true))).toEqual([10, 40]);
  // Ended well before what is flown now began, whatever it ended by.
  expect([said(61.1, outside(40, 60, true)), said(60.9, outside(40, 60, true))]).toEqual([[40], []]);
});

test('the clock of a hold’s entry is late only where it was due and started, beyond six seconds', () => {
  const late = (clockDue_s: number | null, clockStarted_s: number | null, more: object = {}) =>
    entryClockLate_s({ leg_s: 60, firstCircuit: 1, askedTimes: 4, circuits: [{ clockDue_s, clockStarted_s }], ...more } as never); // prettier-ignore
  expect([late(100, 107), late(100, 106), late(100, 90)]).toEqual([7, null, null]);
  expect([late(null, 107), late(100, null), late(100, 107, { leg_s: null })]).toEqual([null, null, null]);
  // A direct entry's first circuit is one like the others, unless nothing else was asked for.
  expect(late(100, 107, { firstCircuit: 0 })).toBeNull();
  expect(late(100, 107, { firstCircuit: 0, askedTimes: 1 })).toBe(7);
});

test('small things are said as they are: on the course at the end, or by whole metres', () => {
  expect([endedBeside(0.4), endedBeside(0.5), endedBeside(15.4)]).toEqual([
    ', on it at the end',
    ', 1 m beside it at the end',
    ', 15 m beside it at the end'
  ]);
});

test('what comes next is flown in the same place and air, by the same panel and help', () => {
  const ownPlace = placeOfWorld(lesson.navigation!.world, new Date('2026-06-01'));
  const plan = { ...planOf(), windFrom_deg: 310, windSpeed_kt: 17, turbulence: 'light', panel: 'tapes', corridors: 'test', assist: 'autopilot', startAltitude_ft: 6700, area: ownPlace.area.id, ownPlace } as const; // prettier-ignore
  const next = inSameAir(plan, 'standard-rate-turns');
  const kept = ['windFrom_deg', 'windSpeed_kt', 'turbulence', 'panel', 'corridors', 'assist', 'startAltitude_ft', 'ownPlace', 'aircraft'] as const; // prettier-ignore
  for (const field of kept) expect(next[field], field).toEqual(plan[field]);
  expect(next.drill).toBe('standard-rate-turns');
  // Not below where the drill needs to begin.
  expect(inSameAir({ ...plan, startAltitude_ft: 500 }, 'standard-rate-turns').startAltitude_ft).toBeGreaterThan(500); // prettier-ignore
});
