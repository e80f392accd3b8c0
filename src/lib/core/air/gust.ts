import type { SeededNoise } from '../measure/seeded-noise';

/**
 * Single gusts of the "1 − cosine" shape (MIL-F-8785C, section 3.7.2.3) along the wind, one after the other at chance
 * intervals: the airspeed rises and falls with them.
 */

const RISE_LENGTH_M = 120;
const SHORTEST_PAUSE_S = 6;
const MEAN_PAUSE_S = 14;

/** [metres into the gust, or −seconds still to wait; size share of this one]. */
export type GustMemory = Float64Array;

/** No gust yet: the first comes after the shortest pause. */
export function noGust(): GustMemory {
  return Float64Array.of(-SHORTEST_PAUSE_S, 1);
}

/** The gust's extra wind now, in the unit of `strength` and 0 … `strength`. */
export function gustNow(memory: GustMemory, strength: number): number {
  const along = memory[0]! / RISE_LENGTH_M;
  return along > 0 && along < 2 ? 0.5 * strength * memory[1]! * (1 - Math.cos(Math.PI * along)) : 0;
}

/**
 * Advances by `dt_s` and gives the gust's extra wind now, in the unit of `strength` and 0 … `strength`.
 * @param tas_mps true airspeed, > 0
 */
export function stepGust(
  memory: GustMemory,
  strength: number,
  tas_mps: number,
  dt_s: number,
  noise: SeededNoise
): number {
  if (strength === 0) return 0;
  if (memory[0]! < 0) {
    memory[0]! += dt_s;
    if (memory[0]! >= 0) {
      memory[0] = 0;
      memory[1] = 0.5 + 0.5 * noise.uniform();
    }
    return 0;
  }
  memory[0]! += tas_mps * dt_s;
  if (memory[0]! < 2 * RISE_LENGTH_M) return gustNow(memory, strength);
  memory[0] = -(SHORTEST_PAUSE_S - (MEAN_PAUSE_S - SHORTEST_PAUSE_S) * Math.log(1 - noise.uniform()));
  return 0;
}
