import { Rejection } from '../../measure/rejection';
import { approachDrill, isApproach } from '../approach/approach-drill';
import type { DrillFile } from '../drill-file';
import type { LessonPlan } from '../lesson-plan';
import { basicDrills } from './basic';
import { navigationDrills } from './navigation';
import { partialPanelDrills } from './partial-panel';
import { patternDrills } from './patterns';
import { turnDrills } from './turns';

/** The drills that ship with Hanza, in the order they are usually taught. */
export const drillCatalogue: readonly DrillFile[] = [
  ...basicDrills,
  ...turnDrills,
  ...patternDrills,
  ...partialPanelDrills,
  ...navigationDrills
];

/** @throws Rejection when no shipped drill has this id */
export function drillFileById(id: string): DrillFile {
  const found = drillCatalogue.find((drill) => drill.id === id);
  if (!found)
    throw new Rejection('drill', id, `one of ${drillCatalogue.map((drill) => drill.id).join(', ')}`);
  return found;
}

/** The drill a lesson asks for: the school's own as it was planned, an approach, or a shipped one. */
export function drillFileOf(plan: LessonPlan): DrillFile {
  if (isApproach(plan)) return approachDrill(plan.approach);
  return plan.ownDrill ?? drillFileById(plan.drill);
}
