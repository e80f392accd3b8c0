/** Small statistics over plain number sequences. Empty input gives `null`, never NaN. */

export type Numbers = ArrayLike<number>;

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
