import { describe, expect, test } from 'vitest';
import type { CorridorMeasure } from '$core/deviation/corridor-measure';
import { lessonOf } from '$core/drill/lesson';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { approachStory, type SegmentGrade } from '$core/grade/approach-story';
import { everyTime } from '$core/grade/time-before';
import { unjudgedOf } from '$core/grade/unjudged';
import { madeFlight } from './flown';
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
});
