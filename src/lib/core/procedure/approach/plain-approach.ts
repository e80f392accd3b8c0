import { wayBetween } from '../../earth/geodesic';
import { asCourse } from '../../measure/angle';
import type { Runway, World } from '../../radio/world';
import type { Approach, Leg, MinimumLine } from './approach';
import { heightOnPath } from './vertical-path';

/** Fixes of a plain approach, NM before the threshold, and what it is left to be named. */
const FINAL_FIX_NM = 5;
const FIRST_FIX_NM = 10;
const FIRST_FIX = 'FIRST';
const FINAL_FIX = 'FINAL';
const PATH = { angle_deg: 3, crossing_ft: 50 };
/** A localizer whose station stands this near a runway's end, on its course, is that runway's. */
const ITS_RUNWAY_NM = 3;
const ITS_COURSE_DEG = 10;
const FIRST_ABOVE_FINAL_FT = 900;
const DECISION_FT = 200;
const MINIMUM_FT = 500;

const hundreds = (feet: number) => Math.round(feet / 100) * 100;

/**
 * A whole plain approach to a runway, to be made over after a chart: straight in by its localizer where the world has one, by
 * waypoints otherwise, with a fix to begin at, a final fix, and a missed approach back to the first. It has no problems.
 * @param variation_deg of the area, + = east
 */
export function plainApproach(world: World, runway: Runway, variation_deg: number): Approach {
  const localizer =
    world.stations.find(
      (s) =>
        s.kind === 'localizer' &&
        s.runway.endsWith(runway.name) &&
        Math.abs(s.course_deg - runway.course_deg) < ITS_COURSE_DEG &&
        wayBetween(s, runway).distance_nm < ITS_RUNWAY_NM
    ) ?? null;
  const path =
    localizer?.kind === 'localizer' && localizer.glideSlope
      ? { ...PATH, angle_deg: localizer.glideSlope.angle_deg }
      : PATH;
  const finalCourse_deg =
    localizer?.kind === 'localizer' ? localizer.course_deg : asCourse(Math.round(runway.course_deg));
  const elevation_ft = Math.round(runway.elevation_ft);
  const final_ft = hundreds(elevation_ft + heightOnPath(path, FINAL_FIX_NM));
  const first_ft = final_ft + FIRST_ABOVE_FINAL_FT;
  const guided: Pick<Leg, 'guide' | 'station'> = localizer
    ? { guide: 'localizer', station: localizer.id }
    : { guide: 'waypoints' };
  const to = (fix: string, role: Leg['role'], above_ft?: number): Leg => ({
    type: localizer ? 'CF' : 'TF',
    fix,
    ...(localizer ? { course_deg: finalCourse_deg } : {}),
    role: role!,
    ...guided,
    ...(above_ft === undefined ? {} : { altitude: { above_ft } })
  });
  const minimum = { altitude_ft: elevation_ft + MINIMUM_FT, visibility_sm: 1 };
  const line = (name: string, kind: 'DA' | 'MDA', each = minimum): MinimumLine => ({
    line: name,
    kind,
    A: each,
    B: each,
    C: each,
    D: each
  });
  const decision = { altitude_ft: elevation_ft + DECISION_FT, visibility_sm: 0.5 };
  const hasPath = localizer?.kind === 'localizer' && localizer.glideSlope !== undefined;
  return {
    id: `${runway.airport.toLowerCase()}-${localizer ? 'ils' : 'rnav'}-${runway.name.toLowerCase()}-own`,
    world: world.id,
    name: `${hasPath ? 'ILS' : localizer ? 'LOC' : 'RNAV'} ${runway.name}`,
    kind: hasPath ? 'ils' : localizer ? 'localizer' : 'lnav',
    airport: runway.airport,
    runway: runway.name,
    edition: '',
    variation_deg,
    airportElevation_ft: elevation_ft,
    touchdownElevation_ft: elevation_ft,
    safeAltitude_ft: first_ft + 500,
    finalCourse_deg,
    station: localizer?.id ?? null,
    path,
    fixes: [
      { id: FIRST_FIX, at: { onFinal_nm: FIRST_FIX_NM } },
      { id: FINAL_FIX, at: { onFinal_nm: FINAL_FIX_NM } }
    ],
    transitions: [],
    final: [
      { type: 'IF', fix: FIRST_FIX, role: 'intermediate', ...guided, altitude: { above_ft: first_ft } },
      to(FINAL_FIX, 'final', final_ft),
      to(`RW${runway.name}`, 'missed approach point')
    ],
    missed: {
      legs: [
        { type: 'CA', course_deg: finalCourse_deg, altitude: { above_ft: hundreds(elevation_ft + 1000) } },
        { type: 'DF', fix: FIRST_FIX, turn: 'right', guide: 'waypoints', altitude: { above_ft: first_ft } },
        {
          type: 'HM',
          fix: FIRST_FIX,
          course_deg: finalCourse_deg,
          turn: 'right',
          leg_s: 60,
          guide: 'waypoints',
          altitude: { above_ft: first_ft }
        }
      ]
    },
    minimums: hasPath
      ? [line('ILS', 'DA', decision), line('LOC', 'MDA')]
      : [line(localizer ? 'LOC' : 'LNAV', 'MDA')],
    notes: []
  };
}
