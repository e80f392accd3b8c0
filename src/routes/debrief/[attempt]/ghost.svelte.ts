import type { Lesson } from '$core/drill/lesson';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { alignedValues } from '$core/flight/aligned-values';
import type { Flight } from '$core/flight/flight';
import type { FlownFlight } from '$core/flight/flown-flight';
import { unwrapped, type Strip } from '$lib/draw/strip';
import { fetchFlight } from '$lib/worker/fetch-flight';
import { referenceFlight } from '$lib/worker/reference-flight';

/** The ghost of the reference pilot goes by this name among the attempts' ids. */
export const REFERENCE = 'reference';

/** Another flight of the same drill, laid over the strips phase by phase: who was slower in one is not late in all that follow. */
export class Ghost {
  shown = $state.raw<{ id: string; flown: FlownFlight } | null>(null);
  coming = $state(false);
  failure = $state('');

  constructor(
    private readonly lesson: () => Lesson,
    private readonly spans: () => readonly PhaseSpan[]
  ) {}

  forget(): void {
    this.shown = null;
    this.failure = '';
  }

  /** Shows an attempt or the reference pilot; the one that is shown already is taken away. */
  async show(id: string | null): Promise<void> {
    if (id === null || this.shown?.id === id) {
      this.shown = null;
      return;
    }
    this.coming = true;
    try {
      const lesson = this.lesson();
      const flown = id === REFERENCE ? await referenceFlight(lesson) : await fetchFlight(id, lesson);
      this.shown = { id, flown };
      this.failure = '';
    } catch (error) {
      this.failure = `The other flight could not be had: ${error instanceof Error ? error.message : error}.`;
    }
    this.coming = false;
  }

  /** The ghost's line on a strip; null where it recorded nothing of the kind. */
  valuesFor(strip: Strip): ArrayLike<number> | null {
    if (!this.shown) return null;
    const { judged, spans } = this.shown.flown;
    const values = strip.id === 'heading_deg' ? headingsAbout(judged, strip) : judged.columns.get(strip.id);
    return values ? alignedValues(values, strip.rate_hz, this.spans(), spans, strip.values.length) : null;
  }
}

/** An earlier drill may have been flown on another heading: its deviations are what compares. */
function headingsAbout(flown: Flight, strip: Strip): Float32Array {
  const headings = unwrapped(flown, strip.values[0]);
  return headings.map((value) => value - headings[0]! + strip.values[0]!);
}
