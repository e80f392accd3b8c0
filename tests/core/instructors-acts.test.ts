import { describe, expect, test, vi } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { InstructorsActs } from '$lib/worker/instructors-acts';
import { planOf } from './flown';

/** The acts on a flight that stands ready, and what they were answered and did. */
function acting(asksBeforeGiving = true) {
  const lesson = lessonOf(planOf({ drill: 'straight-and-level' }));
  const drill = flyDrill(flightLoop(lesson), lesson);
  const answers: [number, boolean][] = [];
  const did = { running: true, rate: 1 };
  const flyBy = vi.fn<(who: 'instructor' | 'own') => void>();
  const acts = new InstructorsActs(
    {
      drill,
      running: () => did.running,
      run: (on) => void (did.running = on),
      setRate: (rate) => void (did.rate = rate),
      flyBy,
      asksBeforeGiving
    },
    (number, done) => answers.push([number, done])
  );
  return { acts, answers, did, flyBy, drill };
}

describe('an instructor’s acts', () => {
  test('control is taken at once, given back only as it is taken, and then the levers have moved', () => {
    const { acts, answers, flyBy, drill } = acting();
    acts.obey(1, { does: 'control', by: 'instructor' });
    expect([acts.control, flyBy.mock.lastCall, drill.instructorFlies()]).toEqual([
      'instructor',
      ['instructor'],
      true
    ]);
    expect(acts.takeControl()).toBe(false);
    acts.obey(2, { does: 'control', by: 'student' });
    expect([acts.control, drill.instructorFlies()]).toEqual(['offered', true]);
    expect(answers).toEqual([[1, true]]);
    expect(acts.takeControl()).toBe(true);
    expect([acts.control, flyBy.mock.lastCall, drill.instructorFlies()]).toEqual(['student', ['own'], false]);
    expect(answers).toEqual([
      [1, true],
      [2, true]
    ]);
    expect(acts.handsMoved).toBe(1);
  });

  test('what was offered and not taken is taken back, and said so; a simulated pilot is not asked', () => {
    const { acts, answers } = acting();
    acts.obey(1, { does: 'control', by: 'instructor' });
    acts.obey(2, { does: 'control', by: 'student' });
    acts.obey(3, { does: 'control', by: 'instructor' });
    expect(acts.control).toBe('instructor');
    expect(answers).toEqual([
      [1, true],
      [2, false],
      [3, true]
    ]);
    const pilot = acting(false);
    pilot.acts.obey(1, { does: 'control', by: 'instructor' });
    pilot.acts.obey(2, { does: 'control', by: 'student' });
    expect(pilot.acts.control).toBe('student');
  });

  test('time stops and goes on as it was; what cannot be done is answered so, and changes nothing', () => {
    const { acts, answers, did, drill } = acting();
    acts.obey(1, { does: 'freeze', on: true });
    acts.obey(2, { does: 'freeze', on: true });
    expect([acts.frozen, did.running]).toEqual([true, false]);
    acts.obey(3, { does: 'freeze', on: false });
    expect([acts.frozen, did.running]).toEqual([false, true]);
    did.running = false;
    acts.obey(4, { does: 'freeze', on: true });
    acts.obey(5, { does: 'freeze', on: false });
    expect(did.running).toBe(false);
    acts.obey(6, { does: 'time', rate: 4 });
    expect(did.rate).toBe(4);
    const before = drill.loop.snapshot();
    acts.obey(7, { does: 'clear', direct: 'MOON' });
    acts.obey(8, { does: 'go around' });
    acts.obey(9, { does: 'place', name: 'below ground', altitude_ft: -900, heading_deg: 90, speed_kt: 90 });
    expect(answers.slice(-3)).toEqual([
      [7, false],
      [8, false],
      [9, false]
    ]);
    expect(drill.loop.snapshot()).toEqual(before);
  });
});
