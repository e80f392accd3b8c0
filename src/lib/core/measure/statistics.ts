/** Small statistics over plain number sequences. Empty input gives `null`, never NaN. */

export type Numbers = ArrayLike<number>;

/** The arithmetic mean; null of nothing. */
export function mean(values: Numbers): number | null {
  if (values.length === 0) return null;
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum / values.length;
}

/** How two figures go together, with its uncertainty. */
export interface Correlation {
  count: number;
  /** Pearson's r, −1…+1. */
  r: number;
  /** 90 % confidence interval by Fisher's z-transformation; null below four pairs. */
  interval: readonly [number, number] | null;
}

/** Pearson correlation of pairs; null for fewer than three or when either does not vary. */
export function correlationOf(pairs: readonly (readonly [number, number])[]): Correlation | null {
  const count = pairs.length;
  if (count < 3) return null;
  const mx = pairs.reduce((sum, [x]) => sum + x, 0) / count;
  const my = pairs.reduce((sum, [, y]) => sum + y, 0) / count;
  let sxx = 0;
  let syy = 0;
  let sxy = 0;
  for (const [x, y] of pairs) {
    sxx += (x - mx) ** 2;
    syy += (y - my) ** 2;
    sxy += (x - mx) * (y - my);
  }
  if (sxx < 1e-12 || syy < 1e-12) return null;
  const r = Math.max(-1, Math.min(1, sxy / Math.sqrt(sxx * syy)));
  const NORMAL_90 = 1.645;
  const held = Math.max(-0.999999, Math.min(0.999999, r));
  const half = NORMAL_90 / Math.sqrt(Math.max(1, count - 3));
  const interval =
    count < 4 ? null : ([Math.tanh(Math.atanh(held) - half), Math.tanh(Math.atanh(held) + half)] as const);
  return { count, r, interval };
}

/** Share of a standard normal distribution below a value (Abramowitz and Stegun 7.1.26 by the error function; good to 1.5e−7). */
export function normalShareBelow(value: number): number {
  const x = Math.abs(value) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const tail =
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
    Math.exp(-x * x);
  return value >= 0 ? 1 - tail / 2 : tail / 2;
}

/**
 * The smallest value that has at least a share of all weight at or below it.
 * @param values at least one @param weights of the values, none negative; null: all the same @param share 0…1
 */
export function weightedQuantile(
  values: readonly number[],
  weights: readonly number[] | null,
  share: number
): number {
  const order = values.map((_, i) => i).sort((a, b) => values[a]! - values[b]!);
  const weight = (i: number) => weights?.[i] ?? 1;
  const total = order.reduce((sum, i) => sum + weight(i), 0);
  let below = 0;
  for (const i of order) {
    below += weight(i);
    if (below >= share * total - 1e-12 * total) return values[i]!;
  }
  return values[order.at(-1)!]!;
}
