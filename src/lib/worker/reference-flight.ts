import type { Lesson } from '$core/drill/lesson';
import type { FlownFlight } from '$core/flight/flown-flight';
import { answerOf } from './one-answer';
import ReferenceWorker from './reference.worker?worker';

/** The reference pilot's flight of a lesson in its own air. @throws Error in words for people when it cannot be flown */
export function referenceFlight(lesson: Lesson): Promise<FlownFlight> {
  return answerOf<FlownFlight>(new ReferenceWorker(), lesson, 'the reference pilot did not come back');
}
