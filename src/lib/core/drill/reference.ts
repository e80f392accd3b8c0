import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { normaliseBearing, normaliseSigned } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import { localizerById, placeByName, stationById, type Vor } from '../radio/station-geometry';
import type { RnavFinal } from '../radio/rnav-final';
import type { Station, World } from '../radio/world';

/** What a fix can be found by. */
export const fixedBy = ['vor', 'ndb', 'dme', 'radials', 'rnav', 'localizer'] as const;
export type FixedBy = (typeof fixedBy)[number];

/** What a phase by radio is flown about: its fix, what that is found by, and which way turns go there. */
export interface Reference {
  fix: string;
  by: FixedBy;
  /** Turns of a hold, side of a course reversal, way round an arc (right: clockwise). */
  turn: 'right' | 'left';
  place: Place;
  /** The north courses about this fix stand by, + = east of true. */
  north_deg: number;
  /** What is tuned for it; null with waypoints. */
  station: Station | null;
  /** The second station of a fix by two radials, with the radial that crosses. */
  crossing: { station: Vor; radial_deg: number } | null;
  /**
   * Radial and distance of the fix from its station, by the station's north; 0 and 0 over the station itself. A localizer has
   * one course, and that is what stands here.
   */
  radial_deg: number;
  distance_nm: number;
  /** The final of an approach by waypoints that leads to it; left out: none. */
  final?: RnavFinal;
  /** It is seen out of the window: nothing is set on the radios for it. */
  bySight?: true;
}

/**
 * Looks up a fix and what it is found by. @param variation_deg of the area, what waypoints and beacons stand by
 * @param field named in refusals
 * @throws Rejection naming the fix that is not there, or cannot be found that way
 */
export function referenceOf(
  world: World,
  by: FixedBy,
  { fix, turn }: Pick<Reference, 'fix' | 'turn'>,
  variation_deg: number,
  field: string
): Reference {
  const candidates = fixesFor(world, by);
  if (!candidates.includes(fix))
    throw new Rejection(
      field,
      fix,
      candidates.length > 0 ? `one of ${candidates.join(', ')}` : `a fix by ${by}; ${world.name} has none`
    );
  const over = (station: Station | null, north_deg: number): Reference => ({
    fix,
    by,
    turn,
    place: placeByName(world, fix, field),
    north_deg,
    station,
    crossing: null,
    radial_deg: 0,
    distance_nm: 0
  });
  if (by === 'rnav') return over(null, variation_deg);
  if (by === 'localizer') {
    const station = localizerById(world, fix, field);
    return { ...over(station, variation_deg), radial_deg: station.course_deg };
  }
  if (by === 'ndb') return over(stationById(world, fix, field), variation_deg);
  if (by === 'vor') {
    const station = stationById(world, fix, field) as Vor;
    return over(station, station.alignment_deg);
  }
  const { at } = world.fixes.find(({ id }) => id === fix)!;
  if (!('station' in at)) throw new Rejection(field, fix, `a fix by ${by}`);
  const station = stationById(world, at.station, field) as Vor;
  const found = over(station, station.alignment_deg);
  return {
    ...found,
    crossing:
      'other' in at
        ? { station: stationById(world, at.other, field) as Vor, radial_deg: at.otherRadial_deg }
        : null,
    radial_deg: at.radial_deg,
    distance_nm: 'distance_nm' in at ? at.distance_nm : wayBetween(station, found.place).distance_nm
  };
}

/** Name of the station a fix is found by: its own where it is one, otherwise that of its first radial. */
export function servingStation(world: World, fix: string): string {
  const at = world.fixes.find(({ id }) => id === fix)?.at;
  return at && 'station' in at ? at.station : fix;
}

/** Names in a world that can be a fix found that way. */
export function fixesFor(world: World, by: FixedBy): string[] {
  switch (by) {
    case 'vor':
    case 'ndb':
    case 'localizer':
      return world.stations.filter((s) => s.kind === by).map((s) => s.id);
    case 'dme':
      return world.fixes.filter((f) => 'distance_nm' in f.at && hasDme(world, f.at.station)).map((f) => f.id);
    case 'radials':
      return world.fixes.filter((f) => 'other' in f.at).map((f) => f.id);
    case 'rnav':
      return [
        ...world.fixes.map((f) => f.id),
        ...world.stations.filter((s) => s.kind === 'vor').map((s) => s.id)
      ];
  }
}

function hasDme(world: World, id: string): boolean {
  return world.stations.some((s) => s.id === id && s.kind === 'vor' && s.dme);
}

/** A fix this near its station is the station. */
const OVER_NM = 0.1;

/** Over a VOR or beacon the needle runs away and says nothing; over a DME fix or waypoint it goes on. */
export function isOverStation({ by, distance_nm }: Reference): boolean {
  return (by === 'vor' || by === 'ndb') && distance_nm < OVER_NM;
}

/** What a bearing by the fix's north is less the same on the panel, whose north is the area's: added to a heading, it is by the fix. */
export function panelTurn(reference: Reference | null, area: { variation_deg: number }): number {
  return reference ? area.variation_deg - reference.north_deg : 0;
}

/** Found by the bearing of a VOR or beacon, over which it says nothing, wherever the fix itself lies. */
export function isByStation({ station }: Reference): boolean {
  return station?.kind === 'vor' || station?.kind === 'ndb';
}

/** A bearing by the fix's north as the panel shows it, [0, 360). */
export function onPanel(
  bearing_deg: number,
  reference: Reference | null,
  area: { variation_deg: number }
): number {
  return normaliseBearing(bearing_deg - panelTurn(reference, area));
}

/** Whether a course through a fix that is found on a radial runs along that radial; by a localizer, whether it is its course. */
export function runsAlongRadial({ by, radial_deg }: Reference, course_deg: number): boolean {
  if (by !== 'dme' && by !== 'radials' && by !== 'localizer') return true;
  const off = Math.abs(normaliseSigned(course_deg - radial_deg));
  return off <= 1 || off >= 179;
}
