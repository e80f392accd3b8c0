import { capital, lowered } from '$core/measure/capital';
import { edgeBetween } from '$core/measure/edge';
import { isObject } from '$core/measure/is-object';
import { median } from '$core/measure/median';
import { correlationOf, mean, normalShareBelow, weightedQuantile } from '$core/measure/statistics';
import { Matrix, solve } from 'ml-matrix';
import { solveLinear } from '$core/measure/solve-linear';
import fc from 'fast-check';
import { Type, type TSchema } from '@sinclair/typebox';
import { describe, expect, test } from 'vitest';
import { asCourse, normaliseBearing, normaliseSigned, turnFromTo } from '$core/measure/angle';
import { clock, figure, heading, percent, signedFigure } from '$core/measure/figure';
import { Rejection } from '$core/measure/rejection';
import { seededNoise } from '$core/measure/seeded-noise';
import { parse } from '$core/measure/validation';

const angle = fc.double({ min: -1e6, max: 1e6, noNaN: true });

describe('angles', () => {
  test('bearings lie in [0, 360), signed angles in (−180, 180], and both are the same direction', () => {
    fc.assert(
      fc.property(angle, (a) => {
        const bearing = normaliseBearing(a);
        const signed = normaliseSigned(a);
        expect(bearing).toBeGreaterThanOrEqual(0);
        expect(bearing).toBeLessThan(360);
        expect(signed).toBeGreaterThan(-180);
        expect(signed).toBeLessThanOrEqual(180);
        expect(Math.abs(Math.sin(((bearing - signed) * Math.PI) / 360))).toBeLessThan(1e-9);
      })
    );
  });

  test('turning from a to b arrives at b, and a full turn changes nothing', () => {
    fc.assert(
      fc.property(angle, angle, (a, b) => {
        expect(Math.abs(normaliseSigned(a + turnFromTo(a, b) - b))).toBeLessThan(1e-6);
        expect(Math.abs(normaliseSigned(turnFromTo(a, b) - turnFromTo(a, b + 360)))).toBeLessThan(1e-6);
      })
    );
  });

  test.each([
    [350, 10, 20],
    [10, 350, -20],
    [0, 180, 180],
    [180, 0, 180],
    [-90, 270, 0]
  ])('from %d to %d is %d', (from, to, turn) => expect(turnFromTo(from, to)).toBeCloseTo(turn, 9));
});

describe('figures', () => {
  test.each([
    [() => figure(-461.4), '\u2212461'],
    [() => figure(-0.04, 1), '0.0'],
    [() => figure(0), '0'],
    [() => figure(1234), '1234'],
    [() => figure(12345), '12\u2009345'],
    [() => figure(-1234567.25, 1), '\u22121\u2009234\u2009567.3'],
    [() => signedFigure(0.96, 1), '+1.0'],
    [() => signedFigure(-0.96, 1), '\u22121.0'],
    [() => signedFigure(0), '0'],
    [() => signedFigure(0.04, 1), '0.0'],
    [() => clock(187.2), '3:07'],
    [() => clock(59.9999999999), '1:00'],
    [() => clock(-3), '0:00'],
    [() => clock(3600), '1:00:00'],
    [() => clock(3727), '1:02:07'],
    [() => percent(0.999), '99\u2009%'],
    [() => percent(0.004), '0\u2009%'],
    [() => percent(1), '100\u2009%'],
    [() => heading(359.7), '360°'],
    [() => heading(-90), '270°'],
    [() => heading(725), '005°'],
    [() => asCourse(0), 360],
    [() => asCourse(-5), 355],
    [() => asCourse(720.5), 0.5]
  ])('%s is %s', (written, expected) => expect(written()).toBe(expected));
});

test('seeds beside each other begin with numbers that have nothing to do with each other', () => {
  const firsts = Array.from({ length: 4000 }, (_, seed) => seededNoise(seed).uniform());
  const pairs = firsts.slice(1).map((value, i) => [firsts[i]!, value] as const);
  expect(Math.abs(correlationOf(pairs)!.r)).toBeLessThan(0.05);
  expect(mean(firsts)).toBeCloseTo(0.5, 1);
  expect(seededNoise(-7).uniform()).not.toBe(seededNoise(7).uniform());
});

test('noise from a stored state goes on as if it had never stopped, with mean 0 and variance 1', () => {
  const noise = seededNoise(7);
  for (let i = 0; i < 100; i++) noise.normal();
  const taken = seededNoise(noise.state());
  const values = Array.from({ length: 20000 }, () => noise.normal());
  expect(values.slice(0, 50)).toEqual(Array.from({ length: 50 }, () => taken.normal()));
  const mean = values.reduce((a, b) => a + b) / values.length;
  expect(Math.abs(mean)).toBeLessThan(0.03);
  expect(values.reduce((a, b) => a + b * b, 0) / values.length).toBeCloseTo(1, 1);
});

describe('what enters from outside', () => {
  const speed = Type.Number({ maximum: 80, accepted: 'a number up to 80 kt' });
  const schema = Type.Object(
    { wind: Type.Object({ speed_kt: speed }), gusts: Type.Optional(Type.Array(speed, { maxItems: 2 })) },
    { additionalProperties: false }
  );
  const acts = Type.Union([
    Type.Object({ does: Type.Literal('wind'), to: schema }),
    Type.Object({ does: Type.Literal('freeze'), seconds: Type.Integer({ minimum: 1 }) })
  ]);
  test.each([
    [schema, { wind: { speed_kt: 99 } }, 'wind.speed_kt', 99, 'a number up to 80 kt'],
    [schema, { wind: {} }, 'wind.speed_kt', undefined, 'it is required'],
    [schema, { wind: { speed_kt: NaN } }, 'wind.speed_kt', NaN, 'a number up to 80 kt'],
    [schema, { wind: { speed_kt: 1 }, gusts: [5, '9'] }, 'gusts.1', '9', 'a number up to 80 kt'],
    [
      schema,
      { wind: { speed_kt: 1 }, gusts: [1, 2, 3] },
      'gusts',
      [1, 2, 3],
      'it must NOT have more than 2 items'
    ],
    [schema, { wind: { speed_kt: 1 }, sun: 'hot' }, 'sun', 'hot', 'there is no such field'],
    [schema, null, 'a plan', null, 'it must be object'],
    // Of several shapes the one that is meant is held to, to its depth.
    [acts, { does: 'wind', to: { wind: { speed_kt: 81 } } }, 'to.wind.speed_kt', 81, 'a number up to 80 kt'],
    [acts, { does: 'freeze', seconds: 0 }, 'seconds', 0, 'it must be >= 1'],
    [Type.Array(acts), [{ does: 'freeze', seconds: 1.5 }], '0.seconds', 1.5, 'it must be integer']
  ] as [TSchema, unknown, string, unknown, string][])(
    '%#: is refused where it lies',
    (shape, value, field, shown, accepted) => {
      let refused: unknown;
      try {
        parse(shape, value, 'a plan');
      } catch (error) {
        refused = error;
      }
      expect(refused).toBeInstanceOf(Rejection);
      expect(refused).toMatchObject({ field, value: shown, accepted });
    }
  );

  test('and passes as it is where it fits; what fits none of several shapes is refused as a whole', () => {
    const fits = { wind: { speed_kt: 80 }, gusts: [1, 2] };
    expect(parse(schema, fits)).toBe(fits);
    expect(parse(acts, { does: 'wind', to: fits })).toEqual({ does: 'wind', to: fits });
    for (const none of [{ does: 'climb' }, 7, null]) expect(() => parse(acts, none)).toThrow(Rejection);
    const told = Type.Union([Type.Literal('a'), Type.Null()], { accepted: 'the letter a, or nothing' });
    expect(() => parse(Type.Object({ x: told }), { x: 5 })).toThrow(
      new Rejection('x', 5, 'the letter a, or nothing')
    );
  });

  test('a published schema may stand in several others, and what it names stays where it is not an address', () => {
    const published = Type.Object({ $id: Type.String() }, { $id: 'https://hanza.invalid/schema/inner.json' });
    for (const outer of [
      Type.Object({ one: published }),
      Type.Array(published),
      Type.Object({ a: published, b: published })
    ])
      expect(() => parse(outer, 5)).toThrow(Rejection);
    expect(parse(Type.Array(published), [{ $id: 'here' }])).toEqual([{ $id: 'here' }]);
    expect(() => parse(Type.Array(published), [{ $id: 7 }])).toThrow(/^0\.\$id/);
  });

  test.each([
    [{}, true],
    [{ a: 1 }, true],
    [[], false],
    [null, false],
    ['a', false],
    [undefined, false]
  ])('%j has named fields: %s', (value, has) => expect(isObject(value)).toBe(has));
});

describe('statistics', () => {
  test('of nothing there is no mean and no median; the median of an even number is the upper middle one', () => {
    expect([mean([]), median([])]).toEqual([null, null]);
    const values = [30, 4, 100, 2];
    expect([mean(values), median(values), median([9, 10, 100])]).toEqual([34, 30, 10]);
    expect(values).toEqual([30, 4, 100, 2]);
  });

  test("correlations are those of Anscombe's quartet (1973), with Fisher's interval", () => {
    const x = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
    const quartet = [
      [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68],
      [9.14, 8.14, 8.74, 8.77, 9.26, 8.1, 6.13, 3.1, 9.13, 7.26, 4.74],
      [7.46, 6.77, 12.74, 7.11, 7.81, 8.84, 6.08, 5.39, 8.15, 6.42, 5.73]
    ];
    for (const y of quartet) {
      const { count, r, interval } = correlationOf(y.map((value, i) => [x[i]!, value] as const))!;
      expect(count).toBe(11);
      expect(r).toBeCloseTo(0.816, 3);
      expect(Math.atanh(interval![0])).toBeCloseTo(Math.atanh(r) - 1.645 / Math.sqrt(8), 6);
      expect(Math.atanh(interval![1])).toBeCloseTo(Math.atanh(r) + 1.645 / Math.sqrt(8), 6);
    }
    const line = [1, 2, 3, 4].map((k) => [k, -2 * k] as const);
    expect(correlationOf(line)!.r).toBeCloseTo(-1, 12);
    expect(correlationOf(line)!.interval!.every((edge) => edge < -0.99)).toBe(true);
    expect(correlationOf(line.slice(1))!.interval).toBeNull();
    expect(correlationOf(line.slice(2))).toBeNull();
    expect(correlationOf([[1, 5], [2, 5], [3, 5]])).toBeNull(); // prettier-ignore
    expect(correlationOf([[5, 1], [5, 2], [5, 3]])).toBeNull(); // prettier-ignore
  });

  test.each([
    // Tables of the standard normal distribution.
    [0, 0.5],
    [1, 0.8413447],
    [-1, 0.1586553],
    [1.6448536, 0.95],
    [-1.959964, 0.025],
    [3, 0.9986501]
  ])('below %d lies %d of a normal distribution', (value, share) =>
    expect(Math.abs(normalShareBelow(value) - share)).toBeLessThan(2e-7)
  );

  test('a weighted quantile is that of the values written down as often as they weigh', () => {
    const weighed = fc.array(fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: 0, max: 5 })), {
      minLength: 1,
      maxLength: 20
    });
    fc.assert(
      fc.property(weighed, fc.integer({ min: 1, max: 20 }), (pairs, twentieths) => {
        fc.pre(pairs.some(([, weight]) => weight > 0));
        const written = pairs
          .flatMap(([value, weight]) => Array<number>(weight).fill(value))
          .sort((a, b) => a - b);
        const due = written[Math.ceil((twentieths * written.length) / 20) - 1]!;
        const [values, weights] = [pairs.map(([value]) => value), pairs.map(([, weight]) => weight)];
        expect(weightedQuantile(values, weights, twentieths / 20)).toBe(due);
        expect(weightedQuantile(written, null, twentieths / 20)).toBe(due);
      })
    );
  });

  test('where something begins to hold is found to the last bits', () => {
    const { before, from } = edgeBetween((at) => at * at >= 2, 0, 2);
    expect(from).toBeCloseTo(Math.SQRT2, 14);
    expect(before).toBeLessThanOrEqual(from);
    expect(from - before).toBeLessThan(1e-14);
    expect(before * before).toBeLessThan(2);
    expect(from * from).toBeGreaterThanOrEqual(2);
  });
});

test('small systems are solved to the bit as by another package, and a singular one is said', () => {
  const entry = fc.double({ min: -100, max: 100, noNaN: true });
  const system = fc
    .integer({ min: 1, max: 5 })
    .chain((size) =>
      fc.tuple(
        fc.array(fc.array(entry, { minLength: size, maxLength: size }), { minLength: size, maxLength: size }),
        fc.array(entry, { minLength: size, maxLength: size })
      )
    );
  fc.assert(
    fc.property(system, ([rows, rightSide]) => {
      const mine = solveLinear(rows, rightSide);
      let theirs: number[] | null;
      try {
        theirs = solve(new Matrix(rows), Matrix.columnVector(rightSide)).to1DArray();
      } catch {
        theirs = null;
      }
      expect(mine).toEqual(theirs);
    })
  );
  expect(solveLinear([[2, 1], [1, 3]], [3, 5])).toEqual([0.8, 1.4]); // prettier-ignore
  expect(solveLinear([[1, 2], [2, 4]], [1, 2])).toBeNull(); // prettier-ignore
});

test.each([
  ['Steep turns', 'steep turns'],
  ['VOR tracking, to and from', 'VOR tracking, to and from'],
  ['NDB 13', 'NDB 13'],
  ['The VOR', 'the VOR'],
  ['A turn', 'a turn'],
  ['', '']
])('“%s” in the middle of a sentence is “%s”, and with a capital begins again as it did', (words, said) => {
  expect(lowered(words)).toBe(said);
  expect(capital(said)).toBe(words);
});
