import { describe, expect, test } from 'vitest';
import { FLIGHT_OVER, nextPhase } from '$core/drill/drill';
import { lessonOf } from '$core/drill/lesson';
import { placesOfLesson } from '$core/drill/places-of-lesson';
import type { Command } from '$core/flight/command';
import { column, sampleAt } from '$core/flight/flight';
import { flownFlight } from '$core/flight/flown-flight';
import { gradeFlight } from '$core/grade/grade';
import { everyTime } from '$core/grade/time-before';
import { flownAsked, type Asked } from './flown-asked';
import { planned } from './planned-approach';

const plan = planned('xvlb-ils-24', { transition: null }, { turbulence: 'smooth' });
const lesson = lessonOf(plan);
const place: Command = {
  does: 'place',
  ...placesOfLesson(lesson).find(({ name }) => name.startsWith('8 NM out'))!
};
const withoutTime = (id: string) => id.replace(/^time-\d+-/, '');

describe('an approach that is flown several times in one lesson', () => {
  const once = flownAsked(plan, 2000, [{ at_s: 20, command: place }]);
  const alone = gradeFlight(once.flight, plan);
  const first_s = alone.phases.find(({ asked }) => asked)!.start_s;
  const over_s = alone.phases.at(-1)!.end_s;
  // The next one begins when the first has gone around and is still climbing; the second is sent to another altitude and given up.
  const missed = alone.phases.filter(({ phaseId }) =>
    lesson.drill.phases.some(({ id, segment }) => id === phaseId && segment === 'missed')
  );
  const second_s = Math.floor(missed[1]!.start_s + 5);
  const asked: Asked[] = [
    { at_s: 20, command: place },
    { at_s: second_s, command: place },
    { at_s: second_s + 40, command: { does: 'clear', heading_deg: 180 } },
    { at_s: second_s + 110, command: place },
    // Put right at once: not another time.
    { at_s: second_s + 120, command: place }
  ];
  const { flight, spans } = flownAsked(plan, 4000, asked);
  const grade = gradeFlight(flight, plan);

  test('the first time is judged as it would have been alone, as far as it was flown', () => {
    const [first] = grade.before!;
    expect(first!.from_s).toBeCloseTo(first_s, 1);
    expect(first!.to_s).toBeCloseTo(second_s, 0);
    const whole = first!.phases.filter(({ complete }) => complete).map(({ phaseId }) => phaseId);
    expect(whole.length).toBeGreaterThan(1);
    const mine = first!.measures.filter(({ phaseId }) => whole.includes(phaseId));
    const same = alone.measures.filter(({ phaseId }) => whole.map(withoutTime).includes(phaseId));
    expect(mine.map((measure) => ({ ...measure, phaseId: withoutTime(measure.phaseId) }))).toEqual(same);
    expect(first!.verdict).not.toBe('not met');
    expect(first!.story!.map(({ words }) => words)).toContain(
      alone.story!.find(({ words }) => words.startsWith('On the final'))!.words
    );
  });

  test('a clearance on the way belongs to its time; what is given up is judged without an end', () => {
    expect(grade.before).toHaveLength(2);
    const [, second] = grade.before!;
    expect(second!.phases.map(({ phaseId }) => withoutTime(phaseId))).toContain('cleared-1');
    expect(second!.phases.at(-1)).toMatchObject({ cut: true });
    expect(second!.findings.filter(({ kind }) => kind === 'not-flown')).toEqual([]);
    // Sent away from the final it is not blamed for leaving it.
    const course = second!.measures.filter(({ channel }) => channel === 'courseShare');
    expect(course.every(({ to_s }) => to_s <= second_s + 41)).toBe(true);
  });

  test('the grade is the last time’s: its phases stand once, to the end, and nothing of the others', () => {
    const last_s = second_s + 120;
    const flown = grade.phases.filter(({ asked: begun, start_s }) => begun || start_s > last_s);
    expect(flown[0]!.start_s).toBeCloseTo(last_s, 0);
    expect(grade.phases.map(({ phaseId }) => phaseId)).toEqual(alone.phases.map(({ phaseId }) => phaseId));
    expect(grade.findings.filter(({ severity }) => severity === 'hard')).toEqual([]);
    expect(grade.findings.every(({ moment_s }) => moment_s < first_s || moment_s >= last_s)).toBe(true);
    expect(spans.map(({ phaseId }) => phaseId)).toEqual(grade.phases.map(({ phaseId }) => phaseId));
    expect(column(flight, 'altitude_ft')[sampleAt(flight, last_s + 2)]).toBeCloseTo(
      column(flight, 'altitude_ft')[sampleAt(flight, first_s + 2)]!,
      -1
    );
    expect(over_s).toBeLessThan(flight.length / flight.rate_hz);
  });

  test('what is shown of it has every time’s phases, each with its goal, in the order they were flown', () => {
    const shown = flownFlight(flight, lesson);
    const times = everyTime(grade);
    expect(shown.spans.map(({ phaseId, start_s }) => ({ phaseId, start_s }))).toEqual(
      grade.phases.map(({ phaseId, start_s }) => ({ phaseId, start_s }))
    );
    const known = new Set(shown.lesson.drill.phases.map(({ id }) => id));
    expect(times.phases.filter(({ phaseId }) => !known.has(phaseId))).toEqual([]);
    expect(shown.track).toHaveLength(Math.ceil(flight.length / flight.rate_hz));
    // Never commanded, it is the lesson as it was planned.
    expect(flownFlight({ ...flight, events: [] }, lesson).lesson).toBe(lesson);
  });

  test('a flight that was never put back has no other times', () => {
    expect(alone.before).toBeUndefined();
  });
});

test('what led into a time belongs to it, also where it is begun anew only after another; no two times overlap', () => {
  const places = placesOfLesson(lesson);
  const put = (name: string): Command => ({
    does: 'place',
    ...places.find((at) => at.name.startsWith(name))!
  });
  const [lead_s, final_s, again_s] = [20, 400, 480];
  const { flight } = flownAsked(plan, 1500, [
    { at_s: lead_s, command: put('1 NM before the final fix') },
    { at_s: final_s, command: put('3 NM out') },
    { at_s: again_s, command: put('1 NM before the final fix') }
  ]);
  const { before, phases } = gradeFlight(flight, plan);
  expect(before!.map(({ from_s }) => Math.round(from_s))).toEqual([lead_s, final_s]);
  expect(before!.map(({ to_s }) => Math.round(to_s))).toEqual([final_s, again_s]);
  const [first, second] = before!;
  expect(first!.phases.length).toBeGreaterThan(second!.phases.length);
  expect(second!.phases.every(({ start_s }) => start_s >= final_s)).toBe(true);
  // The lead is judged with its time: its corridors are measured there.
  expect(first!.measures.some(({ phaseId }) => phaseId === first!.phases[0]!.phaseId)).toBe(true);
  const inTime = [...before!.flatMap((time) => time.phases), ...phases].sort((a, b) => a.start_s - b.start_s);
  for (const [i, span] of inTime.slice(1).entries())
    expect(span.start_s, span.phaseId).toBeGreaterThanOrEqual(inTime[i]!.end_s - 0.15);
});

test('what comes after a phase follows the plan, or the word it was asked for by; never what was asked for elsewhere', () => {
  const [first, second] = lesson.drill.phases;
  const planned = [first!, second!];
  const phases = [
    ...planned,
    { ...first!, id: 'cleared-1', then: second!.id },
    { ...first!, id: 'cleared-2', then: null },
    { ...first!, id: 'cleared-3', then: FLIGHT_OVER }
  ];
  expect(phases.map((_, index) => nextPhase({ phases }, index)?.id ?? null)).toEqual([
    second!.id,
    null,
    second!.id,
    null,
    null
  ]);
});
