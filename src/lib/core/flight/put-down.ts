import { STATE, type AirplaneState, type Controls } from '../aircraft/airplane-state';
import { trim, type Trim } from '../aircraft/trim';
import type { Goal } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import { conditionOfGoal } from '../drill/settings';
import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { RADIANS_PER_DEGREE } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import { METRES_PER_NAUTICAL_MILE } from '../measure/units';
import type { Placing } from './command';
import type { ObservedAir } from './observed-air';
import { headInWind } from './start-of-flight';

/** So far from the middle of its area an airplane is put down at most, and so high above its ground at least. */
const MOST_NM = 120;
const LEAST_HEIGHT_FT = 100;

/**
 * The airplane as it is put down elsewhere: trimmed as the phase asks that is flown from there, or with flaps and gear as they are; where, on the plane that touches the earth
 * at `origin`, null where it stays. @throws Rejection where it cannot fly so, or there is no room to
 */
function placedAirplane(
  lesson: Lesson,
  { at, altitude_ft, speed_kt, verticalSpeed_fpm = 0, phase }: Placing,
  levers: Pick<Controls, 'flapsTarget_deg' | 'gearTarget'>,
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
  const asked = lesson.drill.phases.find(({ id }) => id === phase)?.goal;
  const goal: Goal = {
    ...lesson.drill.phases[0]!.goal,
    vertical:
      verticalSpeed_fpm === 0
        ? { kind: 'level', altitude_ft }
        : { kind: 'rate', to_ft: altitude_ft, verticalSpeed_fpm },
    ias_kt: speed_kt,
    flaps_deg: asked?.flaps_deg ?? levers.flapsTarget_deg,
    gear: asked?.gear ?? levers.gearTarget
  };
  const trimmed = trim(lesson.aircraft, conditionOfGoal(lesson, goal, altitude_ft));
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

/**
 * Puts the airplane down elsewhere, in the wind of that height: state and levers are then as they are there; the fuel stays.
 * @throws Rejection, with nothing changed, where it cannot fly so, or there is no room to
 */
export function putDown(
  lesson: Lesson,
  asked: Placing,
  {
    state,
    controls,
    observed,
    origin,
    time_s
  }: { state: AirplaneState; controls: Controls; observed: ObservedAir; origin: Place; time_s: number }
): void {
  const { trimmed, at } = placedAirplane(lesson, asked, controls, origin);
  const before = { north: state[STATE.north]!, east: state[STATE.east]!, fuel: state[STATE.fuel]! };
  state.set(trimmed.state);
  state[STATE.fuel] = before.fuel;
  state[STATE.north] = at?.north_m ?? before.north;
  state[STATE.east] = at?.east_m ?? before.east;
  state[STATE.altitude] = observed.trueAltitudeFor_m(asked.altitude_ft);
  observed.setWeather(time_s, 0);
  headInWind(state, trimmed, asked.heading_deg + lesson.area.variation_deg, observed.air);
  Object.assign(controls, trimmed.controls);
}
