import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { STANDARD_RATE_DEGPS, bankForTurnRate, turnRadius, turnRateAtBank } from '$core/air/level-turn';
import { descentAngle, groundTrack, windAt, windFromVelocity, windVelocity } from '$core/air/wind';
import { even } from './even';

const knots = even(40, 300);
const bearing = even(0, 359.99);

describe('a level turn', () => {
  // By hand: 120 kt are 61.733 m/s; tan(bank) = 61.733 × 3π/180 / 9.80665 = 0.32961.
  test('has the bank and radius of the textbook', () => {
    expect(bankForTurnRate(120, STANDARD_RATE_DEGPS)).toBeCloseTo(18.243, 2);
    expect(turnRateAtBank(120, 18.243)).toBeCloseTo(3, 3);
    // 1,091 × tan(25°)/100 °/s, the rule with its constant for knots.
    expect(turnRateAtBank(100, 25) / ((1091 * Math.tan((25 * Math.PI) / 180)) / 100)).toBeCloseTo(1, 2);
    expect(turnRadius(188.5, 3)).toBeCloseTo(1, 3);
    expect(turnRadius(100, 1.5)).toBeCloseTo(2 * turnRadius(100, 3), 9);
  });

  test('left is the mirror of right, rate and bank undo each other, and a circle is as long as its time at that speed', () => {
    fc.assert(
      fc.property(knots, even(0.2, 6), (tas, rate) => {
        const bank = bankForTurnRate(tas, rate);
        expect(bankForTurnRate(tas, -rate)).toBeCloseTo(-bank, 9);
        expect(turnRateAtBank(tas, bank)).toBeCloseTo(rate, 9);
        expect(2 * Math.PI * turnRadius(tas, rate)).toBeCloseTo((tas * (360 / rate)) / 3600, 9);
      })
    );
  });
});

describe('wind', () => {
  test('blows from where it is said to, and carries the airplane the other way', () => {
    const { north, east } = windVelocity({ from_deg: 270, speed_kt: 20 });
    expect([north, east]).toEqual([expect.closeTo(0, 9), expect.closeTo(20, 9)]);
    // A headwind is all lost, a tailwind all gained, a crosswind of 3 in 4 drifts by atan(3/4).
    expect(groundTrack(360, 100, { from_deg: 360, speed_kt: 30 })).toEqual({ track_deg: expect.closeTo(0, 6), groundspeed_kt: expect.closeTo(70, 9) });
    expect(groundTrack(360, 100, { from_deg: 180, speed_kt: 30 }).groundspeed_kt).toBeCloseTo(130, 9);
    expect(groundTrack(90, 80, { from_deg: 360, speed_kt: 60 })).toEqual({ track_deg: expect.closeTo(126.87, 2), groundspeed_kt: expect.closeTo(100, 9) });
  }); // prettier-ignore

  test('velocity and direction undo each other; no wind comes from nowhere', () => {
    fc.assert(
      fc.property(bearing, even(0.5, 80), (from_deg, speed_kt) => {
        const back = windFromVelocity(windVelocity({ from_deg, speed_kt }));
        expect(back.speed_kt).toBeCloseTo(speed_kt, 9);
        expect(Math.abs(((back.from_deg - from_deg + 540) % 360) - 180)).toBeLessThan(1e-6);
      })
    );
    expect(windFromVelocity({ north: 0, east: 0 })).toEqual({ from_deg: 0, speed_kt: 0 });
    expect(windFromVelocity({ north: -0, east: -0 })).toEqual({ from_deg: 0, speed_kt: 0 });
  });

  test('between layers it changes evenly, at a layer it is that layer, beyond them it stays', () => {
    const layers = [
      { altitude_ft: 1000, from_deg: 360, speed_kt: 10 },
      { altitude_ft: 3000, from_deg: 90, speed_kt: 30 },
      { altitude_ft: 9000, from_deg: 180, speed_kt: 60 }
    ];
    const at = (altitude_ft: number) => {
      const { north, east } = windAt(layers, altitude_ft);
      return [Math.round(north * 1000) / 1000 + 0, Math.round(east * 1000) / 1000 + 0];
    };
    expect(at(0)).toEqual([-10, 0]);
    expect(at(1000)).toEqual([-10, 0]);
    expect(at(1500)).toEqual([-7.5, -7.5]);
    expect(at(3000)).toEqual([0, -30]);
    expect(at(5000)).toEqual([20, -20]);
    expect(at(9000)).toEqual([60, 0]);
    expect(at(20_000)).toEqual([60, 0]);
    expect(windAt(layers.slice(0, 1), 500)).toEqual(windAt(layers.slice(0, 1), 5000));
  });

  // Three degrees is 5.24 ft a hundred ft: 500 ft/min at 94.2 kt.
  test('a descent rate and a groundspeed make a path', () => {
    expect(descentAngle(500, 94.2)).toBeCloseTo(3, 2);
    expect(descentAngle(-500, 94.2)).toBeCloseTo(-3, 2);
    expect(descentAngle(500, 0)).toBeCloseTo(90, 5);
  });
});
