import type { CorridorChannel } from '../drill/corridor';
import { ARC_NM } from '../drill/corridors-of-goal';
import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE } from '../measure/angle';
import { placeAt } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { windAboutFix } from '../drill/plan-wind';
import { tasOf } from '../drill/goal-in-air';
import { isNavigation, type Goal, type Phase } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import { courseLineOf } from '../drill/phase-course';
import type { Reference } from '../drill/reference';
import { planReversal } from '../procedure/course-reversal';
import { holdCircuit, solveHold } from '../procedure/hold';
import { byCourseLine } from '../radio/course-line';
import { finalScale_nm } from '../radio/rnav-final';
import { placeOfFix } from '../radio/station-geometry';
import type { Flight } from './flight';

/** A point of the plan, NM about the fix the lesson begins about, by that fix's own north. */
export interface PlanPoint {
  north_nm: number;
  east_nm: number;
}

/** What a plan view shows of a lesson, apart from what was flown. */
export interface PlanPicture {
  /** Where the lesson begins. */
  start: PlanPoint;
  /** Corridors: closed outlines. */
  lanes: PlanPoint[][];
  /** What is asked for, as lines, each with its phase and the fix it is about. */
  ideals: { phaseId: string; about: PlanPoint; points: PlanPoint[] }[];
  marks: (PlanPoint & { id: string; kind: 'vor' | 'ndb' | 'fix' })[];
  /** By the fix's north. */
  wind: { from_deg: number; speed_kt: number };
}

/** Courses are drawn at least so far from the fix, and a little beyond where the lesson begins. */
const COURSE_NM = 6;
const BEYOND_START_NM = 1;
const MARKS_WITHIN_NM = 30;
const ARC_STEP_DEG = 3;

/** Puts places on the plan. @throws when the lesson has no fix */
export function planProjection({ navigation }: Lesson): (place: Place) => PlanPoint {
  const { place, north_deg } = navigation!.origin;
  const north = {
    fix: place,
    course_deg: 0,
    north_deg,
    scale: { kind: 'distance' as const, nm: 1 }
  };
  return (place) => {
    const { along_nm, crossTrack_nm } = byCourseLine(north, place);
    return { north_nm: along_nm, east_nm: crossTrack_nm };
  };
}

/** Lanes, ideal paths, stations and wind of a lesson flown by radio; null without. */
export function planPicture(lesson: Lesson): PlanPicture | null {
  const { navigation, drill, plan } = lesson;
  if (!navigation) return null;
  const project = planProjection(lesson);
  const wind = windAboutFix(lesson, navigation.origin);
  const lanes: PlanPoint[][] = [];
  const ideals: PlanPicture['ideals'] = [];
  const arcs = drill.phases.map(({ goal }) => (goal.lateral.kind === 'arc' ? goal.lateral.radius_nm : 0));
  const reach_nm = Math.round(Math.max(COURSE_NM, lesson.start.distance_nm, ...arcs) + BEYOND_START_NM);
  for (const phase of drill.phases) {
    const { goal, corridors, reference } = phase;
    const { lateral } = goal;
    if (!isNavigation(lateral) || !reference) continue;
    const placed = (points: PlanPoint[]) => aboutOrigin(points, reference, navigation.origin, project);
    const asked = (points: PlanPoint[]) =>
      ideals.push({ phaseId: phase.id, about: placed([at(0, 0)])[0]!, points: placed(points) });
    const allowed = (channel: CorridorChannel) => corridors.find((c) => c.channel === channel)?.above ?? null;
    if (lateral.kind === 'course') {
      asked(line(lateral.course_deg, lateral.way, reach_nm));
      const share = allowed('courseShare');
      if (share !== null) lanes.push(placed(courseLane(phase, lateral, share, reach_nm)));
    } else if (lateral.kind === 'direct') continue;
    else if (lateral.kind === 'arc') {
      asked(circle(lateral.radius_nm));
      const off_nm = allowed('arcError_nm') ?? ARC_NM;
      lanes.push(
        placed([...circle(lateral.radius_nm + off_nm), ...circle(lateral.radius_nm - off_nm).reverse()])
      );
    } else procedurePath(goal, tasOf(goal, plan), windAboutFix(lesson, reference)).forEach(asked);
  }
  const known = [
    ...navigation.world.stations.flatMap((s) =>
      s.kind === 'vor' || s.kind === 'ndb' ? [{ id: s.id, kind: s.kind, place: s as Place }] : []
    ),
    ...navigation.world.fixes.map((f) => ({
      id: f.id,
      kind: 'fix' as const,
      place: placeOfFix(navigation.world, f)
    }))
  ];
  const marks = known
    .map(({ id, kind, place }) => ({ id, kind, ...project(place) }))
    .filter(({ north_nm, east_nm }) => Math.hypot(north_nm, east_nm) < MARKS_WITHIN_NM);
  const start = at(lesson.start.radial_deg, lesson.start.distance_nm);
  return { start, lanes, ideals, marks, wind };
}

const at = (bearing_deg: number, nm: number): PlanPoint => ({
  north_nm: nm * Math.cos(bearing_deg * RADIANS_PER_DEGREE),
  east_nm: nm * Math.sin(bearing_deg * RADIANS_PER_DEGREE)
});

/** Points about a phase's own fix, put about the fix the plan is drawn about. */
function aboutOrigin(
  points: PlanPoint[],
  { place, north_deg }: Reference,
  origin: Reference,
  project: (place: Place) => PlanPoint
): PlanPoint[] {
  if (place === origin.place && north_deg === origin.north_deg) return points;
  return points.map(({ north_nm, east_nm }) =>
    project(
      placeAt(
        place,
        Math.atan2(east_nm, north_nm) * DEGREES_PER_RADIAN + north_deg,
        Math.hypot(north_nm, east_nm)
      )
    )
  );
}

function line(course_deg: number, way: 'to' | 'from', reach_nm: number): PlanPoint[] {
  return [at(0, 0), at(way === 'to' ? course_deg + 180 : course_deg, reach_nm)];
}

function circle(radius_nm: number): PlanPoint[] {
  return Array.from({ length: 360 / ARC_STEP_DEG + 1 }, (_, i) => at(i * ARC_STEP_DEG, radius_nm));
}

/** The corridor along a course, by the same scale the grading takes. */
function courseLane(
  phase: Phase,
  lateral: Extract<Goal['lateral'], { kind: 'course' }>,
  share: number,
  reach_nm: number
): PlanPoint[] {
  const { radial_deg, distance_nm } = phase.reference!;
  const { scale } = courseLineOf(phase)!;
  const out = lateral.way === 'to' ? lateral.course_deg + 180 : lateral.course_deg;
  const edge = (side: 1 | -1) =>
    Array.from({ length: Math.round(reach_nm) + 1 }, (_, nm) => {
      // From the station a fix on its radial lies farther or nearer by the fix's own distance.
      const towardStation = Math.cos((out - radial_deg) * RADIANS_PER_DEGREE) < 0 ? -1 : 1;
      const away = Math.abs(distance_nm + towardStation * nm);
      const half =
        scale.kind === 'distance'
          ? share * scale.nm
          : scale.kind === 'final'
            ? share * finalScale_nm(scale.final, nm)
            : Math.max(1, distance_nm > 0 ? away : nm) * Math.sin(share * scale.deg * RADIANS_PER_DEGREE);
      const middle = at(out, nm);
      const aside = at(out + side * 90, half);
      return { north_nm: middle.north_nm + aside.north_nm, east_nm: middle.east_nm + aside.east_nm };
    });
  return [...edge(1), ...edge(-1).reverse()];
}

function procedurePath(goal: Goal, tas_kt: number, wind: PlanPicture['wind']): PlanPoint[][] {
  const { lateral } = goal;
  if (lateral.kind === 'hold') {
    const solution = solveHold(lateral.hold, { tas_kt, wind });
    return solution.kind === 'impossible' ? [] : [holdCircuit(lateral.hold, { tas_kt, wind }, solution)];
  }
  if (lateral.kind !== 'reversal') return [];
  const planned = planReversal(lateral.reversal, tas_kt, wind);
  return planned.kind === 'impossible' ? [] : [planned.points];
}

/** The way flown on the plan, one point a second. */
export function planTrack(lesson: Lesson, flight: Flight): PlanPoint[] {
  const latitude = flight.columns.get('latitude_deg');
  const longitude = flight.columns.get('longitude_deg');
  if (!latitude || !longitude) return [];
  const project = planProjection(lesson);
  return Array.from({ length: Math.ceil(flight.length / flight.rate_hz) }, (_, i) =>
    project({
      latitude_deg: latitude[i * flight.rate_hz]!,
      longitude_deg: longitude[i * flight.rate_hz]!
    })
  );
}
