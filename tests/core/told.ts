import type { Lesson } from '$core/drill/lesson';
import { checkElements, checkFindings, judgeChecks, type CheckMeasure } from '$core/grade/checks/checks';

/** What is said of one measure. */
export const findingsOf = (lesson: Lesson, measure: CheckMeasure) =>
  checkFindings(lesson, judgeChecks(lesson, [measure]));

/** What one measure adds to the grade. */
export const elementsOf = (lesson: Lesson, measure: CheckMeasure) =>
  checkElements(lesson, judgeChecks(lesson, [measure]));
