import { minimumOf, weatherOf } from './approach-minimum';
import { isApproach } from './approach-drill';
import type { Lesson } from '../lesson';
import { distanceAtHeight } from '../../procedure/approach/vertical-path';
import { METRES_PER_NAUTICAL_MILE, METRES_PER_STATUTE_MILE } from '../../measure/units';
import { USUAL_PATH, type Outlook } from '../../procedure/approach/what-is-seen';

/** In a lesson that is to end on the runway and names no weather, there is so much room under the cloud, and so far to see. */
const ROOM_FT = 100;
const ROOM_CIRCLING_FT = 300;
const VISIBILITY_CIRCLING_SM = 5;

/**
 * What there is to be seen through in a lesson, by the same weather by which its end is decided: none where it is to be missed, enough
 * where it is to be landed, what the plan says where that decides. null: a lesson without an airport to look for.
 * @throws Rejection as `minimumOf` does
 */
export function outlookOfLesson({ plan, aircraft }: Pick<Lesson, 'plan' | 'aircraft'>): Outlook | null {
  if (!isApproach(plan)) return null;
  const { approach: planned } = plan;
  if (planned.ends === 'missed') return { base_ft: 0, visibility_sm: 0 };
  const minimum = minimumOf(plan, aircraft);
  const height_ft = minimum.set_ft - planned.approach.touchdownElevation_ft;
  if (planned.ends === 'as seen') return weatherOf(plan, minimum);
  if (planned.circle) return { base_ft: height_ft + ROOM_CIRCLING_FT, visibility_sm: VISIBILITY_CIRCLING_SM };
  const toThreshold_nm = Math.max(0, distanceAtHeight(planned.approach.path ?? USUAL_PATH, height_ft));
  return {
    base_ft: height_ft + ROOM_FT,
    visibility_sm: Math.max(
      minimum.visibility_sm,
      ((toThreshold_nm + 0.2) * METRES_PER_NAUTICAL_MILE) / METRES_PER_STATUTE_MILE
    )
  };
}
