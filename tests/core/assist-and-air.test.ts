import { engagedAutopilot, stepAutopilot } from '$core/aircraft/autopilot';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { noGust, stepGust } from '$core/air/gust';
import { turbulenceScales } from '$core/air/turbulence';
import { windAt } from '$core/air/wind';
import { aircraftById, aircraftCatalogue } from '$core/aircraft/catalogue';
import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { trainingAreaById } from '$core/earth/training-area';
import { flightLoop } from '$core/flight/flight-loop';
import { type Hands } from '$core/flight/hands';
import { normaliseSigned } from '$core/measure/angle';
import { seededNoise } from '$core/measure/seeded-noise';
import { even } from './even';

const planIn = (aircraft: string, changes: Partial<LessonPlan> = {}): LessonPlan => ({
  ...sensiblePlan(aircraftById(aircraft), trainingAreaById('vesterlund-bay'), 'straight-and-level'),
  assist: 'autopilot',
  ...changes
});

describe('the autopilot', () => {
  // Standard rate by hand: tan(bank) = V·ω/g, with 51.44 m/s × 0.05236 /s / 9.80665 m/s² = 15.4°; at 240 kt it would be 33°.
  test.each([
    [100, 15.4],
    [240, 25]
  ])(
    'at %d kt true it turns with %d° of bank: standard rate, and never more than 25°',
    (tas_kt, bank_deg) => {
      const memory = engagedAutopilot(0, 0);
      const sees = {
        ias_kt: tas_kt,
        tas_kt,
        altitude_ft: 4000,
        verticalSpeed_fpm: 0,
        pitch_deg: 0,
        heading_deg: 90,
        speedTrend_ktps: 0,
        course: null,
        path: null
      };
      const modes = { heading_deg: 240, course: 'off' as const, vertical: { mode: 'pitch' as const } };
      let asked = 0;
      for (let i = 0; i < 1000; i++) asked = stepAutopilot(memory, modes, sees, 0.01).bank_deg;
      expect(asked).toBeCloseTo(bank_deg, 1);
      for (let i = 0; i < 1000; i++)
        asked = stepAutopilot(memory, { ...modes, heading_deg: 300 }, sees, 0.01).bank_deg;
      expect(asked).toBeCloseTo(-bank_deg, 1);
      for (let i = 0; i < 1000; i++)
        asked = stepAutopilot(memory, { ...modes, heading_deg: null }, sees, 0.01).bank_deg;
      expect(asked).toBeCloseTo(0, 6);
    }
  );

  const fly = (
    aircraft: string,
    modes: Extract<Hands['stick'], { kind: 'autopilot' }>['modes'],
    seconds: number,
    more: Partial<Hands> = {}
  ) => {
    const loop = flightLoop(lessonOf(planIn(aircraft)));
    const hands: Hands = { ...loop.hands(), ...more, stick: { kind: 'autopilot', modes } };
    for (let i = 0; i < seconds * 100; i++) loop.step(hands);
    return loop.readings();
  };
  // So slowly the nose swings from side to side by itself: an autopilot that banks after it keeps it swinging.
  test.each(
    aircraftCatalogue.flatMap(({ name, id }) => [1.3, 1.6].map((times) => [name, times, id] as const))
  )('%s at %s times its stall: it turns to a heading, and the nose stands still there', (_, times, id) => {
    const loop = flightLoop(lessonOf(planIn(id, { turbulence: 'smooth' })));
    const { speeds } = aircraftById(id);
    const vertical = { mode: 'speed' as const, ias_kt: speeds.stallClean_kt * times };
    const modes = { heading_deg: 230, course: 'off' as const, vertical };
    const hands: Hands = { ...loop.hands(), throttle: 0.5, stick: { kind: 'autopilot', modes } };
    let farthest_deg = 0;
    for (let i = 0; i < 20000; i++) {
      loop.step(hands);
      const off_deg = Math.abs(normaliseSigned(loop.readings().heading_deg - 230));
      if (i > 17000) farthest_deg = Math.max(farthest_deg, off_deg);
    }
    expect(loop.readings().ias_kt / speeds.stallClean_kt).toBeCloseTo(times, 1);
    expect(farthest_deg).toBeLessThan(1);
  });

  test.each(aircraftCatalogue.map((file) => [file.name, file.id] as const))(
    '%s: takes up and holds heading, altitude, vertical speed and speed',
    (_, id) => {
      const turned = fly(
        id,
        { heading_deg: 300, course: 'off', vertical: { mode: 'altitude', altitude_ft: 4000 } },
        90
      );
      expect(Math.abs(normaliseSigned(turned.heading_deg - 300))).toBeLessThan(4);
      expect(Math.abs(turned.altitude_ft - 4000)).toBeLessThan(60);
      const climbed = fly(
        id,
        { heading_deg: 210, course: 'off', vertical: { mode: 'altitude', altitude_ft: 4400 } },
        100,
        {
          throttle: 1
        }
      );
      expect(Math.abs(climbed.altitude_ft - 4400)).toBeLessThan(70);
      const sinking = fly(
        id,
        { heading_deg: null, course: 'off', vertical: { mode: 'vertical speed', verticalSpeed_fpm: -500 } },
        50
      );
      expect(Math.abs(sinking.verticalSpeed_fpm + 500)).toBeLessThan(180);
      const speeds = aircraftById(id).speeds;
      const slow = fly(
        id,
        { heading_deg: null, course: 'off', vertical: { mode: 'speed', ias_kt: speeds.bestClimb_kt + 10 } },
        110,
        { throttle: 1 }
      );
      expect(Math.abs(slow.ias_kt - speeds.bestClimb_kt - 10)).toBeLessThan(7);
    },
    30_000
  );
});

describe('the air', () => {
  test('between layers the wind turns and grows evenly; beyond them it stays', () => {
    const layers = [
      { altitude_ft: 2000, from_deg: 270, speed_kt: 10 },
      { altitude_ft: 4000, from_deg: 360, speed_kt: 20 }
    ];
    expect(windAt(layers, 500).east).toBeCloseTo(10, 9);
    expect(windAt(layers, 9000).north).toBeCloseTo(-20, 9);
    const middle = windAt(layers, 3000);
    expect([middle.north, middle.east].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([-10, 5]);
  });
  test('a single gust rises to its strength and falls back, as 1 − cos', () => {
    const memory = noGust();
    const noise = seededNoise(4);
    const values = Array.from({ length: 60_000 }, () => stepGust(memory, 10, 50, 0.01, noise));
    expect(Math.max(...values)).toBeGreaterThan(8);
    expect(Math.max(...values)).toBeLessThanOrEqual(10);
    expect(Math.min(...values)).toBe(0);
    const steepest = values.slice(1).reduce((most, v, i) => Math.max(most, Math.abs(v - values[i]!)), 0);
    expect(steepest).toBeLessThan(0.1);
  });
  test('turbulence grows shorter near the ground, and joins smoothly at 1,000 and 2,000 ft', () => {
    expect(turbulenceScales(3000)).toEqual({ horizontal_ft: 1750, vertical_ft: 1750, intensityRatio: 1 });
    expect(turbulenceScales(1000).horizontal_ft).toBeCloseTo(1000, -1);
    expect(turbulenceScales(100).vertical_ft).toBe(100);
    expect(turbulenceScales(100).intensityRatio).toBeGreaterThan(1.5);
    for (const edge of [1000, 2000])
      expect(
        turbulenceScales(edge + 0.1).horizontal_ft / turbulenceScales(edge - 0.1).horizontal_ft
      ).toBeCloseTo(1, 3);
  });
  test('ten degrees colder than standard, an altimeter rightly set reads about 4 % too high over the sea', () => {
    const at = (temperatureOffset_K: number) =>
      flightLoop(lessonOf(planIn('sandling-160', { temperatureOffset_K }))).trueAltitude_ft();
    expect(at(0)).toBeCloseTo(4000, 6);
    expect(1 - at(-10) / 4000).toBeCloseTo(0.036, 2);
    expect(
      flightLoop(lessonOf(planIn('sandling-160', { temperatureOffset_K: -10 }))).readings().altitude_ft
    ).toBeCloseTo(4000, 0);
  });
  test('fuel is burnt, and a lighter airplane needs less power', () => {
    const loop = flightLoop(lessonOf(planIn('korvane-750')));
    const before = loop.readings().fuel_kg;
    const hands = { ...loop.hands(), stick: { kind: 'attitude' as const, pitch_deg: 0, bank_deg: 0 } };
    for (let i = 0; i < 6000; i++) loop.step(hands);
    const hourly = (before - loop.readings().fuel_kg) * 60;
    expect(hourly).toBeGreaterThan(100);
    expect(hourly).toBeLessThan(250);
    expect(flightLoop(lessonOf(planIn('korvane-750', { fuelShare: 0.1 }))).hands().throttle).toBeLessThan(
      loop.hands().throttle
    );
  });
});

test('no hands, no faults and no air ever make the whole loop yield anything but numbers', () => {
  const unit = even(-1, 1);
  const share = even(0, 1);
  fc.assert(
    fc.property(
      fc.constantFrom(...aircraftCatalogue.map((file) => file.id)),
      fc.tuple(unit, unit, unit, share, unit, share),
      fc.integer({ min: -40, max: 40 }),
      fc.constantFrom('dials' as const, 'tapes' as const),
      fc.integer({ min: 1, max: 1e6 }),
      (
        aircraft,
        [aileron, elevator, rudder, throttle, trim, propeller],
        temperatureOffset_K,
        panel,
        seed
      ) => {
        const loop = flightLoop(
          lessonOf(
            planIn(aircraft, {
              turbulence: 'severe',
              gust_kt: 25,
              temperatureOffset_K,
              panel,
              seed,
              windLayers: [
                { altitude_ft: 1000, from_deg: 90, speed_kt: 30 },
                { altitude_ft: 5000, from_deg: 200, speed_kt: 50 }
              ],
              faults: [
                { kind: 'vacuum', at_s: 1 },
                { kind: 'static-blocked', at_s: 2 },
                { kind: 'electrical', at_s: 3 }
              ]
            })
          )
        );
        const hands: Hands = {
          ...loop.hands(),
          stick: { kind: 'direct', aileron, elevator },
          rudder,
          throttle,
          trim,
          propeller,
          gearTarget: seed % 2,
          flapsTarget_deg: 20
        };
        for (let i = 0; i < 900 && loop.heightAboveGround_ft() > 0; i++) loop.step(hands);
        expect(loop.snapshot().every(Number.isFinite)).toBe(true);
        expect(Object.values(loop.readings()).every((v) => typeof v !== 'number' || Number.isFinite(v))).toBe(
          true
        );
      }
    ),
    { numRuns: 100 }
  );
});
