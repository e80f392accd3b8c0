import type { CloudLayer } from '../air/cloud';
import { figure } from '../measure/figure';
import type { LessonPlan } from './lesson-plan';

/** The overcast a plan without an approach asks for, ft MSL; null: clear air, with the view-limiting device on. */
export function plannedCloud({
  cloudBase_ft,
  cloudTop_ft = Infinity
}: Pick<LessonPlan, 'cloudBase_ft' | 'cloudTop_ft'>): CloudLayer | null {
  return cloudBase_ft === null ? null : { base_ft: cloudBase_ft, top_ft: cloudTop_ft };
}

/** What is outside, as a brief tells it: ft MSL. Bases at an airport are told by its report, which sees no tops. */
export function outsideWords(plan: LessonPlan): string {
  const cloud = plannedCloud(plan);
  if (cloud)
    return cloud.top_ft === Infinity
      ? `cloud above ${figure(cloud.base_ft)} ft`
      : `cloud from ${figure(cloud.base_ft)} to ${figure(cloud.top_ft)} ft`;
  const { approach: asked } = plan;
  if (asked?.ends !== 'as seen' || asked.top_ft === undefined) return 'view-limiting device';
  const over = (height_ft: number) => figure(asked.approach.touchdownElevation_ft + height_ft);
  const { upper } = asked;
  return `cloud tops ${over(asked.top_ft)} ft${upper ? `, a second layer from ${over(upper.base_ft)} to ${over(upper.top_ft)} ft` : ''}`;
}
