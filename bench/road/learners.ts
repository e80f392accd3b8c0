import { seededNoise, type SeededNoise } from '../../src/lib/core/measure/seeded-noise';
import { STANDARD_SCORE, type SkillFlight } from '../../src/lib/core/road/skill';

/** Somebody who learns one thing, by a curve of their own; what Hanza reckons with is another. */
export interface InventedLearner {
  /** Expected figure of a flight on a day. */
  level(day: number): number;
  fly(day: number): SkillFlight;
  readonly noise: number;
}

export const curves = ['power of practice', 'logistic', 'share of what is left'] as const;
export type Curve = (typeof curves)[number];

/**
 * @param curve 'power of practice': errors fall by a power of the flights, forgetting by a power of time; 'logistic': slow, quick, slow
 * again, forgetting by halves with one half-life; 'share of what is left': a constant share of it with each flight
 */
export function inventedLearner(
  curve: Curve,
  random: SeededNoise,
  { ceiling = 80 + 19 * random.uniform() }: { ceiling?: number } = {}
): InventedLearner {
  const start = 15 + 45 * random.uniform();
  const rate = 0.5 + random.uniform();
  const halfLife_d = 20 * 12 ** random.uniform();
  const noise = 5 + 6 * random.uniform();
  /** Flights in effect. */
  let practice = 0;
  let last: number | null = null;
  let times = 0;
  const skilled = (n: number) => {
    switch (curve) {
      case 'power of practice':
        return ceiling - (ceiling - start) * (1 + n) ** (-0.9 * rate);
      case 'logistic':
        return (
          start +
          (ceiling - start) *
            ((1 / (1 + Math.exp(-(n - 4 / rate) * rate)) - 1 / (1 + Math.exp(4))) /
              (1 - 1 / (1 + Math.exp(4))))
        );
      case 'share of what is left':
        return ceiling - (ceiling - start) * Math.exp(-0.28 * rate * n);
    }
  };
  /** Share of what was learnt that is still there: by halves with one half-life, or by a power of time (Wixted and Carpenter 2007). */
  const kept = (day: number) => {
    if (last === null) return 1;
    const idle = day - last;
    const stable = halfLife_d * (1 + times / 4);
    return curve === 'logistic' ? 2 ** (-idle / stable) : (1 + idle / stable) ** -0.8;
  };
  const level = (day: number) => start + (skilled(practice) - start) * kept(day);
  return {
    noise,
    level,
    fly(day) {
      const raw = Math.min(100, Math.max(0, level(day) + noise * random.normal()));
      // What was forgotten comes back sooner than it came.
      practice = practice * (0.5 + 0.5 * kept(day)) + 1;
      times += 1;
      last = day;
      // A flight that does not meet the standard gets no more than 70 of 100.
      return { day, score: raw > STANDARD_SCORE ? raw : 0.97 * raw };
    }
  };
}

export const learnerSeed = (seed: number) => seededNoise(seed);
