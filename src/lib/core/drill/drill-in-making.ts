import { aircraftById } from '../aircraft/catalogue';
import { trainingAreas } from '../earth/training-area';
import type { DrillFile } from './drill-file';
import { lessonOf, type Lesson } from './lesson';
import { problemsOf, type PlanProblem } from './plan-check';
import { sensiblePlan } from './sensible-plan';

/** A drill that is being written, as it would be flown in an airplane by its own figures. */
export interface DrillInMaking {
  problems: PlanProblem[];
  /** null while there are problems. */
  lesson: Lesson | null;
}

/** @param aircraft id of the airplane it is tried in @throws Rejection when there is no such airplane */
export function drillInMaking(drill: DrillFile, aircraft: string): DrillInMaking {
  const plan = { ...sensiblePlan(aircraftById(aircraft), trainingAreas[0]!, drill.id), ownDrill: drill };
  const problems = problemsOf(plan);
  return { problems, lesson: problems.length === 0 ? lessonOf(plan) : null };
}
