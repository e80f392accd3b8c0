import type { Lesson } from '$core/drill/lesson';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { detectPhases } from '$core/flight/detected-phases';
import type { Flight } from '$core/flight/flight';
import { asJudged } from '$core/flight/judged-channels';
import { alignedValues } from '$core/flight/aligned-values';
import { unwrapped, type Strip } from '$lib/draw/strip';
import { fetchFlight } from '$lib/worker/fetch-flight';
import { referenceFlight } from '$lib/worker/reference-flight';

/** The ghost of the reference pilot goes by this name among the attempts' ids. */
export const REFERENCE = 'reference';

/** Another flight of the same drill, laid over the strips phase by phase: who was slower in one is not late in all that follow. */
export class Ghost {
  shown = $state.raw<{ id: string; flight: Flight } | null>(null);
  coming = $state(false);
  failure = $state('');

  constructor(
    private readonly lesson: () => Lesson,
    private readonly spans: () => readonly PhaseSpan[]
  ) {}

  private readonly judged = $derived.by(() => this.shown && asJudged(this.shown.flight, this.lesson()));
  private readonly phases = $derived.by(() =>
    this.judged ? detectPhases(this.judged, this.lesson()).spans : []
  );

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
      const flight = id === REFERENCE ? await referenceFlight(this.lesson().plan) : await fetchFlight(id);
      this.shown = { id, flight };
      this.failure = '';
    } catch (error) {
      this.failure = `The other flight could not be had: ${error instanceof Error ? error.message : error}.`;
    }
    this.coming = false;
  }

  /** The ghost's line on a strip; null where it recorded nothing of the kind. */
  valuesFor(strip: Strip): ArrayLike<number> | null {
    if (!this.judged) return null;
    const values =
      strip.id === 'heading_deg' ? headingsAbout(this.judged, strip) : this.judged.columns.get(strip.id);
    return values
      ? alignedValues(values, strip.rate_hz, this.spans(), this.phases, strip.values.length)
      : null;
  }
}

/** An earlier drill may have been flown on another heading: its deviations are what compares. */
function headingsAbout(flown: Flight, strip: Strip): Float32Array {
  const headings = unwrapped(flown, strip.values[0]);
  return headings.map((value) => value - headings[0]! + strip.values[0]!);
}
