import fc from 'fast-check';
import { expect, test } from 'vitest';
import { deflection, leverSetting, uncalibrated, widened, type AxisCalibration } from '$lib/controls/axis';
import { even } from './even';

const axis: AxisCalibration = { low: -0.8, centre: 0.1, high: 0.9, deadZone: 0.1, inverted: false };
const raw = even(-1.5, 1.5);

test('a centring axis reaches its ends, rests in its dead zone, never falls back and never jumps', () => {
  expect([deflection(-0.8, axis), deflection(0.1, axis), deflection(0.9, axis)]).toEqual([-1, 0, 1]);
  expect(deflection(0.17, axis)).toBe(0);
  fc.assert(
    fc.property(raw, raw, (a, b) => {
      const [low, high] = a < b ? [a, b] : [b, a];
      const rise = deflection(high, axis) - deflection(low, axis);
      expect(rise).toBeGreaterThanOrEqual(0);
      expect(rise).toBeLessThanOrEqual(1.6 * (high - low) + 1e-9);
      expect(deflection(a, { ...axis, inverted: true })).toBeCloseTo(-deflection(a, axis), 12);
    })
  );
});

test('a gentle middle leaves the ends where they are, never falls back, and halves the answer at half travel', () => {
  const gentle = { ...axis, deadZone: 0, gentleness: 1 };
  expect([-0.8, 0.1, 0.9].map((at) => deflection(at, gentle))).toEqual([-1, 0, 1]);
  expect(deflection(0.5, gentle)).toBeCloseTo(0.5 ** 3, 12);
  fc.assert(
    fc.property(raw, raw, even(0, 1), (a, b, gentleness) => {
      const [low, high] = a < b ? [a, b] : [b, a];
      const bent = { ...axis, gentleness };
      expect(deflection(high, bent)).toBeGreaterThanOrEqual(deflection(low, bent));
      expect(Math.abs(deflection(a, bent))).toBeLessThanOrEqual(Math.abs(deflection(a, axis)) + 1e-12);
    })
  );
});

test('what is no number, or has no travel, moves nothing', () => {
  expect(deflection(NaN, axis)).toBe(0);
  expect(leverSetting(Infinity, axis)).toBe(0);
  expect(deflection(0.5, { ...uncalibrated, high: 0 })).toBe(0);
  expect(leverSetting(0.5, { ...uncalibrated, low: 1 })).toBe(0);
});

test('calibrating widens the travel by what is seen, and a lever then runs from 0 to 1', () => {
  const rest: AxisCalibration = { ...uncalibrated, low: -0.02, high: 0.02 };
  const moved = [-0.7, 0.4, 0.95, NaN].reduce(widened, rest);
  expect(moved).toMatchObject({ low: -0.7, high: 0.95 });
  expect([leverSetting(-0.7, moved), leverSetting(0.95, moved)]).toEqual([0, 1]);
});
