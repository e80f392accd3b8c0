import type { Lesson } from '../drill/lesson';
import type { LessonPlan } from '../drill/lesson-plan';
import type { ReadChannel } from '../drill/phase-tracker';
import { Rejection } from '../measure/rejection';
import type { FlightEvent } from './flight-event';
import { phasesInFlight, type PhasesInFlight, type Shown } from './phases-in-flight';

/** The phases of a recorded flight, sample by sample, with its commands at their moments. */
export interface PhaseRun extends Pick<PhasesInFlight, 'lesson' | 'tracker' | 'before'> {
  /** @param time_s each later than the one before */
  sample(time_s: number, read: ReadChannel): void;
}

/** What the instruments show before the first sample. */
export function shownAtStart(plan: LessonPlan): Shown {
  return { altitude_ft: plan.startAltitude_ft, heading_deg: plan.heading_deg, speed_kt: plan.startSpeed_kt };
}

/** What they show, of the newest sample. */
export function shownBy(read: ReadChannel): Shown {
  return { altitude_ft: read('altitude_ft'), heading_deg: read('heading_deg'), speed_kt: read('ias_kt') };
}

/** Two moments nearer than this are the same. */
const SAME_S = 1e-6;

/** Follows the phases of a recorded flight sample by sample, with what was asked for on the way done at its time. */
export function phaseRun(planned: Lesson, events: readonly FlightEvent[]): PhaseRun {
  const flown = phasesInFlight(planned);
  const obeyUntil = commandsInTime(flown, events);
  let shown = shownAtStart(planned.plan);
  return {
    lesson: flown.lesson,
    tracker: flown.tracker,
    before: flown.before,
    sample(time_s, read) {
      obeyUntil(time_s, shown);
      flown.tracker.advance(time_s, read);
      shown = shownBy(read);
    }
  };
}

/**
 * Has the commands of a recording obeyed, each once, up to the moment of a sample, before that is looked at. One that asks for what
 * the lesson has not is in no flight of ours; in a recording from elsewhere it says nothing.
 */
export function commandsInTime(
  flown: PhasesInFlight,
  events: readonly FlightEvent[]
): (time_s: number, shown: Shown) => void {
  const commands = events.filter((event) => event.kind === 'command');
  let next = 0;
  return (time_s, shown) => {
    for (; next < commands.length && commands[next]!.time_s <= time_s + SAME_S; next++) {
      try {
        flown.obey(commands[next]!.command, time_s, shown);
      } catch (error) {
        if (!(error instanceof Rejection)) throw error;
      }
    }
  };
}
