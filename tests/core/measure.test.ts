import { lowered } from '$core/measure/capital';
import { Matrix, solve } from 'ml-matrix';
import { solveLinear } from '$core/measure/solve-linear';
import fc from 'fast-check';
import { Type } from '@sinclair/typebox';
import { describe, expect, test } from 'vitest';
import { normaliseBearing, normaliseSigned, turnFromTo } from '$core/measure/angle';
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
    [figure(-461.4), '\u2212461'],
    [figure(-0.04, 1), '0.0'],
    [figure(12345), '12\u2009345'],
    [signedFigure(0.96, 1), '+1.0'],
    [signedFigure(0), '0'],
    [clock(187.2), '3:07'],
    [clock(3727), '1:02:07'],
    [percent(0.999), '99\u2009%'],
    [percent(1), '100\u2009%'],
    [heading(359.7), '360°'],
    [heading(5), '005°']
  ])('%s', (written, expected) => expect(written).toBe(expected));
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

test('input that does not fit is refused with its field, its value and what is accepted', () => {
  const schema = Type.Object({
    wind: Type.Object({ speed_kt: Type.Number({ maximum: 80, accepted: 'a number up to 80 kt' }) })
  });
  expect(() => parse(schema, { wind: { speed_kt: 99 } })).toThrow(
    new Rejection('wind.speed_kt', 99, 'a number up to 80 kt')
  );
  expect(() => parse(schema, { wind: {} })).toThrow(
    /^wind\.speed_kt: missing is not accepted; it is required$/
  );
  expect(() => parse(schema, { wind: { speed_kt: NaN } })).toThrow(Rejection);
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
  ['A turn', 'a turn'],
  ['', '']
])('“%s” in the middle of a sentence is “%s”', (words, said) => expect(lowered(words)).toBe(said));
