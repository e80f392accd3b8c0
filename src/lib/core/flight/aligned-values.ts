import type { PhaseSpan } from '../drill/phase-tracker';

/**
 * Another flight's values laid beside a flight phase by phase: each phase begins where it began here, however long the one
 * before took. NaN where the other flight has no such phase, or was through with it sooner.
 * @param values of the other flight; @param rate_hz of both; @param length samples of this flight
 */
export function alignedValues(
  values: ArrayLike<number>,
  rate_hz: number,
  here: readonly PhaseSpan[],
  there: readonly PhaseSpan[],
  length: number
): Float32Array {
  const aligned = new Float32Array(length).fill(NaN);
  here.forEach((span, index) => {
    const other = there.find(({ phaseId }) => phaseId === span.phaseId);
    if (!other) return;
    const from = Math.round(span.start_s * rate_hz);
    const next = here[index + 1];
    const to = Math.min(length, next ? Math.round(next.start_s * rate_hz) : length);
    const begins = Math.round(other.start_s * rate_hz);
    const ends = Math.min(values.length - 1, Math.round(other.end_s * rate_hz));
    for (let k = from; k < to && begins + k - from <= ends; k++) aligned[k] = values[begins + k - from]!;
  });
  return aligned;
}
