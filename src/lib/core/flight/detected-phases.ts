import type { ChannelId } from './channels';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import type { Flight } from './flight';
import { phaseRun } from './phase-run';
import type { FlownBefore } from './phases-in-flight';

/** What was flown: the phases in the data, and the lesson with all that was asked for on the way. */
export interface FlownPhases {
  lesson: Lesson;
  spans: PhaseSpan[];
  /** What was flown of phases that were begun anew later. */
  before: readonly FlownBefore[];
}

/**
 * The phases of a lesson in a recorded flight, found from the data and the instructor's commands alone. Phases never reached are left
 * out; a condition about what was not recorded never comes true, so that such a phase ends by its time.
 */
export function detectPhases(flight: Flight, planned: Lesson): FlownPhases {
  const run = phaseRun(planned, flight.events);
  let k = 0;
  const read = (id: ChannelId) => flight.columns.get(id)?.[k] ?? NaN;
  for (; k < flight.length && !run.tracker.finished(); k++) run.sample(k / flight.rate_hz, read);
  return { lesson: run.lesson, spans: run.tracker.spans(), before: run.before() };
}
