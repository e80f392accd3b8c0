import { median } from '../../measure/median';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import type { Flight } from '../../flight/flight';
import { readByCourse, type CourseReading } from './course-reading';
import { type CourseGoal } from './tracking-measure';

/** How a course was joined. */
export interface InterceptMeasure {
  kind: 'intercept';
  phaseId: string;
  course_deg: number;
  askedAngle_deg: number;
  /** Angle between heading and course on the way to it; null when it was never steadily flown. */
  angle_deg: number | null;
  /** From the beginning of the phase to within half scale for good; null: never. */
  established_s: number | null;
  /** The farthest beyond the course, share of full scale, ≥ 0. */
  overshoot: number;
  overshoot_s: number;
}

const AFTER_INTERCEPT_S = 45;
const SIDE_TOLD_BY = 0.25;
export function measureIntercept(
  flight: Flight,
  lesson: Lesson,
  goal: CourseGoal,
  span: PhaseSpan,
  until_s: number
): InterceptMeasure {
  const reading = readByCourse(flight, lesson, span, goal.course_deg);
  // At the sample in which a phase begins the course of the one before still stands.
  const from = reading.sample(span.start_s) + 1;
  const end = reading.sample(span.end_s);
  const to = reading.sample(Math.min(until_s, span.end_s + AFTER_INTERCEPT_S));
  const side = sideBefore(reading, from, end);
  let overshoot = 0;
  let overshootAt = end;
  for (let k = from; k <= to; k++) {
    const beyond = -side * reading.offCourse(k);
    if (beyond > overshoot) {
      overshoot = beyond;
      overshootAt = k;
    }
  }
  const angles: number[] = [];
  for (let k = from; k <= end; k++)
    if (Math.abs(reading.bank(k)) < 4 && reading.offCourse(k) * side > 0.5)
      angles.push(-side * reading.headingOff(k));
  return {
    kind: 'intercept',
    phaseId: span.phaseId,
    course_deg: goal.course_deg,
    askedAngle_deg: goal.intercept_deg!,
    angle_deg: angles.length > 5 * flight.rate_hz ? median(angles) : null,
    established_s:
      span.complete && Math.abs(reading.offCourse(end)) <= 0.6 ? span.end_s - span.start_s : null,
    overshoot,
    overshoot_s: reading.time(overshootAt)
  };
}

/** The side a course is joined from: where it begins over the fix, the side it then lies on. */
function sideBefore(reading: CourseReading, from: number, end: number): number {
  for (let k = from; k <= end; k++)
    if (Math.abs(reading.offCourse(k)) > SIDE_TOLD_BY) return Math.sign(reading.offCourse(k));
  return Math.sign(reading.offCourse(from)) || 1;
}
