/** How an instructor's own verdicts lie beside the computed ones: in steps, of all flights of the lessons they planned. */
export interface VerdictSteps {
  /** Flights; most have no verdict of the instructor's own, and stand at nought. */
  count: number;
  /** Mean of steps up less steps down: not met, met with prompt correction, met. */
  mean: number;
  /** Variance of the steps, over all flights. */
  variance: number;
}

export interface Leniency {
  kind: 'too few' | 'alike' | 'more lenient' | 'stricter';
  /** Steps a flight more than the others give, with the 90 % interval of the difference; null: too few to say. */
  difference: { mean: number; low: number; high: number } | null;
}

/** Of fewer flights nothing is said of anybody. */
const LEAST_FLIGHTS = 20;
const NORMAL_90 = 1.645;

/** One instructor beside all the others together: the difference of the means with Welch's interval, in the normal's limit. */
export function leniencyOf(own: VerdictSteps, others: VerdictSteps): Leniency {
  if (own.count < LEAST_FLIGHTS || others.count < LEAST_FLIGHTS) return { kind: 'too few', difference: null };
  const mean = own.mean - others.mean;
  const half = NORMAL_90 * Math.sqrt(own.variance / own.count + others.variance / others.count);
  const difference = { mean, low: mean - half, high: mean + half };
  return {
    kind: difference.low > 0 ? 'more lenient' : difference.high < 0 ? 'stricter' : 'alike',
    difference
  };
}

/** Several taken together. */
export function together(parts: readonly VerdictSteps[]): VerdictSteps {
  const count = parts.reduce((sum, part) => sum + part.count, 0);
  if (count === 0) return { count: 0, mean: 0, variance: 0 };
  const mean = parts.reduce((sum, part) => sum + part.count * part.mean, 0) / count;
  const squares = parts.reduce((sum, part) => sum + part.count * (part.variance + part.mean ** 2), 0) / count;
  return { count, mean, variance: Math.max(0, squares - mean ** 2) };
}
