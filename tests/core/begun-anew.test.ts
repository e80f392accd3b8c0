import { describe, expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import { detectPhases } from '$core/flight/detected-phases';
import type { FlightEvent } from '$core/flight/flight-event';
import { madeFlight, planOf } from './flown';
import { planned } from './planned-approach';

describe('what was flown of a part before it was begun anew', () => {
  const lesson = lessonOf(planOf({ drill: 'standard-rate-turns', figures: {} }));
  const [level, turn] = lesson.drill.phases;
  /** Level throughout: the turn is begun by the time of the first phase, and never made. */
  const flight = madeFlight(200, {});
  const [begun] = detectPhases(flight, lesson).spans;
  const turned_s = begun!.end_s;
  const times = (...goneOn: readonly (readonly [at_s: number, phase: string])[]) =>
    detectPhases(
      {
        ...flight,
        events: goneOn.map(([time_s, phase]) => ({
          time_s,
          kind: 'command',
          command: { does: 'go on', phase }
        }))
      },
      lesson
    );
  const stretches = (flown: ReturnType<typeof times>) =>
    flown.before.map(({ spans }) => spans.map(({ start_s, end_s }) => [start_s, end_s].map(Math.round)));

  test('stands beside the last time from half a minute on; less is put right', () => {
    expect([begun!.phaseId, turned_s < 30]).toEqual([level!.id, true]);
    expect(stretches(times([turned_s + 28, turn!.id]))).toEqual([]);
    const flown = times([turned_s + 40, turn!.id]);
    expect(stretches(flown)).toEqual([[[turned_s, turned_s + 40]]]);
    expect(flown.spans.map(({ phaseId }) => phaseId)).toEqual([level!.id, turn!.id]);
    const [{ lesson: then, spans }] = flown.before as [(typeof flown.before)[0]];
    const [own] = spans as [(typeof spans)[0]];
    expect(own.phaseId).not.toBe(turn!.id);
    // By a phase of its own, which is the one that was flown.
    expect(then.drill.phases.find(({ id }) => id === own.phaseId)).toMatchObject({ goal: turn!.goal });
  });

  test('takes what led into it with it, however short that was, when that is begun anew, too', () => {
    const again_s = turned_s + 40;
    const flown = times([again_s, turn!.id], [again_s + 50, level!.id]);
    expect(stretches(flown)).toEqual([
      [
        [0, turned_s],
        [turned_s, again_s]
      ],
      [[again_s, again_s + 50]]
    ]);
    expect(flown.spans[0]).toMatchObject({ phaseId: level!.id });
    expect(flown.spans[0]!.start_s).toBeCloseTo(again_s + 50, 0);
    const ids = [...flown.before.flatMap(({ spans }) => spans), ...flown.spans].map(({ phaseId }) => phaseId);
    expect(new Set(ids).size).toBe(ids.length);
    for (const { lesson: then, spans } of flown.before)
      for (const { phaseId } of spans) expect(then.drill.phases.map(({ id }) => id)).toContain(phaseId);
  });

  test('is checked by its own phases, a circle by each of its own', () => {
    const plan = planned('xvna-vor-a', { ends: 'landing', circle: { runway: '31', turn: 'left' } });
    const circling = lessonOf(plan);
    const circle = circling.drill.checks.find((check) => check.kind === 'circle')!;
    const goOn = (time_s: number): FlightEvent => ({
      time_s,
      kind: 'command',
      command: { does: 'go on', phase: circle.phases[0]! }
    });
    const { before } = detectPhases({ ...flight, events: [goOn(20), goOn(80)] }, circling);
    const [{ lesson: then, spans }] = before as [(typeof before)[0]];
    const own = then.drill.checks.find((check) => check.kind === 'circle')!;
    expect(own.phases).toHaveLength(circle.phases.length);
    expect(own.phases[0]).toBe(spans[0]!.phaseId);
    expect(then.drill.checks.map(({ kind }) => kind)).toEqual(circling.drill.checks.map(({ kind }) => kind));
    for (const { phase } of then.drill.checks)
      expect(circling.drill.phases.map(({ id }) => id)).not.toContain(phase);
  });
});
