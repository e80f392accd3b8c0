/** What a recording of a point that is moved through the wind would hold. */
import { aircraftCatalogue } from '../../src/lib/core/aircraft/catalogue';
import { windVelocity } from '../../src/lib/core/air/wind';
import { tasOf } from '../../src/lib/core/drill/goal-in-air';
import type { Lesson } from '../../src/lib/core/drill/lesson';
import { windAboutFix } from '../../src/lib/core/drill/plan-wind';
import { placeOnPlane } from '../../src/lib/core/earth/local-plane';
import type { Sample } from '../../src/lib/core/flight/channels';
import { normaliseBearing } from '../../src/lib/core/measure/angle';

const radians = (angle: number) => (angle * Math.PI) / 180;

export interface DrawnMoment {
  time_s: number;
  index: number;
  /** From the lesson's fix, on its own north, NM. */
  north: number;
  east: number;
  heading: number;
  bank: number;
}

/** What a recording of this point would hold at a moment. */
export function drawnSample(
  lesson: Lesson,
  { time_s, index, north, east, heading, bank }: DrawnMoment
): Sample {
  const { plan, area } = lesson;
  const { goal } = lesson.drill.phases[index]!;
  const { origin } = lesson.navigation!;
  const tas = tasOf(goal, plan);
  const air = windVelocity(windAboutFix(lesson, origin));
  const north_rad = radians(origin.north_deg);
  const over = [
    tas * Math.cos(radians(heading)) + air.north,
    tas * Math.sin(radians(heading)) + air.east
  ] as const;
  const onPanel = (angle: number) => normaliseBearing(angle + origin.north_deg - area.variation_deg);
  return {
    ...placeOnPlane(
      origin.place,
      1852 * (north * Math.cos(north_rad) - east * Math.sin(north_rad)),
      1852 * (north * Math.sin(north_rad) + east * Math.cos(north_rad))
    ),
    altitude_ft: plan.startAltitude_ft + 12 * Math.sin(time_s / 17),
    trueAltitude_ft: plan.startAltitude_ft,
    ias_kt: goal.ias_kt + 1.5 * Math.sin(time_s / 11),
    trueIas_kt: goal.ias_kt,
    tas_kt: tas,
    groundspeed_kt: Math.hypot(...over),
    bank_deg: bank,
    trueBank_deg: bank,
    heading_deg: onPanel(heading),
    trueHeading_deg: onPanel(heading),
    track_deg: onPanel((Math.atan2(over[1], over[0]) * 180) / Math.PI),
    throttle: 0.6,
    loadFactor: 1,
    angleOfAttack_deg: 3,
    gear: aircraftCatalogue[0]!.gear.retractable ? 0 : 1
  };
}
