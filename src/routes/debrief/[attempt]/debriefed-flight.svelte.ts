import { browser } from '$app/environment';
import type { Lesson } from '$core/drill/lesson';
import type { FlownFlight } from '$core/flight/flown-flight';
import { fetchFlight } from '$lib/worker/fetch-flight';

/** The recording of an attempt, and its lesson: as it was planned, and with what was asked for on the way. */
export class DebriefedFlight {
  flown = $state.raw<FlownFlight | null>(null);
  failure = $state('');
  private wanted = '';

  /** Asked for before the page had woken; null once it was taken, or on the server, where nothing is fetched. */
  private ahead: { id: string; flown: Promise<FlownFlight> } | null = null;

  /** @param id of the attempt that is to be shown first */
  constructor(
    readonly planned: () => Lesson,
    id: string
  ) {
    if (!browser) return;
    const flown = fetchFlight(id, planned());
    // Whoever loads it hears of it.
    flown.catch(() => {});
    this.ahead = { id, flown };
  }

  readonly flight = $derived.by(() => this.flown?.flight ?? null);
  /** As planned until the flight is there to tell. */
  readonly lesson = $derived.by(() => this.flown?.lesson ?? this.planned());

  /** Another attempt: nothing is shown of the one before. */
  forget(): void {
    this.flown = null;
    this.failure = '';
  }

  async load(id: string): Promise<void> {
    this.wanted = id;
    try {
      const ahead = this.ahead;
      this.ahead = null;
      const flown = await (ahead?.id === id ? ahead.flown : fetchFlight(id, this.planned()));
      if (id === this.wanted) this.flown = flown;
    } catch (error) {
      if (id !== this.wanted) return;
      this.failure = `The flight could not be fetched: ${error instanceof Error ? error.message : error}.`;
    }
  }
}
