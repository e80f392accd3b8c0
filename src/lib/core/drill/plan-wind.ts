import { windAt, windFromVelocity, type Wind } from '../air/wind';
import { normaliseBearing } from '../measure/angle';
import type { TrainingArea } from '../earth/training-area';
import type { LessonPlan } from './lesson-plan';
import { panelTurn, type Reference } from './reference';

/** The wind a plan has at a height (ft MSL), by magnetic north: between its layers as the air itself has it. */
export function windOfPlan(plan: LessonPlan, altitude_ft: number): Wind {
  return plan.windLayers.length > 0
    ? windFromVelocity(windAt(plan.windLayers, altitude_ft))
    : { from_deg: plan.windFrom_deg, speed_kt: plan.windSpeed_kt };
}

/** The wind at the height the lesson begins at, by magnetic north. */
export function windAtStart(plan: LessonPlan): Wind {
  return windOfPlan(plan, plan.startAltitude_ft);
}

/** The wind at a height (left out: that the lesson begins at), by a north that is so many degrees west of the magnetic one. */
export function windAboutNorth(
  plan: LessonPlan,
  turned_deg: number,
  altitude_ft = plan.startAltitude_ft
): Wind {
  const wind = windOfPlan(plan, altitude_ft);
  return { from_deg: normaliseBearing(wind.from_deg + turned_deg), speed_kt: wind.speed_kt };
}

/** The same wind by the north of a fix, where there is one: what courses and holds about it are solved in. */
export function windAboutFix(
  { area, plan }: { area: TrainingArea; plan: LessonPlan },
  reference: Reference | null,
  altitude_ft = plan.startAltitude_ft
): Wind {
  return windAboutNorth(plan, panelTurn(reference, area), altitude_ft);
}
