import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { climbBegan } from '../flight/climb-began';
import { sampleAt, type Flight } from '../flight/flight';

/** Circling is flown at its minimum: no room above it is as large. */
const CLIMBED_AWAY_FT = 300;
/** … and takes no longer than this to be climbed. */
const CLIMBED_FOR_S = 60;

/**
 * When a climb away from a circle to land began, s; null where none did, where the drill has no circle, or where the field is lost in
 * it, so that a climb is what is asked for.
 */
export function climbedFromCircle_s(
  flight: Flight,
  { drill }: Pick<Lesson, 'drill'>,
  spans: readonly PhaseSpan[]
): number | null {
  const circle = drill.checks.find((check) => check.kind === 'circle');
  const altitude = flight.columns.get('altitude_ft');
  if (!circle || circle.lost || !altitude) return null;
  const first = spans.find(({ phaseId }) => phaseId === circle.phases[0]);
  if (!first) return null;
  const from = sampleAt(flight, first.start_s);
  for (let k = from; k < flight.length; k++)
    if (altitude[k]! > altitude[from]! + CLIMBED_AWAY_FT)
      return climbBegan(flight, k, CLIMBED_FOR_S) / flight.rate_hz;
  return null;
}

/** Phases as far as they were flown: who climbs away from a circle has begun something else. */
export function untilGoneAround(
  flight: Flight,
  lesson: Pick<Lesson, 'drill'>,
  spans: readonly PhaseSpan[]
): readonly PhaseSpan[] {
  const at_s = climbedFromCircle_s(flight, lesson, spans);
  if (at_s === null) return spans;
  return spans
    .filter(({ start_s }) => start_s < at_s)
    .map((span) => ({ ...span, end_s: Math.min(span.end_s, at_s) }));
}
