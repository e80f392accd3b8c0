import type { Lesson } from '../drill/lesson';
import { noBugs, type Bugs } from '../instrument/bugs';
import type { Flight } from './flight';

/** The check by which a lesson asks for a minimum to be marked; none where it has no minimum. */
export function asksForMinimum({ drill }: Lesson) {
  return drill.checks.find((check) => check.kind === 'minimum-set');
}

/** The marks as a lesson begins: where the radios are found set, the minimum is, unless that is what was left out. */
export function startingBugs(lesson: Lesson): Bugs {
  const asked = asksForMinimum(lesson);
  const isSet = lesson.navigation?.radios === 'ready' && lesson.navigation.planted !== 'no minimum';
  return asked && isSet ? { ...noBugs, minimum_ft: asked.before_ft ?? asked.minimum_ft } : noBugs;
}

/** The marks as they stood at a moment of a flight. */
export function bugsAt({ events }: Flight, time_s: number): Bugs {
  const set = events.findLast((event) => event.kind === 'bugs' && event.time_s <= time_s);
  return set?.kind === 'bugs' ? set.bugs : noBugs;
}
