/** Small statistics over plain number sequences. Empty input gives `null`, never NaN. */

export type Numbers = ArrayLike<number>;

export function mean(values: Numbers): number | null {
  if (values.length === 0) return null;
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum / values.length;
}
