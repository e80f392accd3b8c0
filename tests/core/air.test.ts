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
import { calmTurbulence, stepTurbulence } from '$core/air/turbulence';
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
