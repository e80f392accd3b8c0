import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { normaliseBearing, normaliseSigned } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import type { CourseLine } from '../radio/course-line';
import { strangeRadios, type RadioSettings } from '../radio/radio-settings';
import { RNAV_FULL_SCALE_NM, VOR_FULL_SCALE_DEG } from '../radio/receiver';
import { placeByName, stationById, type Vor } from '../radio/station-geometry';
import type { Station, World } from '../radio/world';
import type { DrillFile, FixedBy } from './drill-file';
import { courseOf, type Goal } from './drill';
import type { LessonPlan } from './lesson-plan';
import type { NavigationPlan } from './navigation-plan';

/** A lesson's fix and what it is found by. */
export interface LessonNavigation extends NavigationPlan {
  world: World;
  by: FixedBy;
  place: Place;
  /** The north courses about this fix stand by, + = east of true. */
  north_deg: number;
  /** What is tuned for it; null with waypoints. */
  station: Station | null;
  /** The second station of a fix by two radials, with the radial that crosses. */
  crossing: { station: Vor; radial_deg: number } | null;
  /** Radial and distance of the fix from its station, by the station's north; 0 and 0 over the station itself. */
  radial_deg: number;
  distance_nm: number;
}

/** NDB tracking is held to this angle at full scale, as a VOR's needle is. */
const NDB_FULL_SCALE_DEG = 10;

/** What a drill by radio is usually flown with in a world. */
export function usualNavigation(file: DrillFile, world: World): NavigationPlan | null {
  if (!file.navigation) return null;
  const names = [...world.stations, ...world.fixes].map((known) => known.id);
  const fix =
    file.navigation.usualFixes.find((id) => names.includes(id)) ??
    fixesFor(world, file.navigation.by)[0] ??
    file.navigation.usualFixes[0]!;
  return {
    fix,
    turn: 'right',
    radios: file.checks.some((check) => check.kind === 'set-up') ? 'cold' : 'ready',
    errors: []
  };
}

/**
 * Looks up a lesson's fix; null where the drill needs none.
 * @throws Rejection naming the fix that is not there, or cannot be found by what the drill flies by
 */
export function lessonNavigation(
  file: DrillFile,
  plan: LessonPlan,
  world: World,
  variation_deg: number
): LessonNavigation | null {
  const usual = usualNavigation(file, world);
  if (!file.navigation || !usual) return null;
  const asked = plan.navigation ?? usual;
  const { by } = file.navigation;
  const field = 'navigation.fix';
  const candidates = fixesFor(world, by);
  if (!candidates.includes(asked.fix))
    throw new Rejection(
      field,
      asked.fix,
      candidates.length > 0 ? `one of ${candidates.join(', ')}` : `a fix by ${by}; ${world.name} has none`
    );
  for (const error of asked.errors)
    if (error.kind !== 'stuck needle') stationById(world, error.station, 'navigation.errors');
  const place = placeByName(world, asked.fix, field);
  const over = (station: Station | null, north_deg: number): LessonNavigation => ({
    ...asked,
    world,
    by,
    place,
    north_deg,
    station,
    crossing: null,
    radial_deg: 0,
    distance_nm: 0
  });
  if (by === 'rnav') return over(null, variation_deg);
  if (by === 'ndb') return over(stationById(world, asked.fix, field), variation_deg);
  if (by === 'vor') {
    const station = stationById(world, asked.fix, field) as Vor;
    return over(station, station.alignment_deg);
  }
  const { at } = world.fixes.find((fix) => fix.id === asked.fix)!;
  if (!('station' in at)) throw new Rejection(field, asked.fix, `a fix by ${by}`);
  const station = stationById(world, at.station, field) as Vor;
  return {
    ...over(station, station.alignment_deg),
    crossing:
      'other' in at
        ? { station: stationById(world, at.other, field) as Vor, radial_deg: at.otherRadial_deg }
        : null,
    radial_deg: at.radial_deg,
    distance_nm: 'distance_nm' in at ? at.distance_nm : wayBetween(station, place).distance_nm
  };
}

/** Name of the station a fix is found by: its own where it is one, otherwise that of its first radial. */
export function servingStation(world: World, fix: string): string {
  const at = world.fixes.find(({ id }) => id === fix)?.at;
  return at && 'station' in at ? at.station : fix;
}

/** Names in a world that can be a drill's fix. */
export function fixesFor(world: World, by: FixedBy): string[] {
  switch (by) {
    case 'vor':
    case 'ndb':
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

/** The course line a goal is judged by: its course at the fix, and what full scale is there. null where it has none. */
export function courseLineOf(navigation: LessonNavigation, lateral: Goal['lateral']): CourseLine | null {
  const course_deg = courseOf(lateral);
  if (course_deg === null) return null;
  return {
    fix: navigation.place,
    course_deg,
    north_deg: navigation.north_deg,
    scale:
      navigation.by === 'rnav'
        ? { kind: 'distance', nm: RNAV_FULL_SCALE_NM.terminal }
        : {
            kind: 'angle',
            deg: navigation.by === 'ndb' ? NDB_FULL_SCALE_DEG : VOR_FULL_SCALE_DEG,
            from: navigation.station!
          }
  };
}

/** How the radios are to be set for a goal: what a set-up is held against, and what `ready` begins with. */
export function radiosFor(navigation: LessonNavigation, lateral: Goal['lateral']): RadioSettings {
  const { by, station, crossing } = navigation;
  const line = courseLineOf(navigation, lateral);
  const course = Math.round(normaliseBearing(line?.course_deg ?? 360)) || 360;
  const radios: RadioSettings = {
    ...strangeRadios,
    nav1: { ...strangeRadios.nav1, course_deg: course },
    nav2: { ...strangeRadios.nav2 }
  };
  if (by === 'rnav')
    return {
      ...radios,
      source: 'rnav',
      pointer: 'rnav',
      rnav: { legs: [navigation.fix], course_deg: course }
    };
  if (station?.kind === 'ndb')
    return {
      ...radios,
      source: 'nav1',
      pointer: 'adf',
      adf: { ...radios.adf, active_kHz: station.frequency_kHz }
    };
  const vor = station as Vor;
  return {
    ...radios,
    source: 'nav1',
    pointer: 'nav1',
    nav1: { ...radios.nav1, active_MHz: vor.frequency_MHz },
    nav2: crossing
      ? {
          ...radios.nav2,
          active_MHz: crossing.station.frequency_MHz,
          course_deg: Math.round(crossing.radial_deg) || 360
        }
      : radios.nav2
  };
}

/** Whether a course through a fix that is found on a radial runs along that radial. */
export function runsAlongRadial(navigation: LessonNavigation, course_deg: number): boolean {
  if (navigation.by !== 'dme' && navigation.by !== 'radials') return true;
  const off = Math.abs(normaliseSigned(course_deg - navigation.radial_deg));
  return off <= 1 || off >= 179;
}
