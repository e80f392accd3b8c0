import { missedStationOf } from '../../procedure/approach/missed-station';
import type { Station } from '../../radio/world';
import type { Lesson } from '../lesson';
import { isApproach } from './approach-drill';

/** What has to be tuned for the missed approach of a lesson beside the final's own station; null: nothing. */
export function missedStationOfLesson({ plan, navigation }: Lesson): Station | null {
  return isApproach(plan) && navigation ? missedStationOf(navigation.world, plan.approach.approach) : null;
}
