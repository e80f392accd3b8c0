import { RADIANS_PER_DEGREE } from '../measure/angle';
import { ECCENTRICITY_SQUARED, SEMI_MAJOR_AXIS_M, type Place } from './local-plane';

/** A point or direction in the earth's own axes, metres: x through Greenwich and y through 90° east on the equator, z north. */
export type InSpace = readonly [x: number, y: number, z: number];

/** A place at a height above the ellipsoid in the earth's axes (WGS 84; e.g. Torge, Geodesy, ch. 4.1). */
export function inSpace({ latitude_deg, longitude_deg }: Place, height_m: number): InSpace {
  const [sine, cosine] = sineAndCosine(latitude_deg);
  const [east, ahead] = sineAndCosine(longitude_deg);
  const normal_m = SEMI_MAJOR_AXIS_M / Math.sqrt(1 - ECCENTRICITY_SQUARED * sine * sine);
  const out_m = (normal_m + height_m) * cosine;
  return [out_m * ahead, out_m * east, (normal_m * (1 - ECCENTRICITY_SQUARED) + height_m) * sine];
}

/** North, east and down at a place, as directions in the earth's axes. */
export function northEastDown({ latitude_deg, longitude_deg }: Place): readonly [InSpace, InSpace, InSpace] {
  const [sine, cosine] = sineAndCosine(latitude_deg);
  const [east, ahead] = sineAndCosine(longitude_deg);
  return [
    [-sine * ahead, -sine * east, cosine],
    [-east, ahead, 0],
    [-cosine * ahead, -cosine * east, -sine]
  ];
}

/** Sine and cosine of an angle in degrees, in this order. */
export const sineAndCosine = (angle_deg: number): [number, number] => [
  Math.sin(angle_deg * RADIANS_PER_DEGREE),
  Math.cos(angle_deg * RADIANS_PER_DEGREE)
];
