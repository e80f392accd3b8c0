import { column, type Flight, lacking } from '../../flight/flight';

/** A run of vertical-speed swings, up and down about its own middle. */
export interface Swinging {
  start_s: number;
  end_s: number;
  /** Up and down again. */
  swings: number;
  lowest_fpm: number;
  highest_fpm: number;
  period_s: number;
  /** How far the nose goes up and down with it on average, degrees from one turning point to the next. */
  pitch_deg: number;
}

/** The nose goes with it by at least this much: swings of the air leave it nearly still. */
const NOSE_DEG = 2;
/** Each side of the middle by more than this is a swing worth the name. */
const SWING_FPM = 300;
const SHORTEST_PERIOD_S = 5;
const LONGEST_PERIOD_S = 40;
/** Turning points in a row that make a habit: twice up and twice down. */
const LEAST_TURNS = 4;

/**
 * Finds pumping: vertical speed swinging more than ±300 ft/min with a period of 5–40 s, between two samples.
 * The nose must swing with it: gusts move the needle alone.
 * Turning points are taken where the rate has come back by a full ±300 from the last extreme, so that ripples do not count.
 */
export function swingingOf(flight: Flight, from: number, to: number): Swinging | null {
  if (lacking(flight, ['verticalSpeed_fpm', 'pitch_deg']).length > 0) return null;
  const rate = column(flight, 'verticalSpeed_fpm');
  const turns: { at: number; value: number }[] = [];
  let extremeAt = from;
  let extreme = rate[from]!;
  let direction = 0;
  let low = rate[from]!;
  let high = rate[from]!;
  for (let k = from; k <= to; k++) {
    const value = rate[k]!;
    if (direction === 0) {
      low = Math.min(low, value);
      high = Math.max(high, value);
      if (value - low > 2 * SWING_FPM) direction = 1;
      else if (high - value > 2 * SWING_FPM) direction = -1;
      if (direction !== 0) {
        extreme = value;
        extremeAt = k;
      }
      continue;
    }
    if ((value - extreme) * direction >= 0) {
      extreme = value;
      extremeAt = k;
    } else if (Math.abs(value - extreme) > 2 * SWING_FPM) {
      turns.push({ at: extremeAt, value: extreme });
      direction = -direction;
      extreme = value;
      extremeAt = k;
    }
  }
  turns.push({ at: extremeAt, value: extreme });

  let best: typeof turns = [];
  let run: typeof turns = [];
  for (const turn of turns) {
    const last = run[run.length - 1];
    const half_s = last ? (turn.at - last.at) / flight.rate_hz : 0;
    if (last && (half_s < SHORTEST_PERIOD_S / 2 || half_s > LONGEST_PERIOD_S / 2)) run = [];
    run.push(turn);
    if (run.length > best.length) best = [...run];
  }
  if (best.length < LEAST_TURNS) return null;
  const pitch_deg = noseSwing(
    flight,
    best.map(({ at }) => at)
  );
  if (pitch_deg < NOSE_DEG) return null;
  const first = best[0]!;
  const last = best[best.length - 1]!;
  const values = best.map((turn) => turn.value);
  return {
    start_s: first.at / flight.rate_hz,
    end_s: last.at / flight.rate_hz,
    swings: Math.floor(best.length / 2),
    lowest_fpm: Math.min(...values),
    highest_fpm: Math.max(...values),
    pitch_deg,
    period_s: (2 * (last.at - first.at)) / flight.rate_hz / (best.length - 1)
  };
}

/** Range of pitch between successive turning points, averaged over them. */
function noseSwing(flight: Flight, turns: readonly number[]): number {
  const pitch = column(flight, 'pitch_deg');
  let sum = 0;
  for (let i = 1; i < turns.length; i++) {
    let low = Infinity;
    let high = -Infinity;
    for (let k = turns[i - 1]!; k <= turns[i]!; k++) {
      low = Math.min(low, pitch[k]!);
      high = Math.max(high, pitch[k]!);
    }
    sum += high - low;
  }
  return sum / Math.max(1, turns.length - 1);
}
