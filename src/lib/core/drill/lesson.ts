import type { AircraftFile } from '../aircraft/aircraft-file';
import { aircraftById } from '../aircraft/catalogue';
import { trainingAreaById, type TrainingArea } from '../earth/training-area';
import type { InstrumentId } from '../instrument/readings';
import { drillFileOf } from './catalogue/catalogue';
import { composeDrill } from './compose-drill';
import type { Drill } from './drill';
import type { DrillFile } from './drill-file';
import type { LessonPlan } from './lesson-plan';
import { toleranceProfileById, type ToleranceProfile } from './tolerance-profile';

/** A plan with everything it names looked up and its drill composed. */
export interface Lesson {
  plan: LessonPlan;
  aircraft: AircraftFile;
  area: TrainingArea;
  tolerance: ToleranceProfile;
  drillFile: DrillFile;
  drill: Drill;
  /** Instruments out of sight: those the plan covers and those the drill does. */
  covered: readonly InstrumentId[];
}

/** @throws Rejection naming the field whose name is not known, or the place in the drill that does not fit */
export function lessonOf(plan: LessonPlan): Lesson {
  const aircraft = aircraftById(plan.aircraft);
  const area = trainingAreaById(plan.area);
  const tolerance = plan.ownTolerance ?? toleranceProfileById(plan.toleranceProfile);
  const drillFile = drillFileOf(plan);
  return {
    plan,
    aircraft,
    area,
    tolerance,
    drillFile,
    drill: composeDrill(drillFile, plan, aircraft, area, tolerance),
    covered: [...new Set([...plan.covered, ...drillFile.covers])]
  };
}
