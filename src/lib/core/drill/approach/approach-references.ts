import { wayBetween } from '../../earth/geodesic';
import type { Place } from '../../earth/local-plane';
import { normaliseBearing } from '../../measure/angle';
import type { ApproachPlan } from './approach-plan';
import type { Approach, Found, Guide, Leg } from '../../procedure/approach/approach';
import { beforeThreshold, placeNamed, runwayOf } from '../../procedure/approach/approach-place';
import { finalProfile } from '../../procedure/approach/approach-profile';
import { heightOnPath } from '../../procedure/approach/vertical-path';
import { COMPUTED_PATH_SHARE, type PathLine } from '../../radio/path-line';
import type { GlideSlopeOutage } from '../../radio/glide-slope';
import { PATH_LOST_BEFORE_NM, type RnavFinal } from '../../radio/rnav-final';
import { localizerById, stationById, type Vor } from '../../radio/station-geometry';
import type { Fix, World } from '../../radio/world';
import type { Reference } from '../reference';

/** A world with the fixes an approach has of its own, and the threshold it leads to: what a receiver can be told to fly to. */
export function worldWith(world: World, approach: Approach): World {
  const known = new Set([...world.fixes.map(({ id }) => id), ...world.stations.map(({ id }) => id)]);
  const named = [
    ...approach.fixes.map(({ id }) => id),
    ...(approach.runway === null ? [] : [`RW${approach.runway}`])
  ];
  const fixes: Fix[] = named
    .filter((id) => !known.has(id))
    .map((id) => ({ id, at: plainPlace(placeNamed(world, approach, id, 'fixes')) }));
  return { ...world, fixes: [...world.fixes, ...fixes] };
}

const plainPlace = ({ latitude_deg, longitude_deg }: Place): Place => ({ latitude_deg, longitude_deg });

/** The final of an approach by waypoints as a receiver has it; null where it is flown by something else. */
export function rnavFinalOf(
  world: World,
  { approach, withoutPath, pathLost }: Pick<ApproachPlan, 'approach' | 'withoutPath' | 'pathLost'>
): RnavFinal | null {
  const { kind, path } = approach;
  if (kind !== 'lpv' && kind !== 'lnav/vnav' && kind !== 'lnav') return null;
  const { finalFix, points } = finalProfile(world, approach);
  const last = points.at(-1);
  if (!finalFix || !last) return null;
  const shown = !withoutPath && path && kind !== 'lnav';
  return {
    to: last.name,
    threshold: runwayOf(world, approach),
    finalFix_nm: finalFix.before_nm,
    scale: kind === 'lpv' && !withoutPath ? 'angular' : 'linear',
    path: shown
      ? pathOver(world, approach, runwayOf(world, approach), kind === 'lpv' ? 'space' : 'altimeter')
      : null,
    ...(shown && pathLost ? { pathLost } : {})
  };
}

/** Where the glide slope of an ILS is off the air, as planned; null where it is received throughout, or there is none. */
export function glideSlopeOutageOf(
  world: World,
  { approach, withoutPath, pathLost }: Pick<ApproachPlan, 'approach' | 'withoutPath' | 'pathLost'>
): GlideSlopeOutage | null {
  const { kind, station } = approach;
  if (kind !== 'ils' || !station || !(withoutPath || pathLost)) return null;
  const { finalFix } = finalProfile(world, approach);
  return {
    localizer: station,
    about: runwayOf(world, approach),
    within_nm: withoutPath || !finalFix ? Infinity : finalFix.before_nm + PATH_LOST_BEFORE_NM
  };
}

/** The approach's path where it passes over a place of the final course. */
export function pathOver(
  world: World,
  approach: Approach,
  place: Place,
  by: PathLine['by']
): PathLine | null {
  const { path, touchdownElevation_ft } = approach;
  if (!path) return null;
  return {
    aim: plainPlace(place),
    elevation_ft: touchdownElevation_ft + heightOnPath(path, beforeThreshold(world, approach, place)),
    angle_deg: path.angle_deg,
    fullScale_deg: COMPUTED_PATH_SHARE * path.angle_deg,
    by
  };
}

/** What a leg is flown by. */
interface Guided {
  guide: Guide;
  station: string | null;
}

/** What leads along a leg: as it says, or else its waypoints. */
export function guideOf(leg: Leg): Guided {
  const station = leg.station ?? null;
  if (leg.guide && leg.guide !== 'arc') return { guide: leg.guide, station };
  if (leg.guide === 'arc') return { guide: 'arc', station: leg.about ?? station };
  return { guide: 'waypoints', station: null };
}

/**
 * What a phase along a leg is flown about: the leg's fix, found by what leads along it.
 * @param fix name of the fix @param field for refusals
 */
export function approachReference(
  world: World,
  approach: Approach,
  fix: string,
  { guide, station: named }: Guided,
  turn: 'left' | 'right',
  found: readonly Found[],
  field: string
): Reference {
  const place = plainPlace(placeNamed(world, approach, fix, `${field}.fix`));
  const plain = placeReference(approach, fix, place, turn);
  if (guide === 'waypoints' || guide === 'heading' || named === null) return plain;
  if (guide === 'localizer' || guide === 'back course') {
    const localizer = localizerById(world, named, `${field}.station`);
    const from = wayBetween(localizer, place);
    return {
      ...plain,
      by: 'localizer',
      station: localizer,
      crossing: crossingOf(world, found, localizer.id),
      radial_deg: normaliseBearing(from.azimuth_deg - approach.variation_deg),
      distance_nm: from.distance_nm
    };
  }
  const station = stationById(world, named, `${field}.station`);
  const north_deg = station.kind === 'vor' ? station.alignment_deg : approach.variation_deg;
  const from = wayBetween(station, place);
  const over = from.distance_nm < 0.05;
  return {
    ...plain,
    by: station.kind === 'ndb' ? 'ndb' : over || !(station.kind === 'vor' && station.dme) ? 'vor' : 'dme',
    north_deg,
    station,
    crossing: crossingOf(world, found, station.id),
    radial_deg: over ? 0 : normaliseBearing(from.azimuth_deg - north_deg),
    distance_nm: over ? 0 : from.distance_nm
  };
}

/** A place of an approach by itself, found by no station. */
export function placeReference(
  { variation_deg }: Approach,
  fix: string,
  place: Place,
  turn: Reference['turn']
): Reference {
  return {
    fix,
    by: 'rnav',
    turn,
    place,
    north_deg: variation_deg,
    station: null,
    crossing: null,
    radial_deg: 0,
    distance_nm: 0
  };
}

/** A radial of another station that marks the fix: on the second radio. */
function crossingOf(world: World, found: readonly Found[], but: string): Reference['crossing'] {
  for (const way of found) {
    if (way.by !== 'radial' || way.station === but) continue;
    const station = world.stations.find(({ id, kind }) => id === way.station && kind === 'vor');
    if (station) return { station: station as Vor, radial_deg: way.deg };
  }
  return null;
}
