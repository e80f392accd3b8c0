import type { NavigationGoal } from '../drill/drill';
import { leftToTurn, normaliseBearing } from '../measure/angle';
import { LONGEST_WAY_DEG } from '../procedure/turn';
import { NEAR_STATION_NM } from '../radio/station-nearness';
import { type Steering, straight, type SteeringOrder } from './steering';

/** A place that is seen can be flown to more closely than a station whose needle swings. */
const NEAR_SEEN_NM = 0.1;
/** A turn that is asked for is done so close to its end. */
const TURNED_DEG = 30;

/** Goes straight to a fix, by the turn that is asked for where one is. */
export function directFlyer(steering: Steering) {
  const { sense } = steering;
  let turned = false;
  return {
    begin() {
      turned = false;
    },
    /** The bearing to the fix, with what the wind asks for; close to it the heading stays. */
    fly(
      time_s: number,
      heading_deg: number,
      { turn }: Extract<NavigationGoal, { kind: 'direct' }>
    ): SteeringOrder {
      const near_nm = steering.reference.bySight ? NEAR_SEEN_NM : NEAR_STATION_NM;
      const turns = turn !== null && !turned;
      if (!turns && sense.distance_nm() < near_nm) return straight(steering.order.heading_deg);
      const wanted = steering.headingFor(normaliseBearing(sense.radial_deg() + 180));
      const order = steering.hold(time_s, wanted);
      if (!turns) return order;
      turned = leftToTurn(turn, heading_deg, wanted, 360 - LONGEST_WAY_DEG) < TURNED_DEG;
      return turned ? order : { ...order, direction: turn === 'right' ? 1 : -1 };
    }
  };
}
