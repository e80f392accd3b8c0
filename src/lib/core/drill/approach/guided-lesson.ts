import type { AircraftFile } from '../../aircraft/aircraft-file';
import { trainingAreas } from '../../earth/training-area';
import { approachById } from '../../procedure/approach/approach-catalogue';
import { worldById } from '../../radio/world-catalogue';
import type { LessonPlan } from '../lesson-plan';
import { sensiblePlan } from '../sensible-plan';
import { guidedStages, type GuidedStage, type GuidedStep } from './guided-step';
import { guidedTexts } from './guided-text';
import { planForApproach, plannedApproach } from './plan-for-approach';

/** How one flight of a guided lesson went. */
export interface GuidedFlight {
  stage: GuidedStage;
  /** Whether anything has been flown of it, by whomever. */
  begun: boolean;
  /** null: the student has not flown it to a grade. */
  verdict: string | null;
}

/** Where a student stands in a guided lesson. @param flights newest first */
export function guidedStageAfter(flights: readonly GuidedFlight[]): { next: GuidedStage; passed: boolean } {
  const graded = flights.filter(({ stage, verdict }) => stage !== 'shown' && verdict !== null);
  const passed = graded.some(({ stage, verdict }) => stage === 'test' && verdict !== 'not met');
  const [latest, before] = graded;
  if (!latest) {
    const seen = flights.some(({ stage, begun }) => stage === 'shown' && begun);
    return { next: seen ? 'every hint' : 'shown', passed };
  }
  const at = guidedStages.indexOf(latest.stage);
  if (latest.verdict !== 'not met')
    return { next: guidedStages[Math.min(at + 1, guidedStages.length - 1)]!, passed };
  // Once not met is an accident; the test is tried again with a few hints, and twice in a row all of them come back.
  if (latest.stage === 'test') return { next: 'few hints', passed };
  const again = before?.stage === latest.stage && before.verdict === 'not met';
  return { next: again ? 'every hint' : latest.stage, passed };
}

/** The plan of a step of a guided lesson: vectors to the final course, radios set, a light wind across. */
export function guidedPlan({ lesson, stage }: GuidedStep, aircraft: AircraftFile, seed: number): LessonPlan {
  const { approach: id, ends } = guidedTexts[lesson];
  const approach = approachById(id);
  const area = trainingAreas.find(({ world }) => world === approach.world)!;
  const plan = planForApproach(
    { ...sensiblePlan(aircraft, area), windFrom_deg: 280, windSpeed_kt: 8, turbulence: 'smooth' },
    aircraft,
    worldById(approach.world),
    { ...plannedApproach(approach, aircraft), transition: null, radios: 'ready', ends }
  );
  return { ...plan, seed, corridors: stage === 'test' ? 'test' : 'hints', guided: { lesson, stage } };
}
