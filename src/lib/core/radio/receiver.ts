import { isNearer, wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing, normaliseSigned } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { FEET_PER_NAUTICAL_MILE } from '../measure/units';
import { lineOfSight, type Vor } from './station-geometry';
import type { Station } from './world';

/** Where a receiver is. */
export interface ReceiverPlace extends Place {
  altitude_ft: number;
}

/** Where the airplane is and how it lies, for its antennas. */
export interface Antennas extends ReceiverPlace {
  trueHeading_deg: number;
  /** As the panel shows it: what a bearing is read against. */
  shownHeading_deg: number;
  bank_deg: number;
  /** What a receiver of waypoints knows of its own speed over the ground; left out: it turns at each of them. */
  groundspeed_kt?: number;
  /** As the altimeter shows it; left out: the true altitude. */
  shownAltitude_ft?: number;
}

/** What a course needle shows. Deflection −1…+1, + = right = fly right; it may be asked for beyond and is then at its stop. */
export interface NeedleShown {
  deflection: number;
  toFrom: 'to' | 'from' | null;
  /** False with the flag out: nothing that can be used is received. */
  valid: boolean;
}

export const VOR_FULL_SCALE_DEG = 10;
/** A beacon has no course needle: tracking it is held to this angle, as a VOR's needle is. */
export const NDB_FULL_SCALE_DEG = 10;
/** Within this angle of the vertical a VOR's needle is restless. */
const RESTLESS_DEG = 50;
/** Within this one its signal is too weak: the flag comes out. */
const INNER_CONE_DEG = 22;

/** Whether a station's signal is received here: within its service range, and for VHF above the horizon. */
export function isReceived(
  station: Station,
  place: ReceiverPlace,
  distance_nm = wayBetween(station, place).distance_nm
): boolean {
  if (distance_nm > station.range_nm) return false;
  return station.kind === 'ndb' || distance_nm <= lineOfSight(station, place.altitude_ft);
}

/** Angle from the vertical over the station, degrees; 90 where the airplane is no higher than it. */
function fromVertical(station: Station, altitude_ft: number, distance_nm: number): number {
  const height_nm = (altitude_ft - station.elevation_ft) / FEET_PER_NAUTICAL_MILE;
  return height_nm > 0 ? Math.atan2(distance_nm, height_nm) * DEGREES_PER_RADIAN : 90;
}

/** Whether the airplane is in the inner cone over a station, where nothing usable is received. */
function inInnerCone(station: Station, altitude_ft: number, distance_nm: number): boolean {
  return fromVertical(station, altitude_ft, distance_nm) < INNER_CONE_DEG;
}

/** How restless a VOR's needle is over the station: 0 outside the cone, growing to 1 over the antenna. */
export function restlessness(station: Station, altitude_ft: number, distance_nm: number): number {
  return Math.max(0, 1 - fromVertical(station, altitude_ft, distance_nm) / RESTLESS_DEG);
}

/** Full-scale deflection for an angle off a course, by its sine so that it turns back behind the station. */
export function vorDeflection(
  radial_deg: number,
  course_deg: number
): { deflection: number; toFrom: 'to' | 'from' } {
  const off = (radial_deg - course_deg) * RADIANS_PER_DEGREE;
  const angle = Math.asin(clamp(Math.sin(off), -1, 1)) * DEGREES_PER_RADIAN;
  return { deflection: clamp(-angle / VOR_FULL_SCALE_DEG, -1, 1), toFrom: Math.cos(off) < 0 ? 'to' : 'from' };
}

/** A VOR's needle for a selected course: by course and radial alone, whatever the heading. */
export function vorNeedle(
  vor: Vor,
  place: ReceiverPlace,
  course_deg: number
): NeedleShown & { radial_deg: number; distance_nm: number } {
  const { azimuth_deg, distance_nm } = wayBetween(vor, place);
  const radial_deg = normaliseBearing(azimuth_deg - vor.alignment_deg);
  const shown = vorDeflection(radial_deg, course_deg);
  const valid = isReceived(vor, place, distance_nm) && !inInnerCone(vor, place.altitude_ft, distance_nm);
  return { ...shown, toFrom: valid ? shown.toFrom : null, valid, radial_deg, distance_nm };
}

/**
 * A localizer's needle: angular about its course, front and back, whatever course is selected. Behind the antenna the
 * sense is reversed for who flies the front course outbound, as the beam itself does not know.
 * @param variation_deg at the station, + = east: its course is magnetic
 */
export function localizerNeedle(
  localizer: Extract<Station, { kind: 'localizer' }>,
  place: ReceiverPlace,
  variation_deg: number
): NeedleShown {
  const { azimuth_deg, distance_nm } = wayBetween(localizer, place);
  const from = normaliseSigned(azimuth_deg - variation_deg - localizer.course_deg - 180);
  const angle = Math.abs(from) <= 90 ? from : normaliseSigned(180 - from);
  return {
    deflection: clamp(angle / localizer.halfWidth_deg, -1, 1),
    toFrom: null,
    valid: isReceived(localizer, place, distance_nm) && Math.abs(angle) <= LOCALIZER_COVERS_DEG
  };
}
const LOCALIZER_COVERS_DEG = 35;

/** A linear needle: cross-track distance over the full scale of the phase (NM; + = right of track). */
export function rnavDeflection(crossTrack_nm: number, fullScale_nm: number): number {
  return clamp(-crossTrack_nm / fullScale_nm, -1, 1);
}
/** Full scale by phase of flight, NM. */
export const RNAV_FULL_SCALE_NM = { enroute: 2, terminal: 1, approach: 0.3 } as const;

/** DME: slant range, NM, or null when nothing is received. */
export function dmeDistance(station: Station, place: ReceiverPlace): number | null {
  if ((station.kind !== 'vor' && station.kind !== 'localizer') || !station.dme) return null;
  const { distance_nm } = wayBetween(station, place);
  if (!isReceived(station, place, distance_nm)) return null;
  return Math.hypot(distance_nm, (place.altitude_ft - station.elevation_ft) / FEET_PER_NAUTICAL_MILE);
}

/** What DME computes for groundspeed: right only straight toward or away. @param before and after slant ranges */
export function dmeGroundspeed(before_nm: number, after_nm: number, seconds: number): number {
  return (Math.abs(after_nm - before_nm) / seconds) * 3600;
}

/**
 * ADF pointer, degrees from the nose, (−180, 180], + = right; null when nothing is received. The loop lies in the airplane's
 * plane, so that a bank dips the pointer toward the low wing by the signal's own slope.
 * @param trueHeading_deg of the airplane; @param bank_deg + = right
 */
export function adfPointer(
  ndb: Station,
  place: ReceiverPlace,
  trueHeading_deg: number,
  bank_deg: number
): number | null {
  const { distance_nm, azimuth_deg } = wayBetween(place, ndb);
  if (!isReceived(ndb, place, distance_nm)) return null;
  const relative = (azimuth_deg - trueHeading_deg) * RADIANS_PER_DEGREE;
  const below = (place.altitude_ft - ndb.elevation_ft) / FEET_PER_NAUTICAL_MILE / Math.max(0.05, distance_nm);
  const bank = bank_deg * RADIANS_PER_DEGREE;
  const right = Math.sin(relative) * Math.cos(bank) + below * Math.sin(bank);
  return normaliseSigned(Math.atan2(right, Math.cos(relative)) * DEGREES_PER_RADIAN);
}

/** A marker is heard within its fan: about a mile across the course, less along it, growing with height. */
export function markerHeard(marker: Station, place: ReceiverPlace): boolean {
  if (marker.kind !== 'marker') return false;
  const height_nm = Math.max(0, place.altitude_ft - marker.elevation_ft) / FEET_PER_NAUTICAL_MILE;
  return height_nm < 0.8 && isNearer(marker, place, Math.min(marker.range_nm, 0.12 + 0.6 * height_nm));
}
