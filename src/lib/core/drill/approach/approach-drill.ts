import type { DrillFile } from '../drill-file';
import type { LessonPlan } from '../lesson-plan';
import type { ApproachPlan } from './approach-plan';

/** The name under which a plan has an approach for its drill. */
export const APPROACH_DRILL = 'approach';

export type PlannedApproach = LessonPlan & { approach: ApproachPlan };

/** Whether a plan is for an approach. */
export function isApproach(plan: LessonPlan): plan is PlannedApproach {
  return plan.drill === APPROACH_DRILL && plan.approach !== undefined;
}

/** What is known of an approach's drill before its phases are laid. */
export function approachDrill({ approach }: ApproachPlan): DrillFile {
  return {
    id: APPROACH_DRILL,
    name: `${approach.airport} ${approach.name}`.slice(0, 60),
    family: 'navigation',
    purpose: 'From the first fix to the minimum and beyond, as the chart has it.',
    usualFaults: [
      'Goes down toward the altitude of the next but one fix.',
      'Corrects the needle with a bank that is kept until it is back, and so goes through it.',
      'Looks for the runway and goes below the minimum meanwhile.'
    ],
    figures: [],
    covers: [],
    checks: [],
    phases: [{ id: 'approach', name: approach.name.slice(0, 40) }],
    navigation: {
      by: 'rnav',
      usualFixes: [approach.final[0]!.fix ?? approach.airport],
      start: { radial_deg: 0, distance_nm: 0, heading_deg: 360 }
    }
  };
}
