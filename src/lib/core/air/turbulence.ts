/**
 * Dryden gusts of MIL-F-8785C (section 3.7), filtered from white noise. The longitudinal gust is the first-order form; the
 * side and vertical gusts the second-order form (1 + √3 τs)/(1 + τs)² with τ = L/V, realised as two cascaded lags x1, x2
 * with output (√3 x1 + (1 − √3) x2)/√2, whose variance is exactly σ². Intensities are the standard's three: a tenth of
 * the wind at 20 ft (15, 30, 45 kt), kept aloft as at 1,000 ft.
 */
import type { SeededNoise } from '../measure/seeded-noise';
import { METRES_PER_FOOT, METRES_PER_SECOND_PER_KNOT } from '../measure/units';

export const turbulenceLevels = ['smooth', 'light', 'moderate', 'severe'] as const;
export type TurbulenceLevel = (typeof turbulenceLevels)[number];

/** Vertical root mean square gust, m/s. */
const GUST_MPS: Record<TurbulenceLevel, number> = {
  smooth: 0,
  light: 1.5 * METRES_PER_SECOND_PER_KNOT,
  moderate: 3 * METRES_PER_SECOND_PER_KNOT,
  severe: 4.5 * METRES_PER_SECOND_PER_KNOT
};
const FIRST_SHARE = Math.sqrt(3 / 2);
const SECOND_SHARE = (1 - Math.sqrt(3)) / Math.SQRT2;
const LOW_FT = 1000;
const HIGH_FT = 2000;
const HIGH_SCALE_FT = 1750;

/** Filter memory: [u, v1, v2, w1, w2], unit variance. */
export type TurbulenceMemory = Float64Array;

export function calmTurbulence(): TurbulenceMemory {
  return new Float64Array(5);
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
 * Advances the gusts by `dt_s` and writes them into `gust_mps` as [along, right, down] in body axes.
 * @param tas_mps true airspeed, > 0; slower than 15 m/s counts as 15; @param height_ft above the ground
 */
export function stepTurbulence(
  memory: TurbulenceMemory,
  level: TurbulenceLevel,
  tas_mps: number,
  height_ft: number,
  dt_s: number,
  noise: SeededNoise,
  gust_mps: Float64Array
): void {
  const sigma = GUST_MPS[level];
  if (sigma === 0) {
    gust_mps.fill(0);
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
  gust_mps[0] = sigma * intensityRatio * memory[0]!;
  gust_mps[1] = sigma * intensityRatio * (FIRST_SHARE * memory[1]! + SECOND_SHARE * memory[2]!);
  gust_mps[2] = sigma * (FIRST_SHARE * memory[3]! + SECOND_SHARE * memory[4]!);
}
