import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { historyOf, leansOf } from '$core/grade/history';
import type { Comparable } from '$core/grade/comparable';
import { leanOf, trendLine, trendOf } from '$core/grade/trend';
import { seededNoise } from '$core/measure/seeded-noise';
import { even } from './even';

const figures = fc.array(even(-100, 100), { minLength: 5, maxLength: 40 });

/** Share of Student's distribution within ±t, by the trapezium rule over its density (Abramowitz and Stegun, 26.7). */
function within(t: number, freedom: number): number {
  const density = (x: number) => (1 + (x * x) / freedom) ** (-(freedom + 1) / 2);
  const area = (to: number, steps: number) => {
    let sum = (density(0) + density(to)) / 2;
    for (let i = 1; i < steps; i++) sum += density((to * i) / steps);
    return (sum * to) / steps;
  };
  // The tails of one degree of freedom are long: by x = tan u the whole line becomes an interval.
  const whole = () => {
    const steps = 20_000;
    let sum = 0;
    for (let i = 0; i < steps; i++) {
      const u = ((i + 0.5) / steps) * (Math.PI / 2);
      sum += density(Math.tan(u)) / Math.cos(u) ** 2;
    }
    return (sum * Math.PI) / 2 / steps;
  };
  return area(t, 5000) / whole();
}

describe('a trend over attempts', () => {
  test('its interval is Student’s for ninety per cent, whatever the number of attempts', () => {
    for (const count of [4, 5, 6, 8, 12, 20, 32, 50]) {
      // Errors of ±1 that lean nowhere: the residual is known, and what is left of the margin is t.
      const values = Array.from({ length: count }, (_, i) => (i % 2 === 0 ? 1 : -1));
      const { slope, margin } = trendOf(values, 'more');
      const middle = (count - 1) / 2;
      const spread = values.reduce((sum, _, i) => sum + (i - middle) ** 2, 0);
      const mean = values.reduce((a, b) => a + b, 0) / count;
      const residual = values.reduce((sum, v, i) => sum + (v - mean - slope! * (i - middle)) ** 2, 0);
      const t = margin! / Math.sqrt(residual / (count - 2) / spread);
      expect(within(t, count - 2), `${count} attempts`).toBeCloseTo(0.9, 2);
    }
  });

  test('attempts that only scatter are called a trend one time in ten', () => {
    const noise = seededNoise(11);
    let called = 0;
    for (let i = 0; i < 4000; i++) {
      const values = Array.from({ length: 10 }, () => noise.normal());
      if (trendOf(values, 'more').kind !== 'plateau') called += 1;
    }
    expect(called / 4000).toBeGreaterThan(0.08);
    expect(called / 4000).toBeLessThan(0.12);
  });

  test('the line’s interval holds the true line nine times in ten, narrowest in the middle, and is none for too few', () => {
    expect(trendLine([1, 2, 3])).toEqual([]);
    const noise = seededNoise(12);
    const held = [0, 0, 0];
    for (let i = 0; i < 4000; i++) {
      const line = trendLine(Array.from({ length: 9 }, (_, at) => 50 + 2 * at + 6 * noise.normal()));
      [0, 4, 8].forEach((at, place) => {
        const { fit, low, high } = line[at]!;
        expect(fit - low).toBeCloseTo(high - fit, 9);
        if (low <= 50 + 2 * at && 50 + 2 * at <= high) held[place]! += 1;
      });
      expect(line[4]!.high - line[4]!.low).toBeLessThan(line[0]!.high - line[0]!.low);
    }
    for (const count of held) expect(Math.abs(count / 4000 - 0.9)).toBeLessThan(0.02);
  });

  test('a line is found exactly; shifted it is the same, turned round the opposite, in another unit in proportion', () => {
    expect(trendOf([3, 5, 7, 9, 11], 'more')).toMatchObject({ kind: 'improving', slope: 2 });
    expect(trendOf([3, 5, 7, 9, 11], 'less').kind).toBe('slipping');
    fc.assert(
      fc.property(figures, fc.integer({ min: -50, max: 50 }), (values, by) => {
        const plain = trendOf(values, 'more');
        const shifted = trendOf(values.map((v) => v + by), 'more'); // prettier-ignore
        const turned = trendOf([...values].reverse(), 'more');
        const tenfold = trendOf(values.map((v) => 10 * v), 'more'); // prettier-ignore
        expect(shifted.slope).toBeCloseTo(plain.slope!, 6);
        expect(shifted.margin).toBeCloseTo(plain.margin!, 6);
        expect(turned.slope).toBeCloseTo(-plain.slope!, 6);
        expect(turned.margin).toBeCloseTo(plain.margin!, 6);
        expect(tenfold.slope).toBeCloseTo(10 * plain.slope!, 5);
      })
    );
  });

  test('three attempts are too few, and it is said how many are needed', () => {
    expect(trendOf([1, 2, 3], 'more')).toEqual({
      kind: 'too few',
      count: 3,
      slope: null,
      margin: null,
      words: 'a trend needs 4 attempts; there are 3'
    });
  });
});

describe('attempts laid side by side', () => {
  const attempt = (score: number, ...values: [id: string, value: number, better: 'zero' | 'less'][]) => ({
    score,
    comparable: {
      figures: values.map(([id, value, better]) => ({ id, name: id, unit: '°', decimals: 0, better, value })),
      bias: {}
    } as unknown as Comparable
  });

  test('what an attempt lacks is left open, and errors to both sides are compared by their size', () => {
    const { figures, score } = historyOf([
      attempt(40, ['overshoot', -8, 'zero']),
      attempt(50, ['overshoot', 6, 'zero'], ['late', 3, 'less']),
      attempt(60, ['overshoot', -4, 'zero'], ['late', 3, 'less']),
      attempt(70, ['overshoot', 2, 'zero'], ['late', 3, 'less'])
    ]);
    expect(figures.map(({ id, values }) => [id, values])).toEqual([
      ['overshoot', [-8, 6, -4, 2]],
      ['late', [null, 3, 3, 3]]
    ]);
    expect(figures[0]!.trend).toMatchObject({ kind: 'improving', slope: -2 });
    expect(figures[1]!.trend.kind).toBe('too few');
    expect(score.trend.kind).toBe('improving');
  });

  test('a lean is most of the flights to one side; small errors lean nowhere, and mirrored it is the other side', () => {
    expect(leanOf([0.4, 0.3, 0.2, 0.5])).toMatchObject({ side: 'above', flights: 4, of: 4 });
    expect(leanOf([0.4, 0.3, -0.2, -0.5])).toBeNull();
    expect(leanOf([0.04, 0.04, 0.04, 0.04, 0.04])).toBeNull();
    expect(leanOf([0.4, 0.3, 0.2])).toBeNull();
    fc.assert(
      fc.property(fc.array(even(-1, 1), { maxLength: 12 }), (shares) => {
        const lean = leanOf(shares);
        const mirrored = leanOf(shares.map((share) => -share));
        const uneven = shares.filter((s) => s > 0.05).length !== shares.filter((s) => s < -0.05).length;
        if (lean && uneven) {
          expect(mirrored!.side).toBe(lean.side === 'above' ? 'below' : 'above');
          expect(mirrored!.share).toBeCloseTo(-lean.share, 12);
        } else if (!lean) expect(mirrored).toBeNull();
      })
    );
    const flight = (altitude: number) => ({ bias: { altitude_ft: altitude } }) as unknown as Comparable;
    expect(leansOf([0.5, 0.4, 0.3, 0.2, -0.1].map(flight))).toMatchObject([
      { channel: 'altitude_ft', lean: { side: 'above', flights: 4, of: 5 } }
    ]);
  });
});
