import type { Lesson } from '../drill/lesson';
import type { InstrumentFault } from '../instrument/instrument-fault';
import { duration, type Flight } from './flight';

type Happened = Pick<Flight, 'events' | 'length' | 'rate_hz'>;

/** What failed in a flight and when: by its commands, and by its plan where a flight was recorded before there were any. */
export function failuresOf(flight: Happened, planned: readonly InstrumentFault[]): InstrumentFault[] {
  const commanded = flight.events.flatMap((event): InstrumentFault[] =>
    event.kind === 'command' && event.command.does === 'fail'
      ? [{ kind: event.command.what, at_s: event.time_s }]
      : []
  );
  const unsaid = planned.filter(
    ({ kind, at_s }) => at_s <= duration(flight) && !commanded.some((other) => other.kind === kind)
  );
  return [...commanded, ...unsaid].sort((a, b) => a.at_s - b.at_s);
}

/** A lesson in the light of what was done to its flight. */
export function lessonAsFlown(lesson: Lesson, flight: Happened): Lesson {
  return { ...lesson, plan: { ...lesson.plan, faults: failuresOf(flight, lesson.plan.faults) } };
}
