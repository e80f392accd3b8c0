import type { NavigationGoal } from '../drill/drill';
import { DEGREES_PER_RADIAN, normaliseBearing, normaliseSigned } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { straight, type Steering, type SteeringOrder } from './steering';

/** Degrees turned in for each mile outside, and at most. */
const GAIN_DEG_PER_NM = 35;
const MOST_INWARD_DEG = 25;
/** A new heading along the arc every so often. */
const STEP_S = 5;
/** Who goes wide turns only after so much of the radial. */
const WIDE_STEP_DEG = 32;

export interface ArcFlyer {
  begin(): void;
  fly(time_s: number, goal: Extract<NavigationGoal, { kind: 'arc' }>): SteeringOrder;
}

/** Flies arcs by a heading at a time. */
export function arcFlyer(steering: Steering): ArcFlyer {
  const { sense, habits, told } = steering;
  let lastRadial: number | null = null;
  return {
    begin() {
      lastRadial = null;
    },
    fly(time_s, { direction, radius_nm }) {
      const radial = sense.radial_deg();
      const wide = habits.widensArc > 0;
      const due = wide
        ? lastRadial === null || Math.abs(normaliseSigned(radial - lastRadial)) > WIDE_STEP_DEG
        : time_s - steering.order.at_s > STEP_S;
      if (!due) return straight(steering.order.heading_deg);
      if (wide && lastRadial !== null) told('widensArc', time_s);
      lastRadial = radial;
      const error = sense.distance_nm() - radius_nm;
      const ahead = wide ? 0 : ((steering.tas_kt * STEP_S) / 3600 / radius_nm) * DEGREES_PER_RADIAN;
      const inward = wide ? 0 : clamp(GAIN_DEG_PER_NM * error, -MOST_INWARD_DEG, MOST_INWARD_DEG);
      const way = normaliseBearing(radial + direction * (90 + ahead / 2 + inward));
      steering.order = { heading_deg: steering.headingFor(way), at_s: time_s };
      return straight(steering.order.heading_deg);
    }
  };
}
