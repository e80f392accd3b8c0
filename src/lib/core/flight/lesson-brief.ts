import { briefingFor } from '../drill/briefing';
import { holdClearance } from '../drill/hold-clearance';
import { navigationBrief, type BriefLine } from '../drill/navigation-brief';
import type { LessonPlan } from '../drill/lesson-plan';
import { lessonShown, type LessonShown } from './lesson-shown';

/** A lesson with all its brief says. */
export interface LessonBrief extends LessonShown {
  /** Or the first phase the airplane cannot fly as asked. */
  briefing: ReturnType<typeof briefingFor>;
  /** What to tune, set, steer and time; none for an approach, whose card says all that in its order. */
  navigationLines: BriefLine[];
  /** As a controller would give them. */
  clearances: string[];
}

/** @throws Rejection as `lessonShown` does */
export function lessonBrief(plan: LessonPlan): LessonBrief {
  const shown = lessonShown(plan);
  const { lesson, chart } = shown;
  return {
    ...shown,
    briefing: briefingFor(lesson),
    navigationLines: chart ? [] : navigationBrief(lesson),
    clearances: [...new Set(lesson.drill.phases.flatMap((phase) => holdClearance(phase) ?? []))]
  };
}
