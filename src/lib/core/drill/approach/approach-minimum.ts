import { cloudProblem } from '../../air/cloud';
import { precipitationProblem, visibilityIn } from '../../air/precipitation';
import { ZERO_CELSIUS_K, temperatureAt } from '../../air/atmosphere';
import type { AircraftFile } from '../../aircraft/aircraft-file';
import { Rejection } from '../../measure/rejection';
import { METRES_PER_FOOT } from '../../measure/units';
import type { Category } from '../../procedure/approach/approach';
import { categoryOf } from '../../procedure/approach/approach-category';
import { setMinimum, type SetMinimum } from '../../procedure/approach/set-minimum';
import {
  layersOf,
  seenAtMinimum,
  type Outlook,
  type SeenAtMinimum
} from '../../procedure/approach/what-is-seen';
import type { PlannedApproach } from './approach-drill';

/** The category an approach is flown in. @throws Rejection where it is too fast for any */
export function categoryOfPlan({ approach: planned }: PlannedApproach, aircraft: AircraftFile): Category {
  const category = categoryOf(aircraft.speeds.stallFlaps_kt, planned.speed_kt);
  if (!category) throw new Rejection('approach.speed_kt', planned.speed_kt, 'an approach speed below 166 kt');
  return category.category;
}

/** What is set as the minimum. @throws Rejection where nothing is authorised as things are */
export function minimumOf(plan: PlannedApproach, aircraft: AircraftFile): SetMinimum {
  const { approach: planned } = plan;
  const category = categoryOfPlan(plan, aircraft);
  const minimum = setMinimum(planned.approach, {
    ...planned,
    withoutPath: planned.withoutPath || planned.pathLost === true,
    category,
    temperature_C: temperatureOf(plan)
  });
  if (!minimum)
    throw new Rejection(
      'approach.line',
      planned.line ?? 'no line',
      `a line of the minimums that is authorised for category ${category} as things are`
    );
  return minimum;
}

/** What is seen at the minimum of an approach whose weather decides; null where the plan says how it ends. */
export function seenOf(plan: PlannedApproach, minimum: SetMinimum): SeenAtMinimum | null {
  const { approach: planned } = plan;
  if (planned.ends !== 'as seen') return null;
  return seenAtMinimum(planned.approach, minimum, planned.approachLights, weatherOf(plan, minimum));
}

/** The weather an approach is planned with; what is left out is as published, whatever falls. */
export function weatherOf({ approach: planned }: PlannedApproach, minimum: SetMinimum): Outlook {
  return {
    base_ft: planned.base_ft ?? minimum.set_ft - planned.approach.touchdownElevation_ft,
    top_ft: planned.top_ft,
    upper: planned.upper,
    visibility_sm:
      planned.visibility_sm === undefined
        ? minimum.visibility_sm
        : visibilityIn(planned.precipitation ?? 'none', planned.visibility_sm)
  };
}

/** Why what is to fall at a plan's airport cannot fall, or null; asked only where the weather decides. */
export function fallsNot(plan: PlannedApproach): string | null {
  if (plan.approach.ends !== 'as seen') return null;
  return precipitationProblem(plan.approach.precipitation ?? 'none', temperatureOf(plan));
}

/** Why the clouds of a plan cannot hang as they are said to, at the plan's field; asked only where the weather decides. */
export function cloudsNot(
  plan: PlannedApproach,
  aircraft: AircraftFile
): { field: string; message: string } | null {
  const { ends, top_ft, upper } = plan.approach;
  if (ends !== 'as seen') return null;
  if (upper && top_ft === undefined)
    return { field: 'approach.top_ft', message: 'A second layer needs the top of the cloud below it.' };
  const problem = cloudProblem(layersOf(weatherOf(plan, minimumOf(plan, aircraft))));
  return (
    problem && {
      field: `approach.${problem.layer === 0 ? '' : 'upper.'}${problem.of}`,
      message: problem.message
    }
  );
}

/** Temperature at the airport of a plan's approach, whole °C. */
export function temperatureOf({ temperatureOffset_K, approach }: PlannedApproach): number {
  const standard_K = temperatureAt(approach.approach.airportElevation_ft * METRES_PER_FOOT);
  return Math.round(standard_K - ZERO_CELSIUS_K + temperatureOffset_K);
}
