import { figure } from '../measure/figure';

/** How a figure moves over attempts, oldest first. */
export interface Trend {
  kind: 'improving' | 'plateau' | 'slipping' | 'too few';
  count: number;
  /** Change for each attempt, and the half width of its 90 % confidence interval; null when there are too few. */
  slope: number | null;
  margin: number | null;
  words: string;
}

/** Two-sided 90 % points of Student's t, by degrees of freedom 1 … 30 (any table); beyond, see `studentT`. */
const STUDENT_T_90 = [
  6.314, 2.92, 2.353, 2.132, 2.015, 1.943, 1.895, 1.86, 1.833, 1.812, 1.796, 1.782, 1.771, 1.761, 1.753,
  1.746, 1.74, 1.734, 1.729, 1.725, 1.721, 1.717, 1.714, 1.711, 1.708, 1.706, 1.703, 1.701, 1.699, 1.697
];
const NORMAL_90 = 1.645;
const LEAST_ATTEMPTS = 4;

/** From the normal's point by its first correction (Abramowitz and Stegun, 26.7.5), good to a thousandth from 30 on. */
function studentT(freedom: number): number {
  return STUDENT_T_90[freedom - 1] ?? NORMAL_90 + (NORMAL_90 ** 3 + NORMAL_90) / (4 * freedom);
}

/** Least squares over the attempts 0, 1, 2 …, at least three of them. */
function lineThrough(values: readonly number[]) {
  const count = values.length;
  const middle = (count - 1) / 2;
  const average = values.reduce((a, b) => a + b, 0) / count;
  const spread = values.reduce((sum, _, i) => sum + (i - middle) ** 2, 0);
  const slope = values.reduce((sum, value, i) => sum + (i - middle) * (value - average), 0) / spread;
  const residual = values.reduce((sum, value, i) => sum + (value - average - slope * (i - middle)) ** 2, 0);
  const deviation = Math.sqrt(residual / (count - 2));
  const t = studentT(count - 2);
  return { count, middle, average, spread, slope, deviation, t, margin: (t * deviation) / Math.sqrt(spread) };
}

/**
 * Where the figure stands at each attempt by the line through all of them, and the 90 % interval of that line: in nine of ten
 * samples of attempts the true line lies in it there (simple linear regression, any textbook). Empty below four attempts.
 */
export function trendLine(values: readonly number[]): { fit: number; low: number; high: number }[] {
  if (values.length < LEAST_ATTEMPTS) return [];
  const { count, middle, average, spread, slope, deviation, t } = lineThrough(values);
  return values.map((_, i) => {
    const fit = average + slope * (i - middle);
    const half = t * deviation * Math.sqrt(1 / count + (i - middle) ** 2 / spread);
    return { fit, low: fit - half, high: fit + half };
  });
}

/**
 * Least-squares line through the attempts' figures, with the 90 % interval of its slope: improving or slipping only when the
 * interval leaves zero out.
 * @param better whether more of the figure is better, or less (for errors, pass their sizes)
 */
export function trendOf(values: readonly number[], better: 'more' | 'less', unit = ''): Trend {
  const count = values.length;
  if (count < LEAST_ATTEMPTS) {
    return {
      kind: 'too few',
      count,
      slope: null,
      margin: null,
      words: `a trend needs ${LEAST_ATTEMPTS} attempts; there ${count === 1 ? 'is' : 'are'} ${count}`
    };
  }
  const { slope, margin } = lineThrough(values);
  const clear = Math.abs(slope) > margin;
  const kind = !clear ? 'plateau' : slope > 0 === (better === 'more') ? 'improving' : 'slipping';
  const decimals = Math.abs(slope) < 1 ? 2 : 1;
  return {
    kind,
    count,
    slope,
    margin,
    words:
      kind === 'plateau'
        ? 'no clear change yet'
        : `${kind === 'improving' ? 'getting better' : 'getting worse'}, by about ${figure(Math.abs(slope), decimals)}${unit ? ` ${unit}` : ''} an attempt`
  };
}

/** A lean to one side over a student's flights. */
export interface Lean {
  side: 'above' | 'below';
  /** Flights whose mean error was to that side, of all. */
  flights: number;
  of: number;
  /** Mean over flights, as a share of tolerance, signed. */
  share: number;
}

const LEAN_SHARE = 0.7;
const LEAN_LEAST_FLIGHTS = 4;
/** Flights whose mean error is smaller than this share of tolerance lean to neither side. */
const LEAN_COUNTS_FROM = 0.05;

/** At least 70 % of several flights' mean errors to one side; null when there is no such lean. @param shares mean signed errors by flight */
export function leanOf(shares: readonly number[]): Lean | null {
  const counted = shares.filter((share) => Math.abs(share) >= LEAN_COUNTS_FROM);
  if (counted.length < LEAN_LEAST_FLIGHTS) return null;
  const above = counted.filter((share) => share > 0).length;
  const most = Math.max(above, counted.length - above);
  if (most < LEAN_SHARE * counted.length) return null;
  return {
    side: above === most ? 'above' : 'below',
    flights: most,
    of: shares.length,
    share: shares.reduce((a, b) => a + b, 0) / shares.length
  };
}
