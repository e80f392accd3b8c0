import { describe, expect, test } from 'vitest';
import { nextLevel, type GivenAnswer } from '$core/bench/level';
import { panelQuestion } from '$core/bench/panel-question';
import { answerTime_s, panelQuestionKinds } from '$core/bench/question';
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
