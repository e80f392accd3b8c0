import geographiclib from 'geographiclib-geodesic';
import { normaliseBearing } from '../measure/angle';
import { METRES_PER_NAUTICAL_MILE } from '../measure/units';
import type { Place } from './local-plane';

const { WGS84 } = geographiclib.Geodesic;

/** Way from one place to another along the ellipsoid. */
export interface GeodesicWay {
  distance_nm: number;
  /** True azimuth of setting out, [0, 360). */
  azimuth_deg: number;
  /** True azimuth on arrival, [0, 360). */
  arrivalAzimuth_deg: number;
}

/** The ways asked for last: within a step of a flight the same one is wanted by several instruments. */
const KEPT = 8;
const kept: {
  fromLatitude: number;
  fromLongitude: number;
  toLatitude: number;
  toLongitude: number;
  way: GeodesicWay;
}[] = [];
let oldest = 0;

/** Distance and azimuths between two places on WGS 84 (Karney, Algorithms for geodesics, 2013; good to 15 nm). */
export function wayBetween(from: Place, to: Place): Readonly<GeodesicWay> {
  for (const one of kept)
    if (
      one.toLatitude === to.latitude_deg &&
      one.fromLatitude === from.latitude_deg &&
      one.toLongitude === to.longitude_deg &&
      one.fromLongitude === from.longitude_deg
    )
      return one.way;
  const way = wayAlong(from, to);
  kept[oldest] = {
    fromLatitude: from.latitude_deg,
    fromLongitude: from.longitude_deg,
    toLatitude: to.latitude_deg,
    toLongitude: to.longitude_deg,
    way
  };
  oldest = (oldest + 1) % KEPT;
  return way;
}

function wayAlong(from: Place, to: Place): GeodesicWay {
  const { s12, azi1, azi2 } = WGS84.Inverse(
    from.latitude_deg,
    from.longitude_deg,
    to.latitude_deg,
    to.longitude_deg
  );
  return {
    distance_nm: s12! / METRES_PER_NAUTICAL_MILE,
    azimuth_deg: normaliseBearing(azi1!),
    arrivalAzimuth_deg: normaliseBearing(azi2!)
  };
}

/** A degree of latitude is nowhere shorter than this, NM: at the equator, 110.574 km. */
const SHORTEST_DEGREE_NM = 59.7;

/** Whether two places are nearer to each other than so many NM; told by their latitudes alone where those are farther apart. */
export function isNearer(from: Place, to: Place, distance_nm: number): boolean {
  if (Math.abs(to.latitude_deg - from.latitude_deg) * SHORTEST_DEGREE_NM > distance_nm) return false;
  return wayBetween(from, to).distance_nm < distance_nm;
}

/** Place reached by going so far (NM) on a true azimuth; inverse of `wayBetween`. */
export function placeAt(from: Place, azimuth_deg: number, distance_nm: number): Place {
  const { lat2, lon2 } = WGS84.Direct(
    from.latitude_deg,
    from.longitude_deg,
    azimuth_deg,
    distance_nm * METRES_PER_NAUTICAL_MILE
  );
  return { latitude_deg: lat2!, longitude_deg: lon2! };
}
