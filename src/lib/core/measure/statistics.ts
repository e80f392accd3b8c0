/** Small statistics over plain number sequences. Empty input gives `null`, never NaN. */

export type Numbers = ArrayLike<number>;

export function mean(values: Numbers): number | null {
  if (values.length === 0) return null;
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum / values.length;
}

/** Root mean square about zero. */
export function rootMeanSquare(values: Numbers): number | null {
  if (values.length === 0) return null;
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]! * values[i]!;
  return Math.sqrt(sum / values.length);
}

/** The value below which the given share (0…1) of the values lies, nearest rank. */
export function percentile(values: Numbers, share: number): number | null {
  if (values.length === 0) return null;
  const sorted = Float64Array.from(values).sort();
  const rank = Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1));
  return sorted[rank]!;
}
