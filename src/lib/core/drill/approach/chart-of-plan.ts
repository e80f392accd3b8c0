import type { AircraftFile } from '../../aircraft/aircraft-file';
import { approachCard, type ApproachCard, type ApproachDay } from '../../procedure/approach/approach-card';
import type { Approach } from '../../procedure/approach/approach';
import { approachPicture, type ApproachPicture } from '../../procedure/approach/approach-picture';
import { briefItems, type BriefItem } from '../../procedure/approach/card-words';
import type { World } from '../../radio/world';
import { worldOf } from '../lesson-place';
import type { PlannedApproach } from './approach-drill';
import { worldWith } from './approach-references';
import { approachDayOf } from './plan-for-approach';

/** An approach as it is briefed for one lesson: its card and what it looks like from above, on the lesson's own day. */
export interface ApproachChart {
  approach: Approach;
  world: World;
  day: ApproachDay;
  card: ApproachCard;
  /** What is briefed, in its order. */
  items: BriefItem[];
  picture: ApproachPicture;
}

/** @throws Rejection as `approachCard` and `approachPicture` do */
export function chartOfPlan(plan: PlannedApproach, aircraft: AircraftFile): ApproachChart {
  const { approach } = plan.approach;
  const world = worldWith(worldOf(plan), approach);
  const day = approachDayOf(plan, aircraft);
  const card = approachCard(world, approach, day);
  return {
    approach,
    world,
    day,
    card,
    items: briefItems(approach, card, day),
    picture: approachPicture(world, approach, day.transition, card.tas_kt)
  };
}
