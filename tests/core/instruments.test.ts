import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  impactPressure,
  pressureAt,
  pressureAltitudeOf,
  trueFromCalibrated,
  densityAt
} from '$core/air/atmosphere';
import { attitudeOf } from '$core/aircraft/airplane-state';
import { rigidBody } from '$core/aircraft/rigid-body';
import { stillAir, trim, type Trim } from '$core/aircraft/trim';
import { lessonOf } from '$core/drill/lesson';
import { magneticDip } from '$core/earth/magnetic-dip';
import { trainingAreas } from '$core/earth/training-area';
import { flightLoop } from '$core/flight/flight-loop';
import { type Hands } from '$core/flight/hands';
import { compassCardHeading, compassDeviation, stepCard } from '$core/instrument/compass';
import { noBugs, sameBugs } from '$core/instrument/bugs';
import { faultsAt, type FaultKind } from '$core/instrument/instrument-fault';
import {
  readInstruments,
  resettleInstruments,
  settledInstruments,
  stepInstruments,
  type InstrumentSet
} from '$core/instrument/instruments';
import type { AirTruth } from '$core/instrument/readings';
import { isGaze, scanAreas } from '$core/instrument/scan-area';
import { normaliseSigned } from '$core/measure/angle';
import { seededNoise } from '$core/measure/seeded-noise';
import { bareAirplane } from '../../bench/bare-airplane';
import { aircraft, planOf } from './flown';
import { even } from './even';

/** The air at a pressure altitude (ft) and calibrated airspeed (kt). */
function airAt(altitude_ft: number, ias_kt: number) {
  const height = altitude_ft * 0.3048;
  const pressure = pressureAt(height);
  const density = densityAt(height);
  const tas = trueFromCalibrated((ias_kt * 1852) / 3600, pressure, density);
  return { staticPressure_Pa: pressure, impactPressure_Pa: impactPressure(tas, pressure, density) };
}

const still: AirTruth = {
  ...airAt(4000, 100),
  pitch_deg: 1,
  bank_deg: 0,
  magneticHeading_deg: 210,
  turnRate_degps: 0,
  rollRate_degps: 0,
  forceForward_g: 0,
  forceRight_g: 0,
  forceDown_g: -1,
  rpm: 2400,
  manifoldPressure_inHg: null,
  torque_percent: null,
  flaps_deg: 0,
  gear: 1,
  fuel_kg: 80,
  trim: 0,
  pathAngle_deg: 0,
  drift_deg: 0,
  speedTrend_ktps: 0,
  stallWarning: false
};
const dials: InstrumentSet = {
  panel: 'dials',
  dip_deg: 58,
  latitude_deg: 44,
  compassDeviation_deg: [0, 0, 0]
};

/** Lets a set of instruments follow a truth that may change, with faults from the beginning. */
function watch(
  seconds: number,
  truthAt: (t: number) => AirTruth,
  {
    faults = [],
    set = dials,
    alternate = false
  }: { faults?: FaultKind[]; set?: InstrumentSet; alternate?: boolean } = {}
) {
  const memory = settledInstruments(set, still, seededNoise(5));
  const standing = faultsAt(
    faults.map((kind) => ({ kind, at_s: 0 })),
    0
  );
  let truth = still;
  for (let i = 0; i < seconds * 100; i++) {
    truth = truthAt((i + 1) / 100);
    stepInstruments(set, memory, truth, standing, alternate, 0.01);
  }
  return readInstruments(set, memory, truth, 1013.25, 0);
}

describe('what is on the panel', () => {
  test('bugs are the same when all three of them are; an area of the panel is known by its name', () => {
    const set = { heading_deg: 90, altitude_ft: 4000, minimum_ft: 620 };
    expect(sameBugs(set, { ...set })).toBe(true);
    expect(sameBugs({ ...noBugs }, noBugs)).toBe(true);
    for (const other of [{ heading_deg: 91 }, { altitude_ft: 4100 }, { minimum_ft: null }])
      expect(sameBugs(set, { ...set, ...other })).toBe(false);
    for (const area of [...scanAreas, 'elsewhere']) expect(isGaze(area)).toBe(true);
    for (const other of ['', 'toString', 'Altimeter', 'window']) expect(isGaze(other)).toBe(false);
  });

  test('each fault stands from its own moment on, for good', () => {
    const planned = [
      { kind: 'vacuum', at_s: 30 },
      { kind: 'static-blocked', at_s: 60 }
    ] as const;
    const standing = (time_s: number) =>
      Object.entries(faultsAt(planned, time_s))
        .filter(([, stands]) => stands)
        .map(([kind]) => kind);
    expect(standing(29.9)).toEqual([]);
    expect(standing(30)).toEqual(['vacuum']);
    expect(standing(9000)).toEqual(['static-blocked', 'vacuum']);
  });

  test('the knob turns the card it is on; the compass reads what its deviation adds, A + B sin + C cos', () => {
    const memory = settledInstruments(dials, still, seededNoise(5));
    const read = (panel: InstrumentSet['panel'], knob_deg: number) =>
      readInstruments(
        { ...dials, panel, compassDeviation_deg: [1, 2, -3] },
        memory,
        still,
        1013.25,
        knob_deg
      );
    expect(read('dials', 7).heading_deg).toBeCloseTo(217, 9);
    expect(read('dials', 160).heading_deg).toBeCloseTo(10, 9);
    expect(read('tapes', 7).heading_deg).toBe(210);
    // sin 210° = −0.5, cos 210° = −0.866
    expect(read('dials', 0).compass_deg).toBeCloseTo(210 + 1 - 1 + 2.598, 3);
    expect(compassDeviation([1, 2, -3], 90)).toBeCloseTo(3, 9);
    expect(compassDeviation([1, 2, -3], 0)).toBeCloseTo(-2, 9);
  });

  test('rolling into a turn the turn coordinator shows the turn before it is one', () => {
    const rolling = watch(3, () => ({ ...still, turnRate_degps: 1, rollRate_degps: 5 }));
    expect(rolling.turnRate_degps).toBeCloseTo(2.5, 1);
    expect(watch(3, () => ({ ...still, rollRate_degps: -5 })).turnRate_degps).toBeCloseTo(-1.5, 1);
  });

  test('an airspeed indicator with more pressure outside than in its line stands at nought', () => {
    const blocked = watch(60, (t) => ({ ...still, ...airAt(4000 - 20 * t, 100) }), {
      faults: ['pitot-blocked', 'pitot-and-drain-blocked']
    });
    expect(blocked.ias_kt).toBeLessThan(100);
    const far = watch(60, (t) => ({ ...still, ...airAt(4000 - 60 * t, 60) }), {
      faults: ['pitot-blocked', 'pitot-and-drain-blocked']
    });
    expect(far.ias_kt).toBeCloseTo(0, 6);
  });
});

describe('pitot-static instruments', () => {
  const sinking = (t: number): AirTruth => ({ ...still, ...airAt(4000 - (500 / 60) * t, 100) });
  test('the vertical speed lags: 63 % of a change after its time constant, all of it in the end; tapes follow sooner', () => {
    expect(watch(2.5, sinking).verticalSpeed_fpm / -500).toBeCloseTo(1 - Math.exp(-1), 1);
    expect(watch(20, sinking).verticalSpeed_fpm).toBeCloseTo(-500, -1);
    expect(watch(2.5, sinking, { set: { ...dials, panel: 'tapes' } }).verticalSpeed_fpm).toBeLessThan(-480);
  });
  test('the altimeter shows pressure at once; the airspeed after its short lag', () => {
    expect(watch(0.01, () => ({ ...still, ...airAt(4300, 100) })).altitude_ft).toBeCloseTo(4300, 0);
    expect(watch(3, () => ({ ...still, ...airAt(4000, 120) })).ias_kt).toBeCloseTo(120, 0);
  });
  test('pitot blocked, drain open: toward zero; drain blocked, too: it rises with the climb like an altimeter', () => {
    expect(watch(15, () => still, { faults: ['pitot-blocked'] }).ias_kt).toBeLessThan(5);
    const climbed = (t: number): AirTruth => ({ ...still, ...airAt(4000 + 20 * t, 100) });
    const blocked = { faults: ['pitot-and-drain-blocked' as const] };
    expect(watch(1, climbed, blocked).ias_kt).toBeCloseTo(100, -1);
    expect(watch(60, climbed, blocked).ias_kt).toBeGreaterThan(130);
    expect(watch(60, (t) => ({ ...still, ...airAt(4000 - 20 * t, 100) }), blocked).ias_kt).toBeLessThan(70);
  });
  test('static blocked: altimeter frozen, vertical speed nought, airspeed too low above the place it happened', () => {
    const climbed = (t: number): AirTruth => ({ ...still, ...airAt(4000 + 10 * t, 100) });
    const shown = watch(60, climbed, { faults: ['static-blocked'] });
    expect(shown).toMatchObject({
      altitude_ft: expect.closeTo(4000, 0),
      verticalSpeed_fpm: expect.closeTo(0, 0)
    });
    expect(shown.ias_kt).toBeLessThan(90);
    const alternate = watch(60, climbed, { faults: ['static-blocked'], alternate: true });
    expect(alternate.altitude_ft).toBeGreaterThan(4600);
    expect(alternate.altitude_ft).toBeLessThan(4700);
    expect(alternate.ias_kt).toBeGreaterThan(100);
  });
});

describe('what the subscale and the lines hold', () => {
  const settled = (truth: AirTruth, setting_hPa: number) =>
    readInstruments(dials, settledInstruments(dials, truth, seededNoise(5)), truth, setting_hPa, 0)
      .altitude_ft;
  test('10 hPa more on the subscale read 272 ft more: from high to low, look out below', () => {
    expect(settled(still, 1013.25)).toBeCloseTo(4000, 6);
    expect(settled(still, 1023.25) - 4000).toBeCloseTo(272, 0);
    expect(settled(still, 1003.25) - 4000).toBeCloseTo(-274, 0);
  });

  test('put down elsewhere everything is felt at once, but what is blocked keeps what is in it', () => {
    const there: AirTruth = {
      ...still,
      ...airAt(6000, 120),
      forceRight_g: -0.06,
      turnRate_degps: 2,
      magneticHeading_deg: 40
    };
    const putDown = (faults: FaultKind[]) => {
      const memory = settledInstruments(dials, still, seededNoise(5));
      resettleInstruments(memory, there, faultsAt(faults.map((kind) => ({ kind, at_s: 0 })), 0)); // prettier-ignore
      return readInstruments(dials, memory, there, 1013.25, 0);
    };
    const whole = putDown([]);
    expect(whole.altitude_ft).toBeCloseTo(6000, 6);
    expect(whole).toMatchObject({
      ias_kt: expect.closeTo(120, 6),
      verticalSpeed_fpm: expect.closeTo(0, 6),
      turnRate_degps: 2,
      ball: expect.closeTo(0.4, 9),
      compass_deg: 40
    });
    expect(putDown(['static-blocked']).altitude_ft).toBeCloseTo(4000, 6);
    // The pressure of 100 kt at 4,000 ft stays in the line: above it the air outside is thinner, and it reads more.
    for (const blocked of ['pitot-blocked', 'pitot-and-drain-blocked'] as const)
      expect(putDown([blocked]).ias_kt).toBeGreaterThan(190);
  });

  test('the cabin’s static is lower by a share of the airstream: higher and faster than it is', () => {
    const { altitude_ft, ias_kt } = watch(20, () => still, { alternate: true });
    // 6 % of ½ρV² of 100 kt (1,640 Pa) is 98 Pa; near 4,000 ft that is 0.0316 ft a pascal less than standard.
    expect(altitude_ft - 4000).toBeCloseTo(98 / 10.9 / 0.3048, -1);
    expect(ias_kt).toBeCloseTo(100 * Math.sqrt(1.06), 0);
  });

  test('heading gyros drift by the earth’s turning at their latitude on average, each by its own friction', () => {
    const drifted = (latitude_deg: number, seed: number) => {
      const set = { ...dials, latitude_deg };
      const memory = settledInstruments(set, still, seededNoise(seed));
      const standing = faultsAt([], 0);
      for (let i = 0; i < 10; i++) stepInstruments(set, memory, still, standing, false, 6);
      return normaliseSigned(readInstruments(set, memory, still, 1013.25, 0).heading_deg - 210);
    };
    for (const latitude of [44, -41]) {
      const all = Array.from({ length: 400 }, (_, seed) => drifted(latitude, seed));
      const mean = all.reduce((a, b) => a + b) / all.length;
      // In a minute; the mean of 400 with a friction of 4°/h each is known to 0.2°/h.
      expect(mean * 60).toBeCloseTo(-15.04 * Math.sin((latitude * Math.PI) / 180), 0);
      expect(Math.sqrt(all.reduce((sum, d) => sum + (d - mean) ** 2, 0) / 400) * 60).toBeCloseTo(4, 0);
    }
  });
});

describe('gyros', () => {
  test('vacuum lost: attitude and heading sag slowly, without a flag; the turn coordinator goes on', () => {
    const after = (seconds: number) => watch(seconds, () => still, { faults: ['vacuum'] });
    expect(Math.abs(after(20).bank_deg)).toBeLessThan(1);
    expect(Math.abs(after(240).bank_deg)).toBeGreaterThan(20);
    expect(after(240).attitudeValid).toBe(true);
    expect(
      watch(60, () => ({ ...still, turnRate_degps: 3 }), { faults: ['vacuum'] }).turnRate_degps
    ).toBeCloseTo(3, 1);
  });
  test('gyros that have run down lean to either side, and their heading wanders either way; tapes have no vacuum to lose', () => {
    const after = (seed: number, set: InstrumentSet) => {
      const memory = settledInstruments(set, still, seededNoise(seed));
      const standing = faultsAt([{ kind: 'vacuum', at_s: 0 }], 0);
      for (let k = 0; k < 400 * 10; k++) stepInstruments(set, memory, still, standing, false, 0.1);
      const { bank_deg, pitch_deg, heading_deg } = readInstruments(set, memory, still, 1013.25, 0);
      return { bank_deg, pitch_deg: pitch_deg - 1, wandered_deg: normaliseSigned(heading_deg - 210) };
    };
    const fallen = Array.from({ length: 40 }, (_, seed) => after(seed + 1, dials));
    for (const { bank_deg } of fallen) expect(Math.abs(bank_deg)).toBeGreaterThan(5);
    const toTheRight = fallen.filter(({ bank_deg }) => bank_deg > 0).length;
    expect(Math.abs(toTheRight - 20)).toBeLessThan(10);
    for (const way of [1, -1]) {
      expect(fallen.some(({ wandered_deg }) => way * wandered_deg > 10)).toBe(true);
      expect(fallen.some(({ pitch_deg }) => way * pitch_deg > 2)).toBe(true);
    }
    expect(after(1, { ...dials, panel: 'tapes' })).toEqual({ bank_deg: 0, pitch_deg: 0, wandered_deg: 0 });
  });

  test('its heading wanders by up to half as much again as it leans, each by its own share', () => {
    const shares = Array.from({ length: 60 }, (_, seed) => {
      const memory = settledInstruments(dials, still, seededNoise(seed + 1));
      const drifting = Float64Array.from(memory);
      const standing = faultsAt([{ kind: 'vacuum', at_s: 0 }], 0);
      for (let k = 0; k < 90 * 20; k++) {
        stepInstruments(dials, memory, still, standing, false, 0.05);
        stepInstruments(dials, drifting, still, faultsAt([], 0), false, 0.05);
      }
      const read = (of: typeof memory) => readInstruments(dials, of, still, 1013.25, 0);
      const wandered_deg = normaliseSigned(read(memory).heading_deg - read(drifting).heading_deg);
      return Math.abs(wandered_deg / read(memory).bank_deg);
    });
    expect(Math.max(...shares)).toBeLessThanOrEqual(1.5 + 1e-6);
    // The sine of an angle that may be any: as often beyond sin 45° of it as not.
    const beyond = shares.filter((share) => share > 1.5 * Math.SQRT1_2).length;
    expect(Math.abs(beyond - 30)).toBeLessThan(12);
  });

  test('a gyro that has run down leans at the rate its speed leaves it, the nose by half as much at most, until it lies at its stop', () => {
    const falling = (seconds: number, truth = still) => {
      const memory = settledInstruments(dials, truth, seededNoise(9));
      const standing = faultsAt([{ kind: 'vacuum', at_s: 0 }], 0);
      for (let k = 0; k < seconds * 20; k++) stepInstruments(dials, memory, truth, standing, false, 0.05);
      const { bank_deg, pitch_deg } = readInstruments(dials, memory, truth, 1013.25, 0);
      return { bank_deg: bank_deg - truth.bank_deg, pitch_deg: pitch_deg - truth.pitch_deg };
    };
    // Speed e^(−t/100): below 0.75 from 28.8 s on; from there 1.6 ∫ (0.75 − e^(−t/100)) dt.
    const leant = (t: number) => 1.6 * (0.75 * (t - 28.77) + 100 * (Math.exp(-t / 100) - 0.75));
    for (const t of [60, 90, 120]) {
      const { bank_deg, pitch_deg } = falling(t);
      expect(Math.abs(bank_deg)).toBeCloseTo(leant(t), 0);
      expect(Math.abs(pitch_deg)).toBeLessThanOrEqual(Math.abs(bank_deg) / 2);
    }
    expect(falling(28)).toEqual({ bank_deg: 0, pitch_deg: 0 });
    expect(Math.abs(falling(400).bank_deg)).toBe(70);
    // What it shows wrong it adds to what is: banked 10° it is as wrong as level.
    const banked = falling(90, { ...still, bank_deg: 10, pitch_deg: 4 });
    expect(banked.bank_deg).toBeCloseTo(falling(90).bank_deg, 6);
    expect(banked.pitch_deg).toBeCloseTo(falling(90).pitch_deg, 6);
  });

  test('electrical power lost: the turn coordinator runs down; tapes lose their attitude and say so', () => {
    const turning = () => ({ ...still, turnRate_degps: 3 });
    expect(watch(40, turning, { faults: ['electrical'] }).turnRate_degps).toBeLessThan(0.1);
    expect(watch(40, turning, { faults: ['electrical'] }).attitudeValid).toBe(true);
    expect(
      watch(5, turning, { faults: ['electrical'], set: { ...dials, panel: 'tapes' } }).attitudeValid
    ).toBe(false);
    // With power they say nothing, nor in the first second without.
    const tapes = { ...dials, panel: 'tapes' as const };
    expect(watch(60, turning, { set: tapes }).attitudeValid).toBe(true);
    expect(watch(1, turning, { faults: ['electrical'], set: tapes }).attitudeValid).toBe(true);
  });
  test('the heading gyro drifts by the earth’s turning and its own friction, tapes do not', () => {
    const drift = normaliseSigned(watch(1200, () => still).heading_deg - 210);
    // 15°/h × sin 44° for a third of an hour, and friction of a few degrees an hour.
    expect(Math.abs(drift + 3.5)).toBeLessThan(4);
    expect(watch(1200, () => still, { set: { ...dials, panel: 'tapes' } }).heading_deg).toBe(210);
  });
  test('the ball falls away from the side the airplane is pushed to, and stays in its tube', () => {
    expect(watch(3, () => ({ ...still, forceRight_g: -0.06 })).ball).toBeCloseTo(0.4, 2);
    expect(watch(3, () => ({ ...still, forceRight_g: 0.5 })).ball).toBe(-1);
  });
});

describe('the magnetic compass', () => {
  test('who has stood still sees it stand still, from the first moment on', () => {
    for (const seconds of [0.05, 0.2, 0.5, 1, 3])
      expect(Math.abs(watch(seconds, () => still).compass_deg - 210)).toBeLessThan(1);
  });
  test('with the nose straight up, apparent gravity along it, no part of the nose is left on the card', () => {
    const hanging = { pitch_deg: 90, bank_deg: 0, heading_deg: 40 };
    expect(compassCardHeading(hanging, { forward: 1, right: 0, down: 0 }, 60)).toBeNull();
    expect(
      compassCardHeading({ ...hanging, pitch_deg: 80 }, { forward: 0.98, right: 0, down: -0.17 }, 60)
    ).not.toBeNull();
  });
  const turning = (heading_deg: number, bank_deg: number, dip: number) =>
    compassCardHeading({ pitch_deg: 0, bank_deg, heading_deg }, { forward: 0, right: 0, down: -1 }, dip)!;
  test('in a level turn it reads atan2(sin ψ cos φ − tan δ sin φ, cos ψ)', () => {
    const angle = (limit: number) => even(-limit, limit);
    fc.assert(
      fc.property(angle(180), angle(60), angle(75), (heading, bank, dip) => {
        const [h, b, d] = [heading, bank, dip].map((x) => (x * Math.PI) / 180) as [number, number, number];
        const y = Math.sin(h) * Math.cos(b) - Math.tan(d) * Math.sin(b);
        const x = Math.cos(h);
        fc.pre(Math.hypot(x, y) > 0.05);
        const expected = (Math.atan2(y, x) * 180) / Math.PI;
        expect(Math.abs(normaliseSigned(turning(heading, bank, dip) - expected))).toBeLessThan(1e-6);
      })
    );
  });
  test('north of the equator it lags through north, leads through south, is right on east and west; south of it reversed', () => {
    // A right turn: lagging shows less than the heading, leading more.
    expect(normaliseSigned(turning(0, 15, 60) - 0)).toBeLessThan(-20);
    expect(normaliseSigned(turning(180, 15, 60) - 180)).toBeGreaterThan(20);
    for (const side of [90, 270])
      expect(Math.abs(normaliseSigned(turning(side, 15, 60) - side))).toBeLessThan(1e-9);
    expect(normaliseSigned(turning(0, 15, -60))).toBeGreaterThan(20);
  });
  test('accelerating on east it shows a turn to north, slowing one to south; on north nothing', () => {
    const card = (heading_deg: number, forward: number, dip = 60) =>
      compassCardHeading({ pitch_deg: 0, bank_deg: 0, heading_deg }, { forward, right: 0, down: -1 }, dip)!;
    expect(card(90, 0.15)).toBeLessThan(85);
    expect(card(90, -0.15)).toBeGreaterThan(95);
    expect(card(270, 0.15)).toBeGreaterThan(275);
    expect(Math.abs(normaliseSigned(card(0, 0.15)))).toBeLessThan(1e-9);
    expect(card(90, 0.15, -60)).toBeGreaterThan(95);
  });
  test('pitch and bank alone, unaccelerated, do not move it; straight along the field there is no north', () => {
    const c = Math.cos(0.3);
    const s = Math.sin(0.3);
    // Nose up 0.3 rad in steady flight: apparent gravity is gravity, tilted in the airplane's axes.
    expect(
      compassCardHeading(
        { pitch_deg: (0.3 * 180) / Math.PI, bank_deg: 0, heading_deg: 40 },
        { forward: s, right: 0, down: -c },
        60
      )
    ).toBeCloseTo(40, 6);
    expect(
      compassCardHeading(
        { pitch_deg: 0, bank_deg: 0, heading_deg: 0 },
        { forward: 0, right: 0, down: -1 },
        90
      )
    ).toBeNull();
  });
  test('how strongly one is pressed into the seat does not matter, only which way; weightless there is no north', () => {
    const attitude = { pitch_deg: 8, bank_deg: -25, heading_deg: 115 };
    const card = (times: number) =>
      compassCardHeading(attitude, { forward: 0.1 * times, right: 0.2 * times, down: -1.1 * times }, 62);
    for (const times of [0.3, 2, 5]) expect(card(times)).toBeCloseTo(card(1)!, 9);
    expect(card(0)).toBeNull();
    // Any attitude, with gravity alone: the heading itself.
    const radians = (angle: number) => (angle * Math.PI) / 180;
    fc.assert(
      fc.property(even(-40, 40), even(-60, 60), even(0, 359), (pitch, bank, heading) => {
        const up = {
          forward: Math.sin(radians(pitch)),
          right: -Math.sin(radians(bank)) * Math.cos(radians(pitch)),
          down: -Math.cos(radians(bank)) * Math.cos(radians(pitch))
        };
        const shown = compassCardHeading({ pitch_deg: pitch, bank_deg: bank, heading_deg: heading }, up, 60)!;
        expect(Math.abs(normaliseSigned(shown - heading))).toBeLessThan(1e-6);
      })
    );
  });
  test('a card let go swings about its rest as a damped pendulum does, with a sixth of it beyond', () => {
    const card = { heading_deg: 60, rate_degps: 0 };
    let beyond = 0;
    for (let i = 0; i < 3000; i++) {
      stepCard(card, 0, 0.005);
      beyond = Math.max(beyond, -normaliseSigned(card.heading_deg));
    }
    // With half of critical damping the first overshoot is exp(−π ζ / √(1 − ζ²)) = 16.3 %.
    expect(beyond / 60).toBeCloseTo(0.163, 2);
    expect(Math.abs(normaliseSigned(card.heading_deg))).toBeLessThan(0.01);
    const still = { heading_deg: 60, rate_degps: 0 };
    stepCard(still, null, 0.1);
    expect(still).toEqual({ heading_deg: 60, rate_degps: 0 });
  });
  test('dip is down in the north and up in the south, as at the two training areas', () => {
    expect(magneticDip(trainingAreas[0]!)).toBeGreaterThan(50);
    expect(magneticDip(trainingAreas.find((a) => a.latitude_deg < 0)!)).toBeLessThan(-50);
    expect(compassDeviation([1, 2, -1], 90)).toBeCloseTo(3, 9);
    expect(pressureAltitudeOf(still.staticPressure_Pa) / 0.3048).toBeCloseTo(4000, 6);
  });
});

describe('attitude hold', () => {
  const flyWith = (stick: Hands['stick'], seconds: number, change: Partial<Hands> = {}) => {
    const loop = flightLoop(lessonOf(planOf({ turbulence: 'smooth', windSpeed_kt: 0 })));
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
        expect(Math.abs(moment.bank - bank_deg)).toBeLessThan(1.3);
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
  const air = stillAir(density, pressureAt(900));
  const [model, bare] = [set.state.slice(), set.state.slice()];
  const body = rigidBody(aircraft);
  for (let i = 0; i < 800; i++)
    body.step(model, { ...set.controls, aileron: 0.06, elevator: 0.09 }, air, 0.01);
  bareAirplane(aircraft)(bare, 800, { ...set.controls, aileron: 0.06, elevator: 0.09 }, density);
  model.forEach((value, index) => expect(bare[index]).toBeCloseTo(value, 7));
  expect(Math.abs(attitudeOf(model).bank_rad)).toBeGreaterThan(0.2);
});
