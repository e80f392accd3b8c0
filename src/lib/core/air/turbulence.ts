/**
 * Dryden gusts as MIL-F-8785C gives them for medium and high altitude (section 3.7.2: L = 1,750 ft, σu = σv = σw),
 * filtered from white noise. The longitudinal gust is the first-order form; the side and vertical gusts the second-order
 * form (1 + √3 τs)/(1 + τs)² with τ = L/V, realised as two cascaded lags x1, x2 with output (√3 x1 + (1 − √3) x2)/√2,
 * whose variance is exactly σ².
 */
import type { SeededNoise } from '../measure/seeded-noise';
import { METRES_PER_FOOT } from '../measure/units';

export const turbulenceLevels = ['smooth', 'light', 'moderate', 'severe'] as const;
export type TurbulenceLevel = (typeof turbulenceLevels)[number];

/** Root mean square gust, m/s: about 2, 6 and 13 ft/s, by pilots' words for the ride. */
const GUST_MPS: Record<TurbulenceLevel, number> = { smooth: 0, light: 0.6, moderate: 1.8, severe: 4 };
const FIRST_SHARE = Math.sqrt(3 / 2);
const SECOND_SHARE = (1 - Math.sqrt(3)) / Math.SQRT2;
const SCALE_LENGTH_M = 1750 * METRES_PER_FOOT;

/** Filter memory: [u, v1, v2, w1, w2], unit variance. */
export type TurbulenceMemory = Float64Array;

export function calmTurbulence(): TurbulenceMemory {
  return new Float64Array(5);
}

/**
 * Advances the gusts by `dt_s` and writes them into `gust_mps` as [along, right, down] in body axes.
 * @param tas_mps true airspeed, > 0; slower than 15 m/s counts as 15
 */
export function stepTurbulence(
  memory: TurbulenceMemory,
  level: TurbulenceLevel,
  tas_mps: number,
  dt_s: number,
  noise: SeededNoise,
  gust_mps: Float64Array
): void {
  const sigma = GUST_MPS[level];
  if (sigma === 0) {
    gust_mps.fill(0);
    return;
  }
  const decay = Math.exp((-dt_s * Math.max(15, tas_mps)) / SCALE_LENGTH_M);
  const drive = Math.sqrt(1 - decay * decay);
  memory[0] = decay * memory[0]! + drive * noise.normal();
  for (let first = 1; first <= 3; first += 2) {
    memory[first + 1] = decay * memory[first + 1]! + (1 - decay) * memory[first]!;
    memory[first] = decay * memory[first]! + drive * noise.normal();
  }
  gust_mps[0] = sigma * memory[0]!;
  gust_mps[1] = sigma * (FIRST_SHARE * memory[1]! + SECOND_SHARE * memory[2]!);
  gust_mps[2] = sigma * (FIRST_SHARE * memory[3]! + SECOND_SHARE * memory[4]!);
}
