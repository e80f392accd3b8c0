/**
 * Dryden gusts of MIL-F-8785C (section 3.7), filtered from white noise. The longitudinal gust is the first-order form; the
 * side and vertical gusts the second-order form (1 + √3 τs)/(1 + τs)² with τ = L/V, realised as two cascaded lags x1, x2
 * with output (√3 x1 + (1 − √3) x2)/√2, whose variance is exactly σ². The rolling gust is the standard's first-order form.
 * Intensities up to 1,000 ft are the standard's three: a tenth of the wind at 20 ft (15, 30, 45 kt). Moderate and severe
 * grow with height as its table of exceedance probabilities (10⁻³ and 10⁻⁵) says, blended in up to 2,000 ft; light stays as
 * below, for the table's own (10⁻²) is rougher than what instructors call light.
 */
import type { SeededNoise } from '../measure/seeded-noise';
import { METRES_PER_FOOT, METRES_PER_SECOND_PER_KNOT } from '../measure/units';

export const turbulenceLevels = ['smooth', 'light', 'moderate', 'severe'] as const;
export type TurbulenceLevel = (typeof turbulenceLevels)[number];

/** Whether the air swings an airplane about so much that swings say nothing of the hands. */
export function isRough(level: TurbulenceLevel): boolean {
  return level === 'moderate' || level === 'severe';
}

/** Vertical root mean square gust, m/s. */
const GUST_MPS: Record<TurbulenceLevel, number> = {
  smooth: 0,
  light: 1.5 * METRES_PER_SECOND_PER_KNOT,
  moderate: 3 * METRES_PER_SECOND_PER_KNOT,
  severe: 4.5 * METRES_PER_SECOND_PER_KNOT
};
const FIRST_SHARE = Math.sqrt(3 / 2);
const SECOND_SHARE = (1 - Math.sqrt(3)) / Math.SQRT2;
/** σp = 1.9 σw / √(Lw b), all in feet. */
const ROLL_FORM = 1.9;
const LOW_FT = 1000;
const HIGH_FT = 2000;
const HIGH_SCALE_FT = 1750;

/** Vertical root mean square gust aloft by the standard's table, ft/s, at these heights, ft; straight between. */
const TABLE_FT = [1750, 3750, 7500, 15000, 25000, 35000] as const;
const TABLE_FPS: Partial<Record<TurbulenceLevel, readonly number[]>> = {
  moderate: [9.6, 10.6, 10.1, 8.0, 6.6, 5.0],
  severe: [17.6, 23.0, 23.6, 22.1, 20.0, 16.0]
};

/** Vertical root mean square gust of a level at a height above the ground (ft), m/s. */
export function gustIntensity(level: TurbulenceLevel, height_ft: number): number {
  const low = GUST_MPS[level];
  const table = TABLE_FPS[level];
  if (!table || height_ft <= LOW_FT) return low;
  let i = 0;
  while (i < TABLE_FT.length - 2 && height_ft > TABLE_FT[i + 1]!) i += 1;
  const share = Math.min(1, Math.max(0, (height_ft - TABLE_FT[i]!) / (TABLE_FT[i + 1]! - TABLE_FT[i]!)));
  const aloft = (table[i]! + share * (table[i + 1]! - table[i]!)) * METRES_PER_FOOT;
  return low + Math.min(1, (height_ft - LOW_FT) / (HIGH_FT - LOW_FT)) * (aloft - low);
}

/** Filter memory: [u, v1, v2, w1, w2, p], unit variance. */
export type TurbulenceMemory = Float64Array;

export const TURBULENCE_MEMORY_LENGTH = 6;

/** Filter memory of air that has been still: the gusts grow from nothing. */
export function calmTurbulence(): TurbulenceMemory {
  return new Float64Array(TURBULENCE_MEMORY_LENGTH);
}

/**
 * Scale lengths (ft) and the ratio of horizontal to vertical intensity at a height above the ground (ft):
 * the low-altitude forms below 1,000 ft, 1,750 ft and even intensities above 2,000 ft, straight between.
 */
export function turbulenceScales(height_ft: number): {
  horizontal_ft: number;
  vertical_ft: number;
  intensityRatio: number;
} {
  if (height_ft >= HIGH_FT) {
    return { horizontal_ft: HIGH_SCALE_FT, vertical_ft: HIGH_SCALE_FT, intensityRatio: 1 };
  }
  const low = Math.min(LOW_FT, Math.max(10, height_ft));
  const form = 0.177 + 0.000823 * low;
  const share = Math.max(0, (height_ft - LOW_FT) / (HIGH_FT - LOW_FT));
  const blend = (below: number, above: number) => below + share * (above - below);
  return {
    horizontal_ft: blend(low / form ** 1.2, HIGH_SCALE_FT),
    vertical_ft: blend(low, HIGH_SCALE_FT),
    intensityRatio: blend(1 / form ** 0.4, 1)
  };
}

/**
 * Advances the gusts by `dt_s` and writes them into `gust` as [along, right, down] in body axes, m/s, and the rolling, rad/s.
 * @param tas_mps true airspeed, > 0; slower than 15 m/s counts as 15; @param height_ft above the ground; @param span_m > 0
 */
export function stepTurbulence(
  memory: TurbulenceMemory,
  level: TurbulenceLevel,
  tas_mps: number,
  height_ft: number,
  span_m: number,
  dt_s: number,
  noise: SeededNoise,
  gust: Float64Array
): void {
  const sigma = gustIntensity(level, height_ft);
  if (sigma === 0) {
    gust.fill(0);
    return;
  }
  const { horizontal_ft, vertical_ft, intensityRatio } = turbulenceScales(height_ft);
  const perMetre = (-dt_s * Math.max(15, tas_mps)) / METRES_PER_FOOT;
  const horizontal = Math.exp(perMetre / horizontal_ft);
  const vertical = vertical_ft === horizontal_ft ? horizontal : Math.exp(perMetre / vertical_ft);
  const driven = Math.sqrt(1 - horizontal * horizontal);
  memory[0] = horizontal * memory[0]! + driven * noise.normal();
  for (let first = 1; first <= 3; first += 2) {
    const decay = first === 1 ? horizontal : vertical;
    memory[first + 1] = decay * memory[first + 1]! + (1 - decay) * memory[first]!;
    memory[first] = decay * memory[first]! + Math.sqrt(1 - decay * decay) * noise.normal();
  }
  gust[0] = sigma * intensityRatio * memory[0]!;
  gust[1] = sigma * intensityRatio * (FIRST_SHARE * memory[1]! + SECOND_SHARE * memory[2]!);
  gust[2] = sigma * (FIRST_SHARE * memory[3]! + SECOND_SHARE * memory[4]!);
  const span_ft = span_m / METRES_PER_FOOT;
  const rolling = Math.exp((perMetre * Math.PI) / (4 * span_ft));
  memory[5] = rolling * memory[5]! + Math.sqrt(1 - rolling * rolling) * noise.normal();
  const rollSigma = (ROLL_FORM * (sigma / METRES_PER_FOOT)) / Math.sqrt(vertical_ft * span_ft);
  gust[3] = rollSigma * memory[5]!;
}
