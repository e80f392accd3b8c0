import { phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { detectPhases, type FlownPhases } from './detected-phases';
import type { Flight } from './flight';
import { asJudged } from './judged-channels';
import { planTrack, type PlanPoint } from './plan-picture';

/** A recorded flight with what follows from it and its lesson, for who only shows it. Plain data. */
export interface FlownFlight {
  /** As it was recorded. */
  flight: Flight;
  judged: Flight;
  /** With what was asked for on the way; as planned where nothing was. */
  lesson: Lesson;
  spans: PhaseSpan[];
  /** The way flown on the plan, one point a second; none without radios. */
  track: PlanPoint[];
}

/**
 * A recording with all that follows from it and from its plan: as it is judged, its phases as they were flown, and the
 * way over the ground where the lesson has radios.
 */
export function flownFlight(recorded: Flight, planned: Lesson): FlownFlight {
  const judged = asJudged(recorded, planned);
  const phases = detectPhases(judged, planned);
  const asked = judged.events.some(({ kind }) => kind === 'command');
  return {
    flight: recorded,
    judged,
    lesson: asked ? withTimesBefore(phases) : planned,
    spans: phases.spans,
    track: planned.navigation ? planTrack(planned, recorded) : []
  };
}

/** What was begun anew stays to be seen as it was flown before, too. */
function withTimesBefore({ lesson, before }: FlownPhases): Lesson {
  const phases = before.flatMap((time) =>
    time.spans.map(({ phaseId }) => phaseById(time.lesson.drill, phaseId))
  );
  return { ...lesson, drill: { ...lesson.drill, phases: [...lesson.drill.phases, ...phases] } };
}
