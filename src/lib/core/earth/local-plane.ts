import { RADIANS_PER_DEGREE } from '../measure/angle';

/** A point on the WGS 84 ellipsoid; latitude + north, longitude + east, degrees. */
export interface Place {
  latitude_deg: number;
  longitude_deg: number;
}

/** The WGS 84 ellipsoid. */
export const SEMI_MAJOR_AXIS_M = 6378137;
/** Mean radius of the ellipsoid, (2a + b) / 3. */
export const MEAN_RADIUS_M = 6371008.8;
export const ECCENTRICITY_SQUARED = 6.69437999014e-3;

/**
 * Place reached by going `north_m` and `east_m` (true) from `origin` on the plane that touches the earth there: the same
 * distance and direction along the geodesic. By the series in n/M and e/N to the second order (meridian and prime vertical
 * radii of curvature M and N; e.g. Torge, Geodesy, ch. 6.3), good to 3 m at 20 NM and 10 m at 30 NM for latitudes within ±60°.
 */
export function placeOnPlane(origin: Place, north_m: number, east_m: number): Place {
  const sine = Math.sin(origin.latitude_deg * RADIANS_PER_DEGREE);
  const root = 1 - ECCENTRICITY_SQUARED * sine * sine;
  const primeVertical_m = SEMI_MAJOR_AXIS_M / Math.sqrt(root);
  const meridian_m = (primeVertical_m * (1 - ECCENTRICITY_SQUARED)) / root;
  const parallel_m = primeVertical_m * Math.cos(origin.latitude_deg * RADIANS_PER_DEGREE);
  const cosine = Math.cos(origin.latitude_deg * RADIANS_PER_DEGREE);
  const tangent = sine / cosine;
  const north = north_m / meridian_m;
  // A straight way east bends toward the equator, and meridians come together the farther north it is begun.
  const latitude =
    north -
    (east_m * east_m * tangent) / (2 * meridian_m * primeVertical_m) -
    ((1.5 * ECCENTRICITY_SQUARED * sine * cosine) / root) * north * north;
  const longitude = (east_m / parallel_m) * (1 + (north_m * tangent) / primeVertical_m);
  return {
    latitude_deg: origin.latitude_deg + latitude / RADIANS_PER_DEGREE,
    longitude_deg: origin.longitude_deg + longitude / RADIANS_PER_DEGREE
  };
}
