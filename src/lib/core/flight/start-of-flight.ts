import {
  STATE,
  attitudeOf,
  setAttitude,
  type AirplaneState,
  type AirSample
} from '../aircraft/airplane-state';
import { rigidBody } from '../aircraft/rigid-body';
import { trim, type Trim } from '../aircraft/trim';
import type { Lesson } from '../drill/lesson';
import { conditionOfGoal } from '../drill/settings';
import { RADIANS_PER_DEGREE } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import { METRES_PER_NAUTICAL_MILE } from '../measure/units';
import { observer } from './observed-air';
import { weatherInFlight } from './weather-in-flight';

/**
 * The airplane as a lesson begins: trimmed level at its speed and altitude, on its heading, in its wind and, by radio, at its
 * place. @throws Rejection when the airplane cannot fly the plan's starting condition, naming the field
 */
export function startOfFlight(lesson: Lesson) {
  const { plan, aircraft, area, drill } = lesson;
  const start = trim(
    aircraft,
    conditionOfGoal(
      lesson,
      {
        ...drill.phases[0]!.goal,
        ias_kt: plan.startSpeed_kt,
        vertical: { kind: 'level', altitude_ft: plan.startAltitude_ft },
        flaps_deg: 0,
        gear: 0
      },
      plan.startAltitude_ft
    )
  );
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
