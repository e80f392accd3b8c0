import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { nextLevel, type GivenAnswer } from '$core/bench/level';
import { panelQuestion } from '$core/bench/panel-question';
import { answerTime_s, panelQuestionKinds } from '$core/bench/question';
import { dueKinds } from '$core/bench/repetition';
import { sumQuestion } from '$core/bench/sum-bench';
import { isRight, sumKinds } from '$core/bench/sum-question';
import { drillFileById } from '$core/drill/catalogue/catalogue';
import { normaliseSigned } from '$core/measure/angle';
import { readingsAt } from '$core/flight/replayed-readings';
import { aircraftById } from '$core/aircraft/catalogue';

describe('questions about a panel', () => {
  const cases = panelQuestionKinds.flatMap((kind) =>
    ([1, 3, 5] as const).map((level) => [kind, level] as const)
  );
  test.each(cases)(
    '%s at level %i: from the seed, one right answer among others, with its working',
    (kind, level) => {
      const q = panelQuestion(kind, level, 76 + level, 'dials', 'primary and supporting');
      const again = panelQuestion(kind, level, 76 + level, 'dials', 'primary and supporting');
      expect(again.options).toEqual(q.options);
      expect(new Set(q.options).size).toBe(q.options.length);
      expect(q.options[q.answer]).toBeDefined();
      expect(q.working.length).toBeGreaterThan(30);
      expect(q.within_s).toBe(answerTime_s(kind, level));
      expect(q.clip.to_s).toBeGreaterThanOrEqual(q.clip.from_s);
      // Which way the nose must go is said by the needles there, and they are not part of the question.
      expect(drillFileById(q.clip.plan.drill).navigation).toBeUndefined();
    }
  );

  test('the liar’s panel differs from the truth in the one instrument that is the answer', () => {
    const keys = { airspeed: 'ias_kt', attitude: 'bank_deg', altimeter: 'altitude_ft', 'turn and slip': 'turnRate_degps', 'heading indicator': 'heading_deg', 'vertical speed': 'verticalSpeed_fpm' } as const; // prettier-ignore
    for (let seed = 1; seed <= 4; seed++) {
      const { clip, options, answer } = panelQuestion('liar', 2, seed, 'dials', 'primary and supporting');
      const propulsion = aircraftById(clip.plan.aircraft).propulsion.kind;
      const truth = readingsAt(clip.flight, clip.to_s, { plan: clip.plan, propulsion });
      const shown = clip.lying!(truth, clip.to_s);
      const changed = Object.entries(keys).filter(([, key]) => Math.abs(shown[key] - truth[key]) > 1e-9);
      expect(changed.map(([name]) => name)).toEqual([options[answer]]);
    }
  });

  test('both schools are asked in their own words', () => {
    const words = [1, 2, 3].map(
      (seed) => panelQuestion('primary', 2, seed, 'tapes', 'control and performance').prompt
    );
    expect(words.every((prompt) => /control|performance/.test(prompt))).toBe(true);
  });
});

test('the level goes up after two right in time, down after a miss, and stays within one and five', () => {
  const given = (...marks: string[]): GivenAnswer[] => {
    const answers: GivenAnswer[] = [];
    for (const mark of marks)
      answers.push({ level: nextLevel(answers), right: mark !== 'x', prompt: mark === 'o' });
    return answers;
  };
  expect(nextLevel([])).toBe(1);
  expect(nextLevel(given('o', 'o'))).toBe(2);
  expect(nextLevel(given('o', 'o', 'o', 'o', 'x'))).toBe(2);
  expect(nextLevel(given('o', 'slow', 'o'))).toBe(1);
  expect(nextLevel(given(...Array<string>(30).fill('o')))).toBe(5);
  expect(nextLevel(given('x', 'x', 'x'))).toBe(1);
});

test('what is to be done next is against what is off and stays off, for the reason that is given', () => {
  const channels = { altitude: 'altitude_ft', heading: 'heading_deg', speed: 'ias_kt', rate: 'verticalSpeed_fpm' } as const; // prettier-ignore
  const shrinks = { altitude: 7, heading: 1, speed: 1, rate: 51 };
  for (const level of [1, 3, 5] as const)
    for (const seed of [11, 12, 13, 14]) {
      const q = panelQuestion('input', level, seed, 'dials', 'control and performance');
      const [, name, side] = /^The (\w+) is [\d.]+ ?\S+ (.+) and not coming back/.exec(q.working)!;
      const right = q.options[q.answer]!;
      const reason = right.startsWith('nose') ? 'The nose holds' : right.includes('power') ? 'Power holds' : 'Bank no more'; // prettier-ignore
      expect(q.working).toContain(reason);
      const quantity = name as keyof typeof channels;
      const isMore = /up|fast|high|right/.test(side!);
      expect(right).toMatch({ altitude: /nose/, rate: /nose/, speed: /power/, heading: /bank/ }[quantity]);
      if (quantity !== 'heading') expect(/down|less/.test(right)).toBe(isMore);
      // Over the last three seconds it has not begun to shrink by more than a needle shows.
      const { flight, to_s } = q.clip;
      const values = flight.columns.get(channels[quantity])!;
      const at = Math.round(to_s * flight.rate_hz);
      const moved = values[at]! - values[at - 3 * flight.rate_hz]!;
      const change = quantity === 'heading' ? normaliseSigned(moved) : moved;
      expect(change * (isMore ? 1 : -1)).toBeGreaterThan(-shrinks[quantity]);
    }
});

describe('the sums', () => {
  test('each side, and each way, is asked for: nobody learns that it is always the right', () => {
    const ways = [['left', 'right'], ['TO', 'FROM'], ['above', 'below'], ['clockwise', 'counterclockwise']] as const; // prettier-ignore
    for (const kind of sumKinds) {
      const asked = Array.from(
        { length: 80 },
        (_, seed) => sumQuestion(kind, 1 + (seed % 5), seed + 1).prompt
      );
      for (const pair of ways) {
        const [one, other] = pair.map((word) => asked.filter((text) => new RegExp(`\\b${word}\\b`).test(text)).length) as [number, number]; // prettier-ignore
        // Where a sum is told by one of a pair alone, in every prompt, it is about that one.
        if (one === asked.length || other === asked.length || one + other === 0) continue;
        expect([kind, pair, Math.min(one, other) > 8]).toEqual([kind, pair, true]);
      }
    }
  });

  test.each(sumKinds)(
    '%s: at every level from any seed, a whole answer that its own working states',
    (kind) => {
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 1e9 }), (level, seed) => {
          const q = sumQuestion(kind, level, seed);
          expect(sumQuestion(kind, level, seed)).toEqual(q);
          expect(q.prompt).toMatch(/\?$/);
          expect(q.prompt + q.working).not.toMatch(/NaN|undefined|Infinity/);
          if (q.answer.kind === 'choice') {
            expect(isRight(q.answer, q.answer.right)).toBe(true);
            expect(isRight(q.answer, (q.answer.right + 1) % q.answer.options.length)).toBe(false);
            expect(q.working).toContain(q.answer.options[q.answer.right]!);
          } else {
            expect(Number.isInteger(q.answer.value)).toBe(true);
            expect(q.working).toContain(String(q.answer.value));
            expect(isRight(q.answer, q.answer.value + q.answer.tolerance + 1)).toBe(false);
            if (q.answer.angle) {
              expect(q.answer.value).toBeGreaterThanOrEqual(1);
              expect(q.answer.value).toBeLessThanOrEqual(360);
              expect(isRight(q.answer, q.answer.value - 360)).toBe(true);
            }
          }
        }),
        { numRuns: 60 }
      );
    }
  );

  test('what was missed comes back first, what was right waits longer each time, what is new stands between', () => {
    const answer = (kind: string, right: boolean, day: number) => ({
      kind,
      right,
      prompt: true,
      givenAt: `2026-03-${String(day).padStart(2, '0')}T10:00:00.000Z`
    });
    const now = '2026-03-20T10:00:00.000Z';
    const due = dueKinds(
      ['a', 'b', 'c'],
      [answer('a', true, 1), answer('a', true, 4), answer('a', true, 12), answer('b', false, 19)],
      now
    );
    expect(due.map((d) => d.kind)).toEqual(['b', 'c', 'a']);
    const once = dueKinds(['a'], [answer('a', true, 1)], now)[0]!;
    const thrice = dueKinds(
      ['a'],
      [answer('a', true, 1), answer('a', true, 4), answer('a', true, 12)],
      now
    )[0]!;
    expect(Date.parse(thrice.due!) - Date.parse('2026-03-12T10:00:00Z')).toBeGreaterThan(
      Date.parse(once.due!) - Date.parse('2026-03-01T10:00:00Z')
    );
  });
});
