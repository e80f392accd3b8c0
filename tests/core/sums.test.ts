import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sumQuestion } from '$core/bench/sum-bench';
import { isRight, sumKinds, type SumKind } from '$core/bench/sum-question';
import { normaliseSigned } from '$core/measure/angle';
import { leadRadialRule } from '$core/procedure/dme-arc';
import { windTriangle } from '$core/procedure/wind-triangle';
import { vorDeflection } from '$core/radio/receiver';

/** Each sum worked out again from nothing but the words of its question: numbers as they are read, sides as they are said. */
type Again = (numbers: number[], prompt: string) => number | string;
const side = (prompt: string, word: RegExp) => (word.test(prompt) ? 1 : -1);
const round = (angle: number) => ((((angle - 1) % 360) + 360) % 360) + 1;

const again: Record<SumKind, Again> = {
  reciprocal: ([course]) => round(course! + 180),
  // Whoever stands in a quarter sees what a receiver there shows.
  quadrant: ([course], prompt) => {
    const quarters = { 'north-east': 45, 'south-east': 135, 'south-west': 225, 'north-west': 315 };
    const seen = Object.entries(quarters).filter(([, radial]) => {
      const { deflection, toFrom } = vorDeflection(radial, course!);
      return (
        toFrom.toUpperCase() === /TO|FROM/.exec(prompt)![0] &&
        Math.sign(deflection) === side(prompt, /needle stands right/)
      );
    });
    expect(seen).toHaveLength(1);
    return seen[0]![0];
  },
  intercept: ([course, angle], prompt) => round(course! + side(prompt, /needle right/) * angle!),
  'compass-roll-out': ([latitude, lead], prompt) => {
    // It lags through north and leads through south, by the latitude; the roll-out takes its lead either way.
    const north = /for north/.test(prompt);
    const turned = north ? -latitude! - lead! : latitude! - lead!;
    return round((north ? 360 : 180) + side(prompt, /to the right/) * turned);
  },
  'wind-correction': ([course, tas_kt, from_deg, speed_kt]) => {
    const solved = windTriangle(course!, tas_kt!, { from_deg: from_deg!, speed_kt: speed_kt! });
    return solved.kind === 'impossible' ? NaN : Math.round(solved.heading_deg);
  },
  'hold-entry': ([inbound, arriving], prompt) => {
    const relative = side(prompt, /right turns/) * normaliseSigned(inbound! + 180 - arriving!);
    return relative >= 0 && relative <= 70
      ? 'teardrop'
      : relative < 0 && relative >= -110
        ? 'parallel'
        : 'direct';
  },
  'entry-heading': ([inbound], prompt) =>
    round(inbound! + 180 - (/teardrop/.test(prompt) ? 30 * side(prompt, /right turns/) : 0)),
  'outbound-heading': ([inbound, correction], prompt) =>
    round(inbound! + 180 - side(prompt, /° right of/) * correction! * (/Triple/.test(prompt) ? 3 : 2)),
  'outbound-time': ([flown_s, leg_s]) => flown_s! + 60 - leg_s!,
  // What is taught, and what is true: whoever works it out exactly is right, too.
  'descent-rate': ([groundspeed_kt]) => groundspeed_kt! * (6076.12 / 60) * Math.tan((3 * Math.PI) / 180),
  'missed-approach-time': ([distance_nm, groundspeed_kt]) => (distance_nm! / groundspeed_kt!) * 3600,
  'lead-radial': ([radius_nm, groundspeed_kt]) => leadRadialRule(radius_nm!, groundspeed_kt!, 3),
  'arc-heading': ([radial], prompt) => {
    const way = / clockwise/.test(prompt) ? 1 : -1;
    return round(radial! + way * 95);
  }
};

/** Beyond this, more or less, an answer is plainly another one. */
const plainlyOff: Record<SumKind, (due: number) => number> = {
  reciprocal: () => 1,
  quadrant: () => 1,
  intercept: () => 1,
  'entry-heading': () => 1,
  'hold-entry': () => 1,
  'outbound-heading': () => 2,
  'lead-radial': () => 3,
  'outbound-time': () => 3,
  'compass-roll-out': () => 3,
  'wind-correction': () => 4,
  'arc-heading': () => 6,
  'missed-approach-time': (due) => 0.1 * due,
  'descent-rate': (due) => 0.2 * due
};
/** How round the figures of a question are at each level, where they are read from its words in this order: multiples, and the span. */
const figures: Partial<Record<SumKind, Record<1 | 3 | 5, readonly (readonly [step: number, from: number, to: number])[]>>> = {
  reciprocal: { 1: [[10, 10, 360]], 3: [[5, 5, 360]], 5: [[1, 1, 360]] },
  'descent-rate': { 1: [[10, 70, 160]], 3: [[5, 70, 160]], 5: [[1, 70, 160]] },
  'missed-approach-time': {
    1: [[1, 3, 6], [30, 60, 120]],
    3: [[0.5, 3, 6.5], [15, 75, 135]],
    5: [[0.1, 3, 6.5], [5, 75, 135]]
  },
  'lead-radial': { 1: [[10, 10, 10], [120, 120, 120]], 3: [[1, 7, 15], [30, 90, 180]], 5: [[1, 7, 15], [30, 90, 180]] },
  'outbound-time': { 1: [[60, 60, 60], [5, 40, 85]], 3: [[5, 45, 80], [1, 40, 85]], 5: [[5, 45, 80], [1, 40, 85]] },
  'compass-roll-out': { 1: [[10, 30, 40], [5, 5, 5]], 3: [[5, 30, 50], [5, 5, 15]], 5: [[5, 30, 50], [5, 5, 15]] },
  'wind-correction': {
    1: [[10, 10, 360], [120, 120, 120], [10, 10, 360], [4, 8, 28]],
    3: [[5, 5, 360], [30, 90, 180], [5, 5, 360], [2, 8, 30]],
    5: [[1, 1, 360], [10, 90, 180], [1, 1, 360], [2, 8, 30]]
  },
  'arc-heading': { 1: [[10, 10, 360]], 3: [[5, 5, 360]], 5: [[1, 1, 360]] },
  intercept: { 1: [[10, 10, 360], [15, 30, 45]], 3: [[5, 5, 360], [15, 30, 90]], 5: [[1, 1, 360], [15, 30, 90]] },
  'outbound-heading': { 1: [[10, 10, 360], [1, 2, 6]], 3: [[5, 5, 360], [1, 2, 10]], 5: [[1, 1, 360], [1, 2, 10]] }
}; // prettier-ignore
const numbersIn = (prompt: string) => (prompt.match(/\d+(\.\d+)?/g) ?? []).map(Number);

describe('how hard a sum is', () => {
  test.each(Object.keys(figures) as SumKind[])(
    '%s: round figures first, any at the end, all of them asked for',
    (kind) => {
      for (const [level, as] of [
        [1, 1],
        [2, 1],
        [3, 3],
        [4, 3],
        [5, 5]
      ] as const) {
        const asked = Array.from({ length: 300 }, (_, seed) =>
          numbersIn(sumQuestion(kind, level, seed + 1).prompt)
        );
        figures[kind]![as].forEach(([step, from, to], index) => {
          const values = [...new Set(asked.map((numbers) => numbers[index]!))].sort((a, b) => a - b);
          for (const value of values)
            expect(Math.abs(value / step - Math.round(value / step))).toBeLessThan(1e-9);
          expect([values[0]! >= from, values.at(-1)! <= to]).toEqual([true, true]);
          // Nearly all of the span, and not only what is rounder still.
          const span = Math.max(step, to - from);
          expect((values.at(-1)! - values[0]!) / span).toBeGreaterThanOrEqual(from === to ? 0 : 0.8);
          if (span > 3 * step) expect(values.length).toBeGreaterThan(0.5 * (span / step));
        });
      }
    }
  );
});

/** What a sum as it is written comes to: brackets, then × and ÷, then + and −. */
function comesTo(written: string): number {
  const bare = written.replace(/\(([^()]*)\)/g, (_, inner: string) => String(comesTo(inner)));
  const terms = bare.replaceAll(' − ', ' + −').split(' + ');
  return terms.reduce((sum, term) => {
    const [first, ...rest] = term.replace('−', '').split(/ (?=[×÷])/);
    const product = rest.reduce(
      (so, next) => (next.startsWith('×') ? so * Number(next.slice(2)) : so / Number(next.slice(2))),
      Number(first)
    );
    return sum + (term.startsWith('−') ? -product : product);
  }, 0);
}

test('a wind to be corrected for stands square to the course at first, and anywhere but along it later', () => {
  const offs = (level: number) =>
    Array.from({ length: 60 }, (_, seed) => {
      const [course, , from] = numbersIn(sumQuestion('wind-correction', level, seed + 1).prompt);
      return Math.round(Math.abs(normaliseSigned(from! - course!)));
    });
  for (const level of [1, 2]) expect(new Set(offs(level))).toEqual(new Set([90]));
  for (const level of [3, 5]) {
    expect(new Set(offs(level)).size).toBeGreaterThan(8);
    expect([Math.min(...offs(level)) >= 20, Math.max(...offs(level)) <= 160]).toEqual([true, true]);
  }
});

test.each(sumKinds)('%s: every sum in its working comes out', (kind) => {
  let checked = 0;
  for (let seed = 1; seed <= 200; seed++) {
    const { working } = sumQuestion(kind, 1 + (seed % 5), seed);
    for (const [whole, written, result] of working.matchAll(
      /((?:\(?\d+(?:\.\d+)?\)?) (?:[−+×÷] \(?\d+(?:\.\d+)?\)? ?)+)= (\d+(?:\.\d+)?)(?![:\d])/g
    )) {
      const [due, given] = [comesTo(written!.trim()), Number(result)];
      // A course goes round; what was divided is told rounded.
      const off = Math.min(...[0, 360, -360].map((round) => Math.abs(due - given + round)));
      expect(off, `${whole} in “${working}”`).toBeLessThanOrEqual(written!.includes('÷') ? 0.5 : 0);
      checked += 1;
    }
    const rule = /Turn radius about ½ % of (\d+) = ([\d.]+) NM; at (\d+) NM a mile is ([\d.]+) radials/.exec(
      working
    );
    if (rule) {
      const [groundspeed, turn, radius, radials] = rule.slice(1).map(Number) as [
        number,
        number,
        number,
        number
      ];
      expect(Math.abs(turn - groundspeed / 200)).toBeLessThanOrEqual(0.0501);
      expect(Math.abs(radials - 360 / (2 * Math.PI * radius))).toBeLessThanOrEqual(0.0501);
    }
  }
  const WITHOUT: readonly SumKind[] = ['quadrant', 'hold-entry', 'lead-radial', 'missed-approach-time'];
  expect([kind, checked > 20]).toEqual([kind, !WITHOUT.includes(kind)]);
});

describe('the sums, worked out again from their words', () => {
  test.each(sumKinds)('%s', (kind) => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 1e9 }), (level, seed) => {
        const { prompt, answer } = sumQuestion(kind, level, seed);
        const due = again[kind](numbersIn(prompt), prompt);
        if (answer.kind === 'choice') expect(answer.options[answer.right]).toBe(due);
        else {
          expect(isRight(answer, Math.round(due as number)), `${prompt} ${due}`).toBe(true);
          // A course goes round, whoever says it; a number of radials does not.
          if (answer.unit === '°')
            expect(isRight(answer, Math.round(due as number) + 360)).toBe(kind !== 'lead-radial');
          for (const way of [1, -1]) {
            const wrong = Math.round(due as number) + way * Math.ceil(plainlyOff[kind](due as number));
            expect(isRight(answer, wrong), `${prompt} ${wrong}`).toBe(false);
          }
        }
      }),
      { numRuns: 150 }
    );
  });
});
