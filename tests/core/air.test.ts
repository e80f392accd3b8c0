import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  calibratedFromTrue,
  densityAt,
  pressureAltitudeFor,
  pressureAltitudeOf,
  pressureAt,
  temperatureAt,
  trueFromCalibrated,
  trueFromIndicated
} from '$core/air/atmosphere';
import { cloudProblem } from '$core/air/cloud';
import { gustNow, noGust, stepGust } from '$core/air/gust';
import {
  calmTurbulence,
  gustIntensity,
  isRough,
  stepTurbulence,
  turbulenceScales,
  turbulenceLevels
} from '$core/air/turbulence';
import { descentAngle, groundTrack } from '$core/air/wind';
import { placeOnPlane } from '$core/earth/local-plane';
import { seededNoise } from '$core/measure/seeded-noise';
import { even } from './even';

describe('standard atmosphere', () => {
  // ICAO Doc 7488/3, geopotential altitude in feet: pressure hPa, temperature K, density kg/m³.
  test.each([
    [0, 1013.25, 288.15, 1.225],
    [5000, 843.07, 278.244, 1.05555],
    [10000, 696.82, 268.338, 0.904637],
    [20000, 465.63, 248.526, 0.652694],
    [30000, 300.9, 228.714, 0.458312]
  ])('at %d ft', (feet, pressure_hPa, temperature_K, density) => {
    const height_m = feet * 0.3048;
    expect(pressureAt(height_m) / 100).toBeCloseTo(pressure_hPa, 1);
    expect(temperatureAt(height_m)).toBeCloseTo(temperature_K, 2);
    expect(densityAt(height_m)).toBeCloseTo(density, 4);
  });

  // The gas law by hand: 101,325 Pa / (287.053 × 308.15 K), and 69,682 Pa (10,000 ft) / (287.053 × 248.34 K).
  test.each([
    [0, 20, 1.1455],
    [3048, -20, 0.9775]
  ])('at %d m and %d K from standard warm air is thinner, cold air denser', (height_m, offset_K, density) => {
    expect(densityAt(height_m, offset_K)).toBeCloseTo(density, 3);
  });

  test('pressure altitude and airspeeds go there and back', () => {
    fc.assert(
      fc.property(even(-600, 10900), even(15, 200), (h, v) => {
        expect(pressureAltitudeOf(pressureAt(h))).toBeCloseTo(h, 6);
        const p = pressureAt(h);
        const rho = densityAt(h);
        expect(trueFromCalibrated(calibratedFromTrue(v, p, rho), p, rho)).toBeCloseTo(v, 7);
      })
    );
  });

  test('true is indicated at sea level and about 2 % more for each 1,000 ft', () => {
    expect(trueFromIndicated(90, 0)).toBeCloseTo(90, 5);
    expect(trueFromIndicated(100, 5000)).toBeCloseTo(107.7, 0);
    expect(pressureAltitudeFor(4000, 1013.25)).toBeCloseTo(4000, 6);
    expect(pressureAltitudeFor(0, 1003.25)).toBeCloseTo(274, 0); // 10 hPa are about 274 ft near sea level
  });
});

describe('wind', () => {
  test('a headwind slows, a tailwind helps, a crosswind drifts by atan(w/V)', () => {
    expect(groundTrack(90, 100, { from_deg: 90, speed_kt: 20 })).toMatchObject({ groundspeed_kt: 80 });
    expect(groundTrack(90, 100, { from_deg: 270, speed_kt: 20 }).groundspeed_kt).toBeCloseTo(120, 9);
    const { track_deg, groundspeed_kt } = groundTrack(360, 100, { from_deg: 270, speed_kt: 20 });
    expect(track_deg).toBeCloseTo((Math.atan(0.2) * 180) / Math.PI, 9);
    expect(groundspeed_kt).toBeCloseTo(Math.hypot(100, 20), 9);
  });

  test('turning everything turns the answer, nothing else', () => {
    const direction = even(0, 360);
    fc.assert(
      fc.property(direction, direction, even(0, 60), direction, (heading, from, speed, by) => {
        const a = groundTrack(heading, 100, { from_deg: from, speed_kt: speed });
        const b = groundTrack(heading + by, 100, { from_deg: from + by, speed_kt: speed });
        expect(b.groundspeed_kt).toBeCloseTo(a.groundspeed_kt, 7);
      })
    );
  });

  test('the rate on a path is groundspeed × tan(angle) × 101.27', () => {
    expect(descentAngle(90 * Math.tan((3 * Math.PI) / 180) * 101.27, 90)).toBeCloseTo(3, 3);
  });
});

test('turbulence has the strength it is set to, lasts as long as its scale, and is nought when smooth', () => {
  const gust = new Float64Array(4);
  const memory = calmTurbulence();
  const noise = seededNoise(3);
  const squares = [0, 0, 0];
  const steps = 400_000;
  for (let i = 0; i < steps; i++) {
    stepTurbulence(memory, 'moderate', 50, 500, 10, 0.1, noise, gust);
    for (let axis = 0; axis < 3; axis++) squares[axis]! += gust[axis]! ** 2;
  }
  // A tenth of 30 kt upward; along and across more by 1/(0.177 + 0.000823 h)^0.4.
  const across = 1 / (0.177 + 0.000823 * 500) ** 0.4;
  [across, across, 1].forEach((ratio, axis) =>
    expect(Math.sqrt(squares[axis]! / steps) / ratio).toBeCloseTo(1.54, 1)
  );
  stepTurbulence(memory, 'smooth', 50, 3000, 10, 0.1, noise, gust);
  expect([...gust]).toEqual([0, 0, 0, 0]);
});

test('a place on the plane agrees with the ellipsoid: a minute of latitude at 45° is 1,852.2 m', () => {
  const north = placeOnPlane({ latitude_deg: 45, longitude_deg: -33 }, 1852.2, 0);
  expect(north.latitude_deg).toBeCloseTo(45 + 1 / 60, 5);
  const east = placeOnPlane({ latitude_deg: 45, longitude_deg: -33 }, 0, 1314.1);
  expect(east.longitude_deg).toBeCloseTo(-33 + 1 / 60, 5); // a minute of longitude at 45°: 1,314.2 m
});

test.each([
  // MIL-F-8785C, figure 7: root mean square of the gusts, ft/s, by height; below 1,000 ft a tenth of the wind at 20 ft.
  ['moderate', 1000, 3 * 1.68781],
  ['moderate', 2000, 9.6 + (250 / 2000) * 1.0],
  ['moderate', 3750, 10.6],
  ['moderate', 5625, 10.35],
  ['moderate', 15000, 8.0],
  ['moderate', 30000, 5.8],
  ['moderate', 40000, 5.0],
  ['severe', 7500, 23.6],
  ['severe', 25000, 20.0],
  ['severe', 500, 4.5 * 1.68781]
] as const)('%s turbulence at %d ft has gusts of %d ft/s', (level, height_ft, fps) => {
  expect(gustIntensity(level, height_ft) / 0.3048).toBeCloseTo(fps, 2);
});

test('between 1,000 and 2,000 ft turbulence goes over from the one law to the other; light is the same at any height', () => {
  const [low, high] = [gustIntensity('moderate', 1000), gustIntensity('moderate', 2000)];
  // At 1,500 ft the table is still at its first height.
  expect(gustIntensity('moderate', 1500)).toBeCloseTo((low + 9.6 * 0.3048) / 2, 6);
  expect(high).toBeGreaterThan(low);
  expect(gustIntensity('light', 9000)).toBe(gustIntensity('light', 100));
  // MIL-F-8785C, 3.7.3: lengths h / (0.177 + 0.000823 h)^1.2 and h, alike at 1,000 ft; 1,750 ft aloft.
  expect(turbulenceScales(1000)).toEqual({ horizontal_ft: 1000, vertical_ft: 1000, intensityRatio: 1 });
  expect(turbulenceScales(400).horizontal_ft).toBeCloseTo(400 / 0.5062 ** 1.2, 3);
  expect(turbulenceScales(400)).toMatchObject({
    vertical_ft: 400,
    intensityRatio: expect.closeTo(0.5062 ** -0.4, 6)
  });
  expect(turbulenceScales(1500)).toMatchObject({ horizontal_ft: 1375, vertical_ft: 1375, intensityRatio: 1 });
  expect(turbulenceScales(2000)).toEqual(turbulenceScales(9000));
  expect(turbulenceScales(2000).vertical_ft).toBe(1750);
  expect(turbulenceScales(3)).toEqual(turbulenceScales(10));
});

test('gusts come by chance, a quarter of a minute apart, rise and fall within 240 m, and are at least half of what is planned', () => {
  const memory = noGust();
  const noise = seededNoise(11);
  const pauses: number[] = [];
  const lengths: number[] = [];
  const peaks: number[] = [];
  let quiet_s = 0;
  let blowing_s = 0;
  let peak = 0;
  let differs = false;
  for (let i = 0; i < 600_000; i++) {
    const now = stepGust(memory, 10, 60, 0.05, noise);
    differs ||= now !== gustNow(memory, 10);
    if (now > 0) {
      if (blowing_s === 0 && quiet_s > 0) pauses.push(quiet_s);
      quiet_s = 0;
      blowing_s += 0.05;
      peak = Math.max(peak, now);
    } else {
      if (blowing_s > 0) {
        lengths.push(blowing_s);
        peaks.push(peak);
      }
      [blowing_s, peak] = [0, 0];
      quiet_s += 0.05;
    }
  }
  const meanOf = (values: number[]) => values.reduce((a, b) => a + b) / values.length;
  // The first comes after six seconds; exponential beyond that, 14 s on average.
  expect(pauses[0]).toBeCloseTo(6, 0);
  expect(Math.min(...pauses)).toBeGreaterThan(5.9);
  expect(meanOf(pauses)).toBeCloseTo(14.1, 0);
  expect(lengths.every((length) => Math.abs(length - 4) < 0.15)).toBe(true);
  expect(Math.min(...peaks)).toBeGreaterThan(4.9);
  expect(Math.max(...peaks)).toBeLessThanOrEqual(10);
  expect(meanOf(peaks)).toBeCloseTo(7.5, 0);
  expect(differs).toBe(false);
  expect(stepGust(memory, 0, 60, 0.05, noise)).toBe(0);
});

test.each([
  [[{ base_ft: 1000, top_ft: 1200 }], null],
  [
    [{ base_ft: 1000, top_ft: 1199 }],
    { layer: 0, of: 'top_ft', message: expect.stringContaining('base at 1000 ft: its top lies at 1200 ft') }
  ],
  [
    [
      { base_ft: 1000, top_ft: 2000 },
      { base_ft: 2200, top_ft: 2400 }
    ],
    null
  ],
  [
    [
      { base_ft: 1000, top_ft: 2000 },
      { base_ft: 2199, top_ft: 2900 }
    ],
    {
      layer: 1,
      of: 'base_ft',
      message: expect.stringContaining('top at 2000 ft: the next begins at 2200 ft')
    }
  ],
  [
    [
      { base_ft: 1000, top_ft: 2000 },
      { base_ft: 3000, top_ft: 3100 }
    ],
    { layer: 1, of: 'top_ft' }
  ]
])('layers %j: %j', (layers, problem) => {
  const found = cloudProblem(layers);
  if (problem === null) expect(found).toBeNull();
  else expect(found).toMatchObject(problem);
});

test('swings say nothing of the hands in moderate air and worse, and much in smooth and light', () => {
  expect(turbulenceLevels.map(isRough)).toEqual([false, false, true, true]);
});
