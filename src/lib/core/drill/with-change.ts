import type { LessonPlan } from './lesson-plan';

/** A plan with only what a change changed, so that what was typed meanwhile stays. @param before the plan the change was made of */
export function withChange(now: LessonPlan, before: LessonPlan, after: LessonPlan): LessonPlan {
  const changed: Record<string, unknown> = { ...now };
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)]) as Set<keyof LessonPlan>) {
    if (JSON.stringify(before[key]) === JSON.stringify(after[key])) continue;
    if (after[key] === undefined) delete changed[key];
    else changed[key] = after[key];
  }
  return changed as LessonPlan;
}
