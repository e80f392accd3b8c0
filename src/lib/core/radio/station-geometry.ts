import { edgeBetween } from '../measure/edge';
import { placeAt, wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { normaliseBearing, normaliseSigned } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import { FEET_PER_NAUTICAL_MILE } from '../measure/units';
import type { Fix, Station, World } from './world';

export type Vor = Extract<Station, { kind: 'vor' }>;
export type Localizer = Extract<Station, { kind: 'localizer' }>;

/** Radial of a VOR a place lies on, [0, 360): the bearing FROM it by its own north. */
export function radialAt(vor: Vor, place: Place): number {
  return normaliseBearing(wayBetween(vor, place).azimuth_deg - vor.alignment_deg);
}

/** Slant range of a place at a height, NM: √(d² + (Δh/6076)²). */
export function slantRange(station: Station, place: Place, altitude_ft: number): number {
  return Math.hypot(
    wayBetween(station, place).distance_nm,
    (altitude_ft - station.elevation_ft) / FEET_PER_NAUTICAL_MILE
  );
}

/** Farthest a VHF signal reaches over a smooth sea, NM: 1.23 (√h₁ + √h₂), heights in ft. */
export function lineOfSight(station: Station, altitude_ft: number): number {
  return 1.23 * (Math.sqrt(Math.max(0, station.elevation_ft)) + Math.sqrt(Math.max(0, altitude_ft)));
}

/** @throws Rejection when the world has no station of this ident */
export function stationById(world: World, id: string, field = 'station'): Station {
  const found = world.stations.find((station) => station.id === id);
  if (!found) throw new Rejection(field, id, `one of ${world.stations.map((s) => s.id).join(', ')}`);
  return found;
}

function vorById(world: World, id: string, field: string): Vor {
  const station = stationById(world, id, field);
  if (station.kind !== 'vor') throw new Rejection(field, id, 'a VOR: only a VOR has radials');
  return station;
}

/** @throws Rejection when the world has no localizer of this ident */
export function localizerById(world: World, id: string, field: string): Localizer {
  const station = stationById(world, id, field);
  if (station.kind !== 'localizer') throw new Rejection(field, id, 'a localizer');
  return station;
}

/** Two radials that cross at less than this say little about where. */
export const LEAST_CROSSING_DEG = 15;
const FARTHEST_CROSSING_NM = 200;

/**
 * Where a fix lies.
 * @throws Rejection naming a station that is not there, or radials that do not cross
 */
export function placeOfFix(world: World, fix: Fix, field = 'at'): Place {
  const { at } = fix;
  if ('latitude_deg' in at) return at;
  const vor = vorById(world, at.station, `${field}.station`);
  const azimuth = at.radial_deg + vor.alignment_deg;
  if ('distance_nm' in at) return placeAt(vor, azimuth, at.distance_nm);
  const other = vorById(world, at.other, `${field}.other`);
  // Along the first radial until it is seen on the second.
  const off = (distance: number) =>
    normaliseSigned(radialAt(other, placeAt(vor, azimuth, distance)) - at.otherRadial_deg);
  let low = 0.1;
  let lowOff = off(low);
  for (let high = 2; high <= FARTHEST_CROSSING_NM; high += 2) {
    const highOff = off(high);
    if (lowOff * highOff <= 0 && Math.abs(lowOff - highOff) < 180) {
      const side = lowOff;
      const { from } = edgeBetween((distance) => off(distance) * side <= 0, low, high);
      return placeAt(vor, azimuth, from);
    }
    low = high;
    lowOff = highOff;
  }
  throw new Rejection(
    field,
    `${at.station} ${at.radial_deg}° and ${at.other} ${at.otherRadial_deg}°`,
    `two radials that cross within ${FARTHEST_CROSSING_NM} NM`
  );
}

/** `placeByName` for who asks many times a second of a world that stays as it is: a crossing is worked out once. */
export function placesByName(world: World): (id: string) => Place {
  const known = new Map<string, Place>();
  return (id) => {
    const place = known.get(id) ?? placeByName(world, id);
    known.set(id, place);
    return place;
  };
}

/** Place of anything in the world that has a name: a station or a fix. @throws Rejection when there is none */
export function placeByName(world: World, id: string, field = 'fix'): Place {
  const fix = world.fixes.find((f) => f.id === id);
  return fix ? placeOfFix(world, fix) : stationById(world, id, field);
}
