import { courseOf, type Goal } from './drill';
import { type Reference } from './reference';

/** A call with its figures, as it is spoken: {heading}, {course}, {fix}, {turn}, {altitude}, {speed}, {rate}. */
export function worded(call: string, goal: Goal, reference: Reference | null): string {
  const { vertical, lateral } = goal;
  const altitude = vertical.kind === 'level' ? vertical.altitude_ft : vertical.to_ft;
  const heading =
    lateral.kind === 'heading' ? lateral.heading_deg : lateral.kind === 'turn' ? lateral.to_deg : null;
  const course = courseOf(lateral);
  const rate = vertical.kind === 'level' ? 0 : (vertical.verticalSpeed_fpm ?? 0);
  const digits = (value: number) => String(Math.round(value)).padStart(3, '0');
  return call
    .replaceAll('{heading}', heading === null ? '' : digits(heading))
    .replaceAll('{course}', course === null ? '' : digits(course))
    .replaceAll('{fix}', reference?.fix ?? '')
    .replaceAll('{turn}', reference?.turn ?? '')
    .replaceAll('{altitude}', String(Math.round(altitude)))
    .replaceAll('{speed}', String(Math.round(goal.ias_kt)))
    .replaceAll('{rate}', String(Math.abs(Math.round(rate))));
}
