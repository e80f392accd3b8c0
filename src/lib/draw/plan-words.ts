import { aircraftById } from '$core/aircraft/catalogue';
import { drillFileOf } from '$core/drill/catalogue/catalogue';
import { patternNames } from '$core/drill/scan-pattern';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { figure, heading } from '$core/measure/figure';

/** The drill of a plan, by name. */
export function drillName(plan: LessonPlan): string {
  return drillFileOf(plan).name;
}

/** What a lesson begins with, in one line: `Sandling 160 · 4000 ft, 105 kt, 210° · test`. */
export function planWords(plan: LessonPlan): string {
  return [
    aircraftById(plan.aircraft).name,
    `${figure(plan.startAltitude_ft)} ft, ${plan.startSpeed_kt} kt, ${drillFileOf(plan).navigation ? (plan.navigation?.fix ?? 'by radio') : heading(plan.heading_deg)}`,
    ...(plan.covered.length > 0 ? ['partial panel'] : []),
    ...(plan.scan ? [`scan: ${patternNames[plan.scan.pattern]}`] : []),
    plan.guided ? `guided, ${plan.guided.stage}` : plan.corridors
  ].join(' · ');
}
