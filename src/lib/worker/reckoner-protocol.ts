import type { DrillFile } from '$core/drill/drill-file';
import type { DrillInMaking } from '$core/drill/drill-in-making';
import type { LessonPlan } from '$core/drill/lesson-plan';
import type { PlanChange } from '$core/drill/plan-change';
import type { PlanInMaking, SchoolShelf } from '$core/flight/plan-in-making';
import type { Approach } from '$core/procedure/approach/approach';
import type { ApproachDay } from '$core/procedure/approach/approach-card';
import type { ApproachInMaking, BriefedApproach } from '$core/procedure/approach/briefed-approach';
import type { World } from '$core/radio/world';

export type Question =
  | { kind: 'plan'; plan: LessonPlan; school: SchoolShelf }
  | { kind: 'change'; plan: LessonPlan; change: PlanChange; ownDrills: readonly DrillFile[] }
  | { kind: 'drill'; drill: DrillFile; aircraft: string }
  | { kind: 'approach'; world: World; approach: Approach }
  | { kind: 'brief'; world: World; approach: Approach; day: ApproachDay };
/** What each kind of question is answered with. */
export interface Answers {
  plan: PlanInMaking;
  change: LessonPlan;
  drill: DrillInMaking;
  approach: ApproachInMaking;
  brief: BriefedApproach;
}
/** A question of a kind. */
export type Asked<K extends keyof Answers> = Extract<Question, { kind: K }>;
export type Reply = { number: number } & ({ answer: Answers[keyof Answers] } | { message: string });
