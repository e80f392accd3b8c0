import { MOST_LIVE_SAMPLES, type LivePiece } from '$core/flight/live-piece';

/** A piece goes out this often while samples come, and this often while time stands still. */
const EVERY_MS = 100;
const STANDING_MS = 2000;

/** Samples on their way to whoever watches: a few at once, and what is too old is left to the chunks. */
export interface LiveSamples {
  add(counts: Int32Array, number: number): void;
  /** The next piece, when one is due. */
  due(now_ms: number, beside: Omit<LivePiece, 'from' | 'samples'>): LivePiece | null;
  forget(): void;
}

export function liveSamples(): LiveSamples {
  let samples: number[][] = [];
  let next = 0;
  let last_ms = -Infinity;
  let told = '';
  return {
    add(counts, number) {
      samples.push([...counts]);
      next = number + 1;
      if (samples.length > MOST_LIVE_SAMPLES) samples.shift();
    },
    due(now_ms, beside) {
      if (now_ms - last_ms < EVERY_MS) return null;
      const changed = JSON.stringify(beside) !== told;
      if (samples.length === 0 && !changed && now_ms - last_ms < STANDING_MS) return null;
      const piece = { from: next - samples.length, samples, ...beside };
      samples = [];
      last_ms = now_ms;
      told = JSON.stringify(beside);
      return piece;
    },
    forget() {
      samples = [];
      last_ms = -Infinity;
    }
  };
}
