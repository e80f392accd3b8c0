import { turbulenceLevels } from '../air/turbulence';
import type { Lesson } from '../drill/lesson';
import type { InstrumentFault } from '../instrument/instrument-fault';
import { duration, type Flight } from './flight';
import type { TimedChange } from './weather-in-flight';

type Happened = Pick<Flight, 'events' | 'length' | 'rate_hz'>;

/** What failed in a flight and when: by its commands, and by its plan where a flight was recorded before there were any. */
export function failuresOf(flight: Happened, planned: readonly InstrumentFault[]): InstrumentFault[] {
  const commanded = flight.events.flatMap((event): InstrumentFault[] =>
    event.kind === 'command' && event.command.does === 'fail' && !event.command.when
      ? [{ kind: event.command.what, at_s: event.time_s }]
      : []
  );
  const unsaid = planned.filter(
    ({ kind, at_s }) => at_s <= duration(flight) && !commanded.some((other) => other.kind === kind)
  );
  return [...commanded, ...unsaid].sort((a, b) => a.at_s - b.at_s);
}

/** The changes of weather in a flight. */
export function weatherChangesOf({ events }: Pick<Flight, 'events'>): TimedChange[] {
  return events.flatMap((event) =>
    event.kind === 'command' && event.command.does === 'weather' && !event.command.when
      ? [{ change: event.command, at_s: event.time_s }]
      : []
  );
}

/** A lesson with what failed in its flight, and its roughest air. What was asked for on the way is found with its phases. */
export function lessonAsFlown(lesson: Lesson, flight: Happened): Lesson {
  const { faults, turbulence } = lesson.plan;
  const flown = [turbulence, ...weatherChangesOf(flight).flatMap(({ change }) => change.turbulence ?? [])];
  // What swings in the roughest of its air is not told from the hands in any of it.
  const roughest = turbulenceLevels.findLast((level) => flown.includes(level))!;
  return {
    ...lesson,
    plan: { ...lesson.plan, faults: failuresOf(flight, faults), turbulence: roughest }
  };
}
