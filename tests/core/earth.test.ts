import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isNearer, placeAt, wayBetween } from '$core/earth/geodesic';
import { inSpace, northEastDown } from '$core/earth/in-space';
import { placeOnPlane } from '$core/earth/local-plane';
import { magneticDip } from '$core/earth/magnetic-dip';
import { magneticVariation } from '$core/earth/magnetic-variation';
import { trainingAreaById, trainingAreas } from '$core/earth/training-area';
import { normaliseSigned } from '$core/measure/angle';
import { METRES_PER_NAUTICAL_MILE } from '$core/measure/units';

const place = (latitude_deg: number, longitude_deg: number) => ({ latitude_deg, longitude_deg });
const somewhere = fc.record({
  latitude_deg: fc.double({ min: -60, max: 60, noNaN: true }),
  longitude_deg: fc.double({ min: -179, max: 179, noNaN: true })
});
const azimuth = fc.double({ min: 0, max: 359.999, noNaN: true });

describe('ways along the earth', () => {
  test('from Wellington to Salamanca as the published solution of the inverse problem has it', () => {
    // Karney, Algorithms for geodesics (2013), the worked example of his library.
    const way = wayBetween(place(-41.32, 174.81), place(40.96, -5.5));
    expect(way.distance_nm * METRES_PER_NAUTICAL_MILE).toBeCloseTo(19959679.26735, 3);
    expect(way.azimuth_deg).toBeCloseTo(161.0676699862, 9);
    expect(way.arrivalAzimuth_deg).toBeCloseTo(18.8251951232, 9);
  });

  test('a way asked for again is the same, and one that shares three figures with it is not', () => {
    const ends = [50, 51].flatMap((a) =>
      [10, 11].flatMap((b) =>
        [52, 53].flatMap((c) => [14, 15].map((d) => [place(a, b), place(c, d)] as const))
      )
    );
    const first = ends.map(([from, to]) => ({ ...wayBetween(from, to) }));
    expect(new Set(first.map(({ distance_nm }) => distance_nm.toFixed(6))).size).toBeGreaterThan(10);
    for (const [from, to] of ends) {
      const { distance_nm, azimuth_deg } = wayBetween(from, to);
      const there = placeAt(from, azimuth_deg, distance_nm);
      expect(there.latitude_deg).toBeCloseTo(to.latitude_deg, 9);
      expect(there.longitude_deg).toBeCloseTo(to.longitude_deg, 9);
    }
    expect(ends.map(([from, to]) => ({ ...wayBetween(from, to) }))).toEqual(first);
    const again = wayBetween(...ends[3]!);
    expect(wayBetween(...ends[3]!), 'kept').toBe(again);
  });

  test('nearer than so far is what the way says, wherever it is', () => {
    fc.assert(
      fc.property(
        somewhere,
        // Along a meridian the latitudes alone tell it.
        fc.oneof(azimuth, fc.constantFrom(0, 180)),
        fc.double({ min: 0.01, max: 60, noNaN: true }),
        fc.double({ min: 0.99, max: 1.01, noNaN: true }),
        (from, azimuth_deg, away_nm, times) => {
          const to = placeAt(from, azimuth_deg, away_nm);
          const { distance_nm } = wayBetween(from, to);
          expect(isNearer(from, to, away_nm * times)).toBe(distance_nm < away_nm * times);
        }
      )
    );
  });

  test('the plane about a place follows the geodesic: 3 m at 20 NM, a tenth of a metre due north and 0.2 m due east at 5', () => {
    const off_m = (from: ReturnType<typeof place>, azimuth_deg: number, distance_nm: number) => {
      const radians = (azimuth_deg * Math.PI) / 180;
      const metres = distance_nm * METRES_PER_NAUTICAL_MILE;
      const flat = placeOnPlane(from, metres * Math.cos(radians), metres * Math.sin(radians));
      return wayBetween(flat, placeAt(from, azimuth_deg, distance_nm)).distance_nm * METRES_PER_NAUTICAL_MILE;
    };
    fc.assert(
      fc.property(
        somewhere,
        azimuth,
        fc.double({ min: 0, max: 20, noNaN: true }),
        (from, azimuth_deg, nm) => {
          expect(off_m(from, azimuth_deg, nm)).toBeLessThan(3);
          expect(off_m(from, azimuth_deg < 180 ? 0 : 180, nm)).toBeLessThan(0.1);
          expect(off_m(from, azimuth_deg < 180 ? 90 : 270, nm / 4)).toBeLessThan(0.2);
        }
      )
    );
  });
});

describe('the earth in space', () => {
  test('its axes are where WGS 84 has them', () => {
    const near = (there: readonly number[], x: number, y: number, z: number) =>
      [x, y, z].forEach((due, i) => expect(there[i]).toBeCloseTo(due, 3));
    near(inSpace(place(0, 0), 0), 6378137, 0, 0);
    near(inSpace(place(0, 90), 100), 0, 6378237, 0);
    near(inSpace(place(90, 0), 0), 0, 0, 6356752.3142);
    near(inSpace(place(-90, 0), 50), 0, 0, -6356802.3142);
  });

  test('a step along the ground is a step along its north and east; up is against down, square to both', () => {
    fc.assert(
      fc.property(somewhere, azimuth, (from, azimuth_deg) => {
        const axes = northEastDown(from);
        const here = inSpace(from, 0);
        const there = inSpace(placeAt(from, azimuth_deg, 0.01), 0);
        const above = inSpace(from, 10);
        const along = (to: readonly number[], axis: readonly number[]) =>
          axis.reduce((sum, part, i) => sum + part * (to[i]! - here[i]!), 0);
        const radians = (azimuth_deg * Math.PI) / 180;
        expect(along(there, axes[0])).toBeCloseTo(18.52 * Math.cos(radians), 3);
        expect(along(there, axes[1])).toBeCloseTo(18.52 * Math.sin(radians), 3);
        // The ground falls away by d² ÷ 2R.
        expect(Math.abs(along(there, axes[2]))).toBeLessThan(1e-4);
        expect(
          axes.map((axis) => along(above, axis)).map((part) => part.toFixed(5).replace('-0.', '0.'))
        ).toEqual(['0.00000', '0.00000', '-10.00000']);
      })
    );
  });
});

test.each([
  // Test values published with the World Magnetic Model of 2025, height 0, date 2025.0.
  [80, 0, 1.28, 83.21],
  [0, 120, -0.16, -14.93],
  [-80, -120, 68.78, -72.0]
])('at %d, %d the variation is %d and the dip %d', (latitude_deg, longitude_deg, variation, dip) => {
  const there = place(latitude_deg, longitude_deg);
  expect(magneticVariation(there, new Date('2025-01-01T00:00:00Z'))).toBeCloseTo(variation, 1);
  // The dip is taken for a year later; near the magnetic equator it moves by a tenth of a degree.
  expect(Math.abs(magneticDip(there) - dip)).toBeLessThan(0.15);
  // Years after the model's last it is still told: a school does not stop.
  expect(
    Math.abs(normaliseSigned(magneticVariation(there, new Date('2033-06-01')) - variation))
  ).toBeLessThan(5);
});

test('every training area is found by its name, carries its variation, and another is refused with those there are', () => {
  for (const area of trainingAreas) {
    expect(trainingAreaById(area.id)).toBe(area);
    expect(Math.abs(area.variation_deg - magneticVariation(area, new Date('2026-06-01')))).toBeLessThan(3);
  }
  expect(() => trainingAreaById('nowhere')).toThrow(
    /area.*nowhere.*vesterlund-bay, korrin-plateau, morrow-reach/
  );
});
