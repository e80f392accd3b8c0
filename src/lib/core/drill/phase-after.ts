import { turnRateOf } from './goal-in-air';
import { asCourse, normaliseBearing } from '../measure/angle';
import { placeAt, wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { isNavigation, type Condition, type Phase } from './drill';
import type { Reference } from './reference';
import type { LessonPlan } from './lesson-plan';

/** Radial a place lies on, by the fix's own north. */
export function radialFrom({ place, north_deg }: Reference, from: Place): number {
  return normaliseBearing(wayBetween(place, from).azimuth_deg - north_deg);
}

/**
 * Where a phase by radio leaves the airplane: over its fix, as far short of it as it ends, or at the end of its arc; otherwise it
 * is not known better than before.
 */
export function placeAfter({ goal, reference, until }: Phase, before: Place | null): Place | null {
  const { lateral } = goal;
  if (!reference || !isNavigation(lateral)) return before;
  switch (lateral.kind) {
    case 'arc':
      return placeAt(reference.place, lateral.toRadial_deg + reference.north_deg, lateral.radius_nm);
    case 'course':
      return lateral.way === 'to' && lateral.intercept_deg === null
        ? placeAt(reference.place, lateral.course_deg + 180 + reference.north_deg, shortOfFix_nm(until))
        : before;
    case 'direct':
    case 'hold':
    case 'reversal':
      return reference.place;
  }
}

/** How far short of its fix a phase ends that does not go on to it, NM; 0: it does. */
function shortOfFix_nm(until: Condition): number {
  if (until.is === 'any') return Math.max(...until.of.map(shortOfFix_nm));
  return until.is === 'below' && until.channel === 'fixDistance_nm' ? until.value : 0;
}

/** Heading a phase leaves the airplane on; a timed turn ends where its rate and time bring it. */
export function headingAfter({ goal, expected_s }: Phase, start_deg: number, plan: LessonPlan): number {
  if (goal.lateral.kind === 'heading') return goal.lateral.heading_deg;
  if (goal.lateral.kind === 'course') return asCourse(goal.lateral.course_deg);
  if (goal.lateral.kind !== 'turn') return start_deg;
  const { direction, to_deg } = goal.lateral;
  return to_deg ?? asCourse(start_deg + direction * turnRateOf(goal, plan) * expected_s);
}
