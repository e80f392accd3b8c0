import {
  STATE,
  attitudeOf,
  setAttitude,
  type AirplaneState,
  type AirSample,
  type Controls
} from '../aircraft/airplane-state';
import { rigidBody } from '../aircraft/rigid-body';
import { trim, type Trim } from '../aircraft/trim';
import type { Goal } from '../drill/drill';
import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import type { Lesson } from '../drill/lesson';
import { conditionOfGoal } from '../drill/settings';
import { RADIANS_PER_DEGREE } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import { METRES_PER_NAUTICAL_MILE } from '../measure/units';
import type { Placing } from './command';
import { observer } from './observed-air';
import { weatherInFlight } from './weather-in-flight';

/**
 * The airplane as a lesson begins: trimmed level at its speed and altitude, on its heading, in its wind and, by radio, at its
 * place. @throws Rejection when the airplane cannot fly the plan's starting condition, naming the field
 */
export function startOfFlight(lesson: Lesson) {
  const { plan, aircraft, area, drill } = lesson;
  const start = trimmedLevel(lesson, {
    ...drill.phases[0]!.goal,
    ias_kt: plan.startSpeed_kt,
    vertical: { kind: 'level', altitude_ft: plan.startAltitude_ft },
    flaps_deg: 0,
    gear: 0
  });
  if (start.kind === 'impossible')
    throw new Rejection('startSpeed_kt', plan.startSpeed_kt, start.explanation);

  const body = rigidBody(aircraft);
  const state = start.state.slice();
  const weather = weatherInFlight(plan, area.variation_deg);
  const observed = observer(lesson, weather, state, body.specificForce_mps2);
  state[STATE.altitude] = observed.trueAltitudeFor_m(plan.startAltitude_ft);
  observed.setWeather(0, 0);
  headInWind(state, start, lesson.start.heading_deg + area.variation_deg, observed.air);

  const { navigation } = lesson;
  // About a fix the plane touches the earth there, and north is the fix's for radials.
  const origin = navigation?.origin.place ?? area;
  if (navigation) {
    const bearing_rad = (lesson.start.radial_deg + navigation.origin.north_deg) * RADIANS_PER_DEGREE;
    const distance_m = lesson.start.distance_nm * METRES_PER_NAUTICAL_MILE;
    state[STATE.north] = distance_m * Math.cos(bearing_rad);
    state[STATE.east] = distance_m * Math.sin(bearing_rad);
  }
  return { start, body, state, weather, observed, origin };
}

/** The airplane trimmed for a goal that is level. */
export function trimmedLevel(lesson: Lesson, goal: Goal) {
  const { vertical } = goal;
  if (vertical.kind !== 'level') throw new RangeError('a goal that is level');
  return trim(lesson.aircraft, conditionOfGoal(lesson, goal, vertical.altitude_ft));
}

/** So far from the middle of its area an airplane is put down at most, and so high above its ground at least. */
const MOST_NM = 120;
const LEAST_HEIGHT_FT = 100;

/**
 * The airplane as it is put down elsewhere: trimmed level with these flaps and this gear; where, on the plane that touches the earth
 * at `origin`, null where it stays. @throws Rejection where it cannot fly so, or there is no room to
 */
export function placedAirplane(
  lesson: Lesson,
  { at, altitude_ft, speed_kt }: Placing,
  { flapsTarget_deg, gearTarget }: Pick<Controls, 'flapsTarget_deg' | 'gearTarget'>,
  origin: Place
): { trimmed: Trim; at: { north_m: number; east_m: number } | null } {
  const { area } = lesson;
  const least_ft = area.groundElevation_ft + LEAST_HEIGHT_FT;
  if (altitude_ft < least_ft)
    throw new Rejection(
      'altitude_ft',
      altitude_ft,
      `at least ${Math.ceil(least_ft)} ft: the ground is there`
    );
  if (at && wayBetween(area, at).distance_nm > MOST_NM)
    throw new Rejection(
      'at',
      `${at.latitude_deg}, ${at.longitude_deg}`,
      `a place within ${MOST_NM} NM of ${area.name}`
    );
  const trimmed = trimmedLevel(lesson, {
    ...lesson.drill.phases[0]!.goal,
    vertical: { kind: 'level', altitude_ft },
    ias_kt: speed_kt,
    flaps_deg: flapsTarget_deg,
    gear: gearTarget
  });
  if (trimmed.kind === 'impossible') throw new Rejection('speed_kt', speed_kt, trimmed.explanation);
  if (!at) return { trimmed, at: null };
  const way = wayBetween(origin, at);
  const azimuth_rad = way.azimuth_deg * RADIANS_PER_DEGREE;
  const distance_m = way.distance_nm * METRES_PER_NAUTICAL_MILE;
  return {
    trimmed,
    at: { north_m: distance_m * Math.cos(azimuth_rad), east_m: distance_m * Math.sin(azimuth_rad) }
  };
}

/** Puts a trimmed airplane on a true heading: its velocity is through the air; over the earth the wind comes on top. */
export function headInWind(
  state: AirplaneState,
  trimmed: Trim,
  trueHeading_deg: number,
  air: AirSample
): void {
  const heading_rad = trueHeading_deg * RADIANS_PER_DEGREE;
  setAttitude(state, { ...attitudeOf(state), heading_rad });
  const along = air.windNorth_mps * Math.cos(heading_rad) + air.windEast_mps * Math.sin(heading_rad);
  const across = -air.windNorth_mps * Math.sin(heading_rad) + air.windEast_mps * Math.cos(heading_rad);
  state[STATE.forward]! += along * Math.cos(trimmed.pitch_deg * RADIANS_PER_DEGREE);
  state[STATE.down]! += along * Math.sin(trimmed.pitch_deg * RADIANS_PER_DEGREE);
  state[STATE.right]! += across;
}
