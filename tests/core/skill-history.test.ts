import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { fitSkill, skillOn, STANDARD_SCORE } from '$core/road/skill';
import { skillHistory, weeksFlown } from '$core/road/skill-history';
import type { TaskFlight } from '$core/road/standing';

const flight = (day: number, score: number): TaskFlight => ({
  day,
  score,
  verdict: score > STANDARD_SCORE ? 'met' : 'not met',
  unaided: true
});
const flights = fc
  .array(
    fc.record({ days: fc.double({ min: 0, max: 60, noNaN: true }), score: fc.integer({ min: 0, max: 100 }) }),
    {
      minLength: 1,
      maxLength: 25
    }
  )
  .map((steps) => {
    let day = 20_000;
    return steps.map(({ days, score }) => flight((day += days), score));
  });

describe('how a skill went', () => {
  test('says of each moment what would have been said then: nothing later changes it', () => {
    fc.assert(
      fc.property(flights, (flown) => {
        const { after } = skillHistory(flown);
        expect(after).toHaveLength(flown.length);
        const half = Math.ceil(flown.length / 2);
        expect(skillHistory(flown.slice(0, half)).after).toEqual(after.slice(0, half));
        // Shown or not, what was flown before is known.
        expect(skillHistory(flown, 3).after).toEqual(after.slice(-3));
        const { expected, low, high } = skillOn(fitSkill(flown), flown.at(-1)!.day);
        expect(after.at(-1)).toEqual({ expected, low, high });
        for (const moment of after) {
          expect(moment.low).toBeLessThanOrEqual(moment.expected);
          expect(moment.expected).toBeLessThanOrEqual(moment.high);
        }
      }),
      { numRuns: 60 }
    );
  });

  test('who gets better is seen to, and is known the better the more was flown', () => {
    const { after } = skillHistory(
      Array.from({ length: 14 }, (_, i) => flight(20_000 + 2 * i, Math.min(92, 30 + 6 * i)))
    );
    const width = (i: number) => after[i]!.high - after[i]!.low;
    expect(after.at(-1)!.expected).toBeGreaterThan(after[0]!.expected + 30);
    expect(width(13)).toBeLessThan(width(0));
  });

  test('who comes with it, and flies it well from the first, is not taken for a newcomer', () => {
    const { after } = skillHistory([99, 100, 98, 97].map((score, i) => flight(20_000 + 5 * i, score)));
    expect(after[0]!.expected).toBeGreaterThan(80);
    expect(after.at(-1)!.expected).toBeGreaterThan(86);
    expect(after.at(-1)!.low).toBeGreaterThan(STANDARD_SCORE);
    expect(after.at(-1)!.high).toBeGreaterThan(93);
  });

  test('its best is the best that met the standard, the newest of equals; of none, the best there was', () => {
    const best = (...scores: [number, boolean][]) =>
      skillHistory(
        scores.map(([score, isMet], i) => ({
          ...flight(20_000 + i, score),
          verdict: isMet ? 'met' : 'not met'
        }))
      ).best;
    expect(best([80, true], [90, false], [80, true], [75, true])).toBe(2);
    expect(best([40, false], [60, false], [50, false])).toBe(1);
    expect(best([10, false])).toBe(0);
  });
});

describe('weeks', () => {
  test('are counted back from now, the newest last; what lies ahead of the clock counts as now, what lies far back not at all', () => {
    const now = 20_000.4;
    expect(weeksFlown([now, now - 6.99, now - 7.01, now - 30], now, 5)).toEqual([
      true,
      false,
      false,
      true,
      true
    ]);
    expect(weeksFlown([now + 3], now, 2)).toEqual([false, true]);
    expect(weeksFlown([now - 400], now)).toEqual(Array.from({ length: 8 }, () => false));
    expect(weeksFlown([], now)).not.toContain(true);
  });
});
