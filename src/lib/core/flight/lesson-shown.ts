import { isApproach } from '../drill/approach/approach-drill';
import { chartOfPlan, type ApproachChart } from '../drill/approach/chart-of-plan';
import { lessonOf, type Lesson } from '../drill/lesson';
import type { LessonPlan } from '../drill/lesson-plan';
import type { ReportedWeather } from '../air/weather-report';
import { planPicture, type PlanPicture } from './plan-picture';
import { reportedAtStart } from './weather-now';

/** All that follows from a plan alone, for who only shows it. Plain data: whoever has it need not work it out. */
export interface LessonShown {
  lesson: Lesson;
  /** Lanes and ideal paths from above; null without radios. */
  fromAbove: PlanPicture | null;
  /** null where no approach is flown. */
  chart: ApproachChart | null;
  /** What is heard of the weather before it begins; null without an approach. */
  reported: ReportedWeather | null;
}

/** @throws Rejection as `lessonOf` and `chartOfPlan` do */
export function lessonShown(plan: LessonPlan): LessonShown {
  const lesson = lessonOf(plan);
  return {
    lesson,
    fromAbove: planPicture(lesson),
    reported: reportedAtStart(lesson),
    chart: isApproach(plan) ? chartOfPlan(plan, lesson.aircraft) : null
  };
}
