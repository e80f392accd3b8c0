import { phaseById } from '$core/drill/drill';
import { lessonOf, type Lesson } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { detectPhases, type FlownPhases } from '$core/flight/detected-phases';
import type { Flight } from '$core/flight/flight';
import { asJudged } from '$core/flight/judged-channels';
import { fetchFlight } from '$lib/worker/fetch-flight';

/** What was begun anew stays to be seen as it was flown before, too. */
function withTimesBefore({ lesson, before }: FlownPhases): Lesson {
  const phases = before.flatMap((time) =>
    time.spans.map(({ phaseId }) => phaseById(time.lesson.drill, phaseId))
  );
  return { ...lesson, drill: { ...lesson.drill, phases: [...lesson.drill.phases, ...phases] } };
}

/** The recording of an attempt with its lesson: as it was planned, and with what was asked for on the way. */
export class DebriefedFlight {
  flight = $state.raw<Flight | null>(null);
  failure = $state('');
  private wanted = '';

  constructor(private readonly plan: () => LessonPlan) {}

  readonly planned = $derived.by(() => lessonOf(this.plan()));
  readonly judged = $derived.by(() => this.flight && asJudged(this.flight, this.planned));
  /** As planned, where nothing was asked for, and until the flight is there to tell. */
  readonly lesson = $derived.by(() =>
    this.judged?.events.some(({ kind }) => kind === 'command')
      ? withTimesBefore(detectPhases(this.judged, this.planned))
      : this.planned
  );

  /** Another attempt: nothing is shown of the one before. */
  forget(): void {
    this.flight = null;
    this.failure = '';
  }

  async load(id: string): Promise<void> {
    this.wanted = id;
    try {
      const flight = await fetchFlight(id);
      if (id === this.wanted) this.flight = flight;
    } catch (error) {
      this.failure = `The flight could not be fetched: ${error instanceof Error ? error.message : error}.`;
    }
  }
}
