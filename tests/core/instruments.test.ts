import { describe, expect, test } from 'vitest';
import { attitudeOf } from '$core/aircraft/airplane-state';
import { rigidBody } from '$core/aircraft/rigid-body';
import { trim, type Trim } from '$core/aircraft/trim';
import { flightLoop, type Hands } from '$core/flight/flight-loop';
import { readInstruments, settledInstruments, stepInstruments } from '$core/instrument/instrument-lag';
import type { AirTruth } from '$core/instrument/readings';
import { bareAirplane } from '../../bench/bare-airplane';
import { aircraft, area, planOf } from './flown';

const still: AirTruth = {
  ias_kt: 100,
  pressureAltitude_ft: 4000,
  pressureAltitudeRate_fpm: 0,
  pitch_deg: 1,
  bank_deg: 0,
  magneticHeading_deg: 210,
  turnRate_degps: 0,
  sideForce_g: 0,
  rpm: 2400,
  flaps_deg: 0,
  trim: 0
};

describe('instruments as they really behave', () => {
  const after = (seconds: number, truth: AirTruth) => {
    const memory = settledInstruments(still);
    for (let i = 0; i < seconds * 100; i++) stepInstruments(memory, truth, 0.01);
    return readInstruments(memory, truth, 1013.25);
  };

  test('the vertical speed lags: 63 % of a change after its time constant, all of it in the end', () => {
    const sinking = { ...still, pressureAltitudeRate_fpm: -500 };
    expect(after(2.5, sinking).verticalSpeed_fpm).toBeCloseTo(-500 * (1 - Math.exp(-1)), 0);
    expect(after(20, sinking).verticalSpeed_fpm).toBeCloseTo(-500, 0);
    expect(after(0.5, sinking).verticalSpeed_fpm).toBeGreaterThan(-110);
  });

  test('the altimeter and the gyros follow at once, and the altimeter shows pressure', () => {
    const climbed = after(0.01, {
      ...still,
      pressureAltitude_ft: 4300,
      pitch_deg: 6,
      magneticHeading_deg: 215
    });
    expect(climbed).toMatchObject({ altitude_ft: expect.closeTo(4300, 3), pitch_deg: 6, heading_deg: 215 });
  });

  test('the ball falls away from the side the airplane is pushed to, and stays in its tube', () => {
    expect(after(3, { ...still, sideForce_g: -0.06 }).ball).toBeCloseTo(0.4, 2);
    expect(after(3, { ...still, sideForce_g: 0.5 }).ball).toBe(-1);
  });
});

describe('attitude hold', () => {
  const flyWith = (stick: Hands['stick'], seconds: number, change: Partial<Hands> = {}) => {
    const loop = flightLoop(aircraft, area, planOf({ turbulence: 'smooth', windSpeed_kt: 0 }));
    const hands = { ...loop.hands(), stick, ...change };
    const seen: { pitch: number; bank: number; rate: number; ball: number }[] = [];
    for (let i = 0; i < seconds * 100; i++) {
      loop.step(hands);
      const r = loop.readings();
      seen.push({ pitch: r.pitch_deg, bank: r.bank_deg, rate: r.turnRate_degps, ball: r.ball });
    }
    return seen;
  };

  test.each([
    [4, 15],
    [-3, -20],
    [0, 30]
  ])(
    'pitch %d°, bank %d° are taken up within 5 s, without much overshoot, and held',
    (pitch_deg, bank_deg) => {
      const seen = flyWith({ kind: 'attitude', pitch_deg, bank_deg }, 30);
      for (const moment of seen.slice(700)) {
        expect(Math.abs(moment.pitch - pitch_deg)).toBeLessThan(0.6);
        expect(Math.abs(moment.bank - bank_deg)).toBeLessThan(1);
      }
      const farthest = Math.max(...seen.map((moment) => moment.bank * Math.sign(bank_deg)));
      expect(farthest).toBeLessThan(Math.abs(bank_deg) + 3);
    }
  );

  test('in a coordinated turn the rate is g·tan(bank)/V and the ball is near its middle', () => {
    const seen = flyWith({ kind: 'attitude', pitch_deg: 1, bank_deg: 18 }, 20);
    const last = seen.at(-1)!;
    const speed_mps = 56.5; // 105 kt indicated at 4,000 ft are about 110 kt true
    expect(last.rate).toBeCloseTo(((9.81 * Math.tan((18 * Math.PI) / 180)) / speed_mps) * (180 / Math.PI), 0);
    expect(Math.abs(last.ball)).toBeLessThan(0.15);
  });

  test('it holds the attitude through flaps and full power', () => {
    const seen = flyWith({ kind: 'attitude', pitch_deg: 2, bank_deg: 0 }, 40, {
      flapsTarget_deg: 20,
      throttle: 1
    });
    expect(Math.max(...seen.map((moment) => Math.abs(moment.pitch - 2)))).toBeLessThan(2.5);
    expect(Math.abs(seen.at(-1)!.pitch - 2)).toBeLessThan(0.5);
  });
});

test('the bare airplane of the benchmark is the same airplane', () => {
  const set = trim(aircraft, {
    ias_kt: 95,
    verticalSpeed_fpm: -300,
    flaps_deg: 10,
    pressureAltitude_ft: 3000
  }) as Trim;
  const density = 1.12;
  const air = {
    density_kgpm3: density,
    windNorth_mps: 0,
    windEast_mps: 0,
    windDown_mps: 0,
    gustAlong_mps: 0,
    gustRight_mps: 0,
    gustDown_mps: 0
  };
  const [model, bare] = [set.state.slice(), set.state.slice()];
  const body = rigidBody(aircraft);
  for (let i = 0; i < 800; i++)
    body.step(model, { ...set.controls, aileron: 0.06, elevator: 0.09 }, air, 0.01);
  bareAirplane(aircraft)(bare, 800, 0.06, 0.09, set.controls.throttle, set.controls.trim, density);
  model.forEach((value, index) => expect(bare[index]).toBeCloseTo(value, 7));
  expect(Math.abs(attitudeOf(model).bank_rad)).toBeGreaterThan(0.2);
});
