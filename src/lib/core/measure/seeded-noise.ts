import { xoroshiro128plus, xoroshiro128plusFromState } from 'pure-rand/generator/xoroshiro128plus';

/** A repeatable source of noise whose whole state can be stored with a flight and taken up again. */
export interface SeededNoise {
  /** Uniform in [0, 1). */
  uniform(): number;
  /** Standard normal: mean 0, variance 1 (Marsaglia polar method, second value discarded to keep no hidden state). */
  normal(): number;
  state(): readonly number[];
}

/**
 * Seeds close to each other must not give streams that begin alike: they are mixed first (the finaliser of MurmurHash3,
 * Appleby 2008, public domain; each input bit flips each output bit with even odds).
 */
function mixed(seed: number): number {
  let h = seed | 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return h ^ (h >>> 16);
}

/** @param seed any 32-bit integer, or a state taken earlier with `state()` */
export function seededNoise(seed: number | readonly number[]): SeededNoise {
  const generator =
    typeof seed === 'number' ? xoroshiro128plus(mixed(seed)) : xoroshiro128plusFromState(seed);
  const uniform = () => (generator.next() >>> 0) / 4294967296;
  return {
    uniform,
    normal() {
      for (;;) {
        const x = 2 * uniform() - 1;
        const y = 2 * uniform() - 1;
        const s = x * x + y * y;
        if (s > 0 && s < 1) return x * Math.sqrt((-2 * Math.log(s)) / s);
      }
    },
    state: () => generator.getState()
  };
}
