import { RADIANS_PER_DEGREE } from '../measure/angle';

/** A point on the WGS 84 ellipsoid; latitude + north, longitude + east, degrees. */
export interface Place {
  latitude_deg: number;
  longitude_deg: number;
}

const SEMI_MAJOR_AXIS_M = 6378137;
const ECCENTRICITY_SQUARED = 6.69437999014e-3;

/**
 * Place reached by going `north_m` and `east_m` (true) from `origin` on the tangent plane,
 * with the ellipsoid's radii of curvature at the origin (meridian M, prime vertical N; e.g. Torge, Geodesy, ch. 4).
 * Good to a few metres within 20 NM; origin latitude within ±85°.
 */
export function placeOnPlane(origin: Place, north_m: number, east_m: number): Place {
  const sine = Math.sin(origin.latitude_deg * RADIANS_PER_DEGREE);
  const root = 1 - ECCENTRICITY_SQUARED * sine * sine;
  const primeVertical_m = SEMI_MAJOR_AXIS_M / Math.sqrt(root);
  const meridian_m = (primeVertical_m * (1 - ECCENTRICITY_SQUARED)) / root;
  const parallel_m = primeVertical_m * Math.cos(origin.latitude_deg * RADIANS_PER_DEGREE);
  return {
    latitude_deg: origin.latitude_deg + north_m / meridian_m / RADIANS_PER_DEGREE,
    longitude_deg: origin.longitude_deg + east_m / parallel_m / RADIANS_PER_DEGREE
  };
}
