import type { PhaseSpan } from '../../drill/phase-tracker';
import { column, type Flight, sampleAt } from '../../flight/flight';

/** The samples of a phase at which the fix was passed in the direction of its course, as they were counted in flight. */
export function passagesOf(flight: Flight, span: PhaseSpan): number[] {
  const count = column(flight, 'passages');
  const to = sampleAt(flight, span.end_s);
  const passed: number[] = [];
  // At the sample in which a phase begins the count of the one before still stands.
  for (let k = sampleAt(flight, span.start_s) + 1; k <= to; k++)
    if (count[k]! > passed.length) passed.push(k);
  return passed;
}
