import { APPROACH_DRILL, isApproach } from './approach/approach-drill';
import { compileApproach } from './approach/compile-approach';
import type { AircraftFile } from '../aircraft/aircraft-file';
import { aircraftById } from '../aircraft/catalogue';
import type { TrainingArea } from '../earth/training-area';
import type { InstrumentId } from '../instrument/readings';
import { drillFileOf } from './catalogue/catalogue';
import { composeDrill } from './compose-drill';
import { figuresOf, startOf } from './lesson-figures';
import type { Drill } from './drill';
import type { DrillFile } from './drill-file';
import { areaOf, worldOf } from './lesson-place';
import { lessonNavigation, type LessonNavigation } from './lesson-navigation';
import type { LessonPlan } from './lesson-plan';
import { toleranceFor, toleranceProfileById, type Task, type ToleranceProfile } from './tolerance-profile';

/** A plan with everything it names looked up and its drill composed. */
export interface Lesson {
  plan: LessonPlan;
  aircraft: AircraftFile;
  area: TrainingArea;
  tolerance: ToleranceProfile;
  /** The part of the standard that the drill belongs to. */
  task: Task;
  drillFile: DrillFile;
  drill: Drill;
  /** Instruments out of sight: those the plan covers and those the drill does. */
  covered: readonly InstrumentId[];
  /** The fix and what it is found by; null where the drill needs no radios. */
  navigation: LessonNavigation | null;
  /** Where it begins: heading, and radial and distance from the fix. */
  start: ReturnType<typeof startOf>;
}

/** @throws Rejection naming the field whose name is not known, or the place in the drill that does not fit */
export function lessonOf(plan: LessonPlan): Lesson {
  const aircraft = aircraftById(plan.aircraft);
  const area = areaOf(plan);
  const compiled = isApproach(plan) ? compileApproach(plan, worldOf(plan), aircraft, area) : null;
  const drillFile = compiled?.file ?? drillFileOf(plan);
  const task = taskOf(drillFile);
  const tolerance = plan.ownTolerance ?? toleranceFor(toleranceProfileById(plan.toleranceProfile), task);
  const navigation =
    compiled?.navigation ?? lessonNavigation(drillFile, plan, worldOf(plan), area.variation_deg);
  const drill = composeDrill(drillFile, plan, aircraft, area, tolerance, navigation);
  return {
    plan,
    aircraft,
    area,
    tolerance,
    task,
    drillFile,
    drill: { ...drill, checks: [...drill.checks, ...(compiled?.checks ?? [])] },
    covered: [...new Set([...plan.covered, ...drillFile.covers])],
    navigation,
    start: startOf(drillFile, plan, figuresOf(drillFile, plan, aircraft, area, navigation))
  };
}

function taskOf(file: DrillFile): Task {
  if (!file.navigation) return 'attitude';
  if (file.id === APPROACH_DRILL) return 'tracking';
  return file.phases.some((phase) => 'hold' in phase && phase.hold !== undefined) ? 'holding' : 'tracking';
}
