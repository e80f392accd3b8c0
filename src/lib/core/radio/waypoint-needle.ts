import { STANDARD_RATE_DEGPS, turnRadius } from '../air/level-turn';
import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { RADIANS_PER_DEGREE, normaliseBearing, turnFromTo } from '../measure/angle';
import type { RadioSettings } from './radio-settings';
import { RNAV_FULL_SCALE_NM, rnavDeflection, type Antennas } from './receiver';
import { finalScaleAt, receivedFinal, serviceOf, type RnavFinal } from './rnav-final';

/** What a receiver of waypoints remembers: which leg it is on, since where, and of which waypoints. */
export interface WaypointMemory {
  leg: number;
  fromLatitude: number;
  fromLongitude: number;
  legsKey: number;
}

/** What a receiver has loaded beyond waypoints: the final of an approach, and its curves. */
export interface Loaded {
  final: RnavFinal | null;
  curves: readonly RnavCurve[];
}

/** A leg that leads round a centre from one waypoint to the next, as a receiver has it loaded. */
export interface RnavCurve {
  from: string;
  to: string;
  centre: Place;
  turn: 'left' | 'right';
}

/** Within this distance of the last waypoint the scale is that of a terminal. */
const TERMINAL_NM = 30;
const enrouteScale = (distance_nm: number) =>
  distance_nm <= TERMINAL_NM ? RNAV_FULL_SCALE_NM.terminal : RNAV_FULL_SCALE_NM.enroute;
/** Farther from a waypoint than this nobody has passed it. */
const SEQUENCED_WITHIN_NM = 5;
/** A turn by more than this is led as this one. */
const LARGEST_FLY_BY_DEG = 120;

/**
 * The needle along waypoints one after the other, linear to each; the next leg is taken up where a turn joins it, but not beyond the end
 * of the final: there it stays until one goes on. @param variation_deg by which courses are magnetic, + = east
 * @returns null without waypoints
 * @throws Rejection when a waypoint is not in the world
 */
export function waypointNeedle(
  placeOf: (id: string) => Place,
  { final, curves }: Loaded,
  variation_deg: number,
  memory: WaypointMemory,
  settings: RadioSettings,
  at: Antennas
) {
  const { legs, course_deg } = settings.rnav;
  const key = keyOf(legs);
  if (key !== memory.legsKey) {
    memory.legsKey = key;
    memory.leg = 0;
    memory.fromLatitude = at.latitude_deg;
    memory.fromLongitude = at.longitude_deg;
  }
  const id = legs[memory.leg];
  if (id === undefined) return null;
  const to = placeOf(id);
  const from: Place =
    memory.leg > 0
      ? placeOf(legs[memory.leg - 1]!)
      : { latitude_deg: memory.fromLatitude, longitude_deg: memory.fromLongitude };
  const curve =
    course_deg === null
      ? curves.find((known) => known.to === id && known.from === legs[memory.leg - 1])
      : undefined;
  const { track_deg, along_nm, crossTrack_nm, distance_nm } = curve
    ? alongCurve(curve, to, at)
    : alongLine(from, to, course_deg === null ? null : course_deg + variation_deg, at);
  const next = legs[memory.leg + 1];
  // The end of a final is flown over, and what is beyond it waits for whoever decides to go around.
  const atEnd = id === final?.to;
  if (!atEnd && next !== undefined && course_deg === null && distance_nm < SEQUENCED_WITHIN_NM) {
    const onward_deg = wayBetween(to, placeOf(next)).azimuth_deg;
    const lead_nm = curve ? 0 : flyByLead_nm(at, turnFromTo(track_deg, onward_deg));
    if (along_nm >= -lead_nm) memory.leg += 1;
  }
  // With the final loaded the needle narrows toward it.
  const onFinal = final !== null && legs.includes(final.to) && legs.indexOf(final.to) >= memory.leg;
  const fullScale_nm = onFinal
    ? Math.min(enrouteScale(distance_nm), finalScaleAt(final, at))
    : enrouteScale(distance_nm);
  return {
    id,
    fullScale_nm,
    service: onFinal ? serviceOf(receivedFinal(final, at)) : null,
    // A course that is set holds its waypoint, as the end of a final does, until one says so.
    onward: (atEnd || course_deg !== null) && along_nm >= 0 ? (next ?? null) : null,
    distance_nm,
    bearing_deg: normaliseBearing(wayBetween(at, to).azimuth_deg - variation_deg),
    needle: {
      deflection: rnavDeflection(crossTrack_nm, fullScale_nm),
      toFrom: along_nm < 0 ? ('to' as const) : ('from' as const),
      valid: true,
      course_deg: normaliseBearing(Math.round(track_deg - variation_deg)) || 360,
      fullScale_deg: null
    }
  };
}

/** Where a place is along a straight leg, NM: before its end −, right of it +. @param course_deg true; null: from where the leg begins */
function alongLine(from: Place, to: Place, course_deg: number | null, at: Place) {
  const { distance_nm, azimuth_deg } = wayBetween(to, at);
  // The course is taken where the leg ends: there a great circle has it.
  const track_deg = course_deg ?? wayBetween(from, to).arrivalAzimuth_deg;
  const off = turnFromTo(track_deg + 180, azimuth_deg) * RADIANS_PER_DEGREE;
  return {
    track_deg,
    along_nm: -distance_nm * Math.cos(off),
    crossTrack_nm: -distance_nm * Math.sin(off),
    distance_nm
  };
}

/** The same along a curve: its course is the tangent where one is, its distance what is left of the arc. */
function alongCurve({ centre, turn }: RnavCurve, to: Place, at: Place) {
  const way = turn === 'right' ? 1 : -1;
  const end = wayBetween(centre, to);
  const here = wayBetween(centre, at);
  const left_deg = way * turnFromTo(here.azimuth_deg, end.azimuth_deg);
  const along_nm = -end.distance_nm * left_deg * RADIANS_PER_DEGREE;
  return {
    track_deg: here.azimuth_deg + 90 * way,
    along_nm,
    // Outside of a right turn is left of it.
    crossTrack_nm: way * (end.distance_nm - here.distance_nm),
    distance_nm: Math.abs(along_nm)
  };
}

/** How long before a waypoint the next leg is taken up, so that a turn at standard rate joins it: radius × tan(turn ÷ 2). */
function flyByLead_nm({ groundspeed_kt = 0 }: Antennas, turn_deg: number): number {
  const turn = Math.min(LARGEST_FLY_BY_DEG, Math.abs(turn_deg)) * RADIANS_PER_DEGREE;
  return turnRadius(groundspeed_kt, STANDARD_RATE_DEGPS) * Math.tan(turn / 2);
}

/** A number that differs where the waypoints do. */
function keyOf(legs: readonly string[]): number {
  let key = 7;
  for (const letter of legs.join(',')) key = (key * 31 + letter.charCodeAt(0)) % 1_000_003;
  return key;
}
