import { describe, expect, test } from 'vitest';
import { measureCorridors } from '$core/deviation/corridor-measure';
import { lessonOf } from '$core/drill/lesson';
import { trackPhases } from '$core/drill/phase-tracker';
import type { ChannelId } from '$core/flight/channels';
import { detectPhases } from '$core/flight/detected-phases';
import type { Flight } from '$core/flight/flight';
import { examiner, isTest } from '$core/grade/examiner';
import { gradeFlight } from '$core/grade/grade';
import { isSaidByCheck } from '$core/grade/lean';
import type { Habits } from '$core/pilot/habits';
import { flown, planOf } from './flown';
import { planned } from './planned-approach';

const plan = planned('xvlb-ils-24', { transition: null }, { corridors: 'test' });
const lesson = lessonOf(plan);

/** What is said, and at which sample, by an examiner who watches a flight, or only the rest of it from a sample on. */
function saidOf(flight: Flight, from = 0, flying = lesson): { words: string; at_s: number } | null {
  const tracker = trackPhases(flying.drill);
  const columns = new Map([...flight.columns].map(([id, values]) => [id, values.subarray(0, from)]));
  const watching = examiner(flying, from > 0 ? { ...flight, length: from, columns, events: [] } : null);
  for (let k = 0; k < flight.length && !tracker.finished(); k++) {
    const read = (id: ChannelId) => flight.columns.get(id)?.[k] ?? 0;
    tracker.advance(k / flight.rate_hz, read);
    const words = k < from ? null : watching.watch(tracker.spans(), read);
    if (words !== null) return { words, at_s: k / flight.rate_hz };
  }
  return null;
}

/** Where a corridor was not met, or left by so much that the grade calls it hard. */
const notMet = (flight: Flight): { from_s: number; to_s: number }[] => {
  const measures = measureCorridors(flight, lesson, detectPhases(flight, lesson).spans).filter(
    (measure) => !isSaidByCheck(lesson.drill, measure)
  );
  const hard = gradeFlight(flight, plan).findings.filter(({ severity }) => severity === 'hard');
  return measures.filter(
    ({ verdict, exceedances }) =>
      verdict === 'not met' ||
      exceedances.some((e) => hard.some(({ moment_s }) => moment_s >= e.start_s && moment_s <= e.end_s))
  );
};

describe('the examiner of a test', () => {
  test.each<Partial<Habits>>([{}, { overControls: 1 }, { chasesPath: 1 }, { descendsEarly: 1 }])(
    'speaks of a flight with %o where the grade says not met, and of no other, resumed or not',
    (habits) => {
      const flight = flown(plan, habits);
      const said = saidOf(flight);
      const failed = notMet(flight);
      expect(said !== null).toBe(failed.length > 0);
      if (said) expect(failed.some((m) => said.at_s >= m.from_s && said.at_s <= m.to_s + 2)).toBe(true);
      expect(saidOf(flight, 300)).toEqual(said);
    }
  );

  test('an altitude left for longer than is forgiven is said with its figures, a moment is not; the rest is judged', () => {
    const flight = flown(plan);
    const level = lesson.drill.phases.find(
      ({ goal, corridors }) =>
        goal.vertical.kind === 'level' && corridors.some(({ channel }) => channel === 'altitude_ft')
    )!;
    const begins_s = measureCorridors(flight, lesson, detectPhases(flight, lesson).spans).find(
      (m) => m.phaseId === level.id && m.channel === 'altitude_ft'
    )!.from_s;
    const moved = (by_ft: number, for_s: number): Flight => {
      const altitude = Float64Array.from(flight.columns.get('altitude_ft')!);
      const from = Math.ceil(begins_s + 1) * flight.rate_hz;
      for (let k = from; k < from + for_s * flight.rate_hz; k++) altitude[k]! += by_ft;
      return { ...flight, columns: new Map([...flight.columns, ['altitude_ft', altitude]]) };
    };
    expect(saidOf(flight)).toBeNull();
    expect(saidOf(moved(-160, 2))).toBeNull();
    const said = saidOf(moved(-160, 40))!;
    expect(said.words).toMatch(/^Low in .*: 1[4-8]\d ft below [\d,]+ ft \(100 ft allowed\) for 1[67] s\.$/);
    expect(said.at_s - begins_s).toBeGreaterThan(15);
    expect(said.at_s - begins_s).toBeLessThan(20);
    const events = [
      ...flight.events,
      { time_s: said.at_s, kind: 'examiner' as const, detail: said.words },
      { time_s: said.at_s + 4, kind: 'test' as const, detail: 'goes on' }
    ];
    const grade = gradeFlight({ ...moved(-160, 40), events }, plan);
    expect(grade.verdict).toBe('not met');
    expect(grade.story![0]!.words).toContain('it was flown on, and the rest is judged');
    expect(grade.segments!.map(({ verdict }) => verdict === 'not met')).toEqual([true, false, false]);
  });

  test('watches approaches flown as a test, and nothing else', () => {
    expect([plan, { ...plan, corridors: 'hints' as const }].map((p) => isTest({ plan: p }))).toEqual([
      true,
      false
    ]);
    expect(isTest({ plan: planOf({ corridors: 'test' }) })).toBe(false);
  });

  test('nobody is stopped for an altitude flown by an altimeter that is to be found wrong first; afterwards as ever', () => {
    const flight = flown(plan);
    const led = lessonOf(planned('xvlb-ils-24', { transition: null, planted: 'old altimeter setting' }, { corridors: 'test' })); // prettier-ignore
    const [first, second] = detectPhases(flight, lesson).spans;
    const lowFrom = (from_s: number): Flight => {
      const altitude = Float64Array.from(flight.columns.get('altitude_ft')!);
      const from = Math.ceil(from_s + 1) * flight.rate_hz;
      for (let k = from; k < from + 40 * flight.rate_hz; k++) altitude[k]! -= 216;
      return { ...flight, columns: new Map([...flight.columns, ['altitude_ft', altitude]]) };
    };
    expect(saidOf(lowFrom(first!.start_s))).not.toBeNull();
    expect(saidOf(lowFrom(first!.start_s), 0, led)).toBeNull();
    expect(saidOf(lowFrom(second!.start_s), 0, led)?.words).toMatch(/^Low in /);
  });

  test('a wing that stalls, and what bends the airplane, stop a test; a gust does not', () => {
    const flight = flown(plan);
    const { lift, speeds } = lesson.aircraft;
    const [, second] = detectPhases(flight, lesson).spans;
    const from = Math.ceil(second!.start_s + 5) * flight.rate_hz;
    const put = (id: ChannelId, value: number, for_s: number): Flight => ({
      ...flight,
      columns: new Map([...flight.columns, [id, Float64Array.from(flight.columns.get(id)!).fill(value, from, from + for_s * flight.rate_hz + 1)]])
    }); // prettier-ignore
    const stalled = saidOf(put('angleOfAttack_deg', lift.stallAngle_deg + 1, 2))!;
    expect(stalled.words).toMatch(/^The wing stalled at \d+ kt, banked \d+°\.$/);
    expect(stalled.at_s - from / flight.rate_hz).toBeLessThan(3);
    expect(saidOf(put('angleOfAttack_deg', lift.stallAngle_deg + 1, 0.6))).toBeNull();
    expect(saidOf(put('ias_kt', speeds.neverExceed_kt + 4, 3))?.words).toMatch(/^Flown at \d+ kt, where \d+ kt is the most/); // prettier-ignore
  });
});
