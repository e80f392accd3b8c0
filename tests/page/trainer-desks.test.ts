import type { Distraction } from '$core/drill/distraction';
import type { Happening } from '$core/flight/flight-event';
import type { Gaze } from '$core/instrument/scan-area';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DistractionDesk, answerKeys } from '../../src/routes/fly/[lesson]/distraction-desk.svelte';
import { ScanAttention, lookingKeys } from '../../src/routes/fly/[lesson]/scan-attention.svelte';
import { Stopwatch } from '../../src/routes/fly/[lesson]/stopwatch.svelte';

describe('the stopwatch', () => {
  /** One that is kept by hand: what was summed up, and since when it runs. */
  test.each([true, false])('shows what one kept by hand would, timed from nothing: %s', (fromNothing) => {
    const act = fc.oneof(
      fc.record({ does: fc.constant('wait' as const), s: fc.double({ min: 0, max: 100, noNaN: true }) }),
      fc.record({ does: fc.constantFrom('toggle' as const, 'reset' as const) })
    );
    fc.assert(
      fc.property(fc.array(act, { maxLength: 40 }), (acts) => {
        let now_s = 0;
        const noted: string[] = [];
        const watch = new Stopwatch(
          () => now_s,
          (what) => noted.push(what),
          fromNothing
        );
        let [sum_s, since_s] = [0, null as number | null];
        for (const one of acts) {
          if (one.does === 'wait') now_s += one.s;
          else if (one.does === 'toggle') {
            watch.toggle();
            if (since_s === null) {
              if (fromNothing) sum_s = 0;
              since_s = now_s;
            } else {
              sum_s += now_s - since_s;
              since_s = null;
            }
            expect(noted.at(-1)).toBe(since_s === null ? 'stop' : 'start');
          } else {
            watch.reset();
            sum_s = 0;
            if (since_s !== null) since_s = now_s;
            expect(noted.at(-1)).toBe(since_s === null ? 'reset' : 'start');
          }
          expect(watch.runs).toBe(since_s !== null);
          expect(watch.shown_s).toBeCloseTo(sum_s + (since_s === null ? 0 : now_s - since_s), 6);
        }
        watch.begin();
        expect([watch.runs, watch.shown_s]).toEqual([false, 0]);
      })
    );
  });
});

describe('distractions', () => {
  const at = (at_s: number, kind: Distraction['kind']): Distraction =>
    ({
      at_s,
      kind,
      words: `${kind} at ${at_s}`,
      options: ['a', 'b', 'c'],
      right: 0
    }) as unknown as Distraction;
  const list = [at(10, 'question'), at(20, 'call'), at(30, 'gauge'), at(40, 'question')];
  const desk = () => {
    const noted: Happening[] = [];
    return { noted, desk: new DistractionDesk(list, (what) => noted.push(what)) };
  };

  test('come once each, in their order, however late they are asked for', () => {
    const { desk: one, noted } = desk();
    expect(one.coming(9.9)).toBeNull();
    // A tab that slept: all that have come since come one after the other.
    expect([1, 2, 3, 4, 5].map(() => one.coming(100)?.at_s ?? null)).toEqual([10, 20, 30, 40, null]);
    expect(noted.map((what) => ('detail' in what ? what.detail : ''))).toEqual([
      '0:question',
      '1:call',
      '2:gauge',
      '3:question'
    ]);
    one.begin();
    expect(one.coming(10)?.at_s).toBe(10);
  });

  test('the latest that waits is answered, each once; a gauge is reported, too early it is a false alarm', () => {
    const { desk: one, noted } = desk();
    let now_s = 5;
    const press = (key: string) =>
      answerKeys(one, () => now_s)
        .find((k) => k.key === key)!
        .run(new Event('keydown') as KeyboardEvent);
    press('5');
    expect(noted).toEqual([]);
    now_s = 25;
    press('6');
    expect(one.answered).toEqual([1]);
    // The question before is still open, and then nothing is.
    press('7');
    press('7');
    expect(one.answered).toEqual([1, 0]);
    press('0');
    now_s = 31;
    press('0');
    press('0');
    expect(one.answered).toEqual([1, 0, 2]);
    const answers = noted.flatMap((what) => (what.kind === 'answer' ? [what.answer] : []));
    expect(answers).toEqual([
      { to: 'distraction', index: 1, option: 1 },
      { to: 'distraction', index: 0, option: 2 },
      { to: 'distraction', index: -1, option: 0 },
      { to: 'distraction', index: 2, option: 0 },
      { to: 'distraction', index: 2, option: 0 }
    ]);
  });
});

describe('the eyes of a scan lesson', () => {
  const task = {
    pattern: 'hub-and-spoke',
    attention: 'student',
    rhythm_s: 1,
    window: 'covered',
    cue: 'fading'
  } as never;
  const eyes = (more: object = {}) => {
    const told: Gaze[] = [];
    return {
      told,
      eyes: new ScanAttention({ ...(task as object), ...more } as never, [], (area) => told.push(area))
    };
  };

  test('move by the keys of the one hand, and tell each move once', () => {
    const { eyes: one, told } = eyes();
    one.begin();
    const press = (key: string) =>
      lookingKeys(one)
        .find((k) => k.key === key)!
        .run(new Event('keydown') as KeyboardEvent);
    for (const key of ['q', 'q', 's', 'u', 'k', 'w']) press(key);
    expect(told).toEqual(['attitude', 'airspeed', 'heading', 'attitude']);
    one.hand = 'right';
    for (const key of ['q', 'i', 'o', ',']) press(key);
    expect(told.slice(4)).toEqual(['altimeter', 'compass']);
    // Every instrument has a key for either hand, no key is there twice.
    const keys = lookingKeys(one).map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys).toHaveLength(16);
  });

  test('led by the rhythm they are not the person’s to move; a simulated pilot’s are shown and not told', () => {
    const { eyes: one, told } = eyes({ attention: 'automatic' });
    one.look('airspeed');
    expect(told).toEqual([]);
    const seen = Array.from({ length: 300 }, (_, i) => (one.follow(i / 10, null), one.looked));
    expect(told.length).toBeGreaterThan(10);
    expect(new Set(seen).size).toBeGreaterThan(3);
    told.length = 0;
    one.follow(31, 'vertical-speed');
    expect([one.looked, told.length]).toEqual(['vertical-speed', 0]);
    expect(one.view(31, true).onlook).toBeNull();
  });
});
