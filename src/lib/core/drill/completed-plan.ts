import { APPROACH_DRILL } from './approach/approach-drill';
import { drillCatalogue } from './catalogue/catalogue';
import type { DrillFile } from './drill-file';
import type { LessonPlan } from './lesson-plan';
import { toleranceProfiles, type ToleranceProfile } from './tolerance-profile';

/**
 * A plan with the school's own drill and profile put in as they are today, whatever stood under their names: the plan keeps them,
 * and later changes leave its lesson alone.
 */
export function completedPlan(
  plan: LessonPlan,
  school: { drills: readonly DrillFile[]; profiles: readonly ToleranceProfile[] }
): LessonPlan {
  const { ownDrill: _, ownTolerance: __, approach, ...bare } = plan;
  const drill = drillCatalogue.some((shipped) => shipped.id === plan.drill)
    ? undefined
    : school.drills.find((own) => own.id === plan.drill);
  const profile = toleranceProfiles.some((shipped) => shipped.id === plan.toleranceProfile)
    ? undefined
    : school.profiles.find((own) => own.id === plan.toleranceProfile);
  return {
    ...bare,
    ...(approach && plan.drill === APPROACH_DRILL ? { approach } : {}),
    ...(drill ? { ownDrill: drill } : {}),
    ...(profile ? { ownTolerance: profile } : {})
  };
}
