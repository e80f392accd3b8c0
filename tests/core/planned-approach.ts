import { aircraftCatalogue } from '$core/aircraft/catalogue';
import type { PlannedApproach } from '$core/drill/approach/approach-drill';
import type { ApproachPlan } from '$core/drill/approach/approach-plan';
import { planForApproach, plannedApproach } from '$core/drill/approach/plan-for-approach';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { trainingAreaById, trainingAreas } from '$core/earth/training-area';
import { approachById } from '$core/procedure/approach/approach-catalogue';
import { worldById } from '$core/radio/world-catalogue';

/** A shipped approach as a lesson, in twelve knots of wind and light turbulence. @param airplane by its place in the catalogue */
export function planned(
  id: string,
  asked: Partial<ApproachPlan> = {},
  changes: Partial<LessonPlan> = {},
  airplane = 0
): PlannedApproach {
  const approach = approachById(id);
  const aircraft = aircraftCatalogue[airplane]!;
  const area = trainingAreas.find(({ world }) => world === approach.world)!;
  const plan = planForApproach(sensiblePlan(aircraft, area), aircraft, worldById(approach.world), {
    ...plannedApproach(approach, aircraft),
    ...asked
  });
  return {
    ...plan,
    seed: 5,
    windFrom_deg: 290,
    windSpeed_kt: 12,
    turbulence: 'light',
    ...changes,
    approach: plan.approach
  };
}

/** A drill of the catalogue as a lesson over the bay, in sixteen knots from 300°. @param airplane by its place in the catalogue */
export const plannedDrill = (id: string, changes: Partial<LessonPlan> = {}, airplane = 0): LessonPlan => ({
  ...sensiblePlan(aircraftCatalogue[airplane]!, trainingAreaById('vesterlund-bay'), id),
  windFrom_deg: 300,
  windSpeed_kt: 16,
  ...changes
});
