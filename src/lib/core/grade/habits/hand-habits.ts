import { column, type Flight } from '../../flight/flight';

/** The throttle moved to and fro. */
export interface PowerHunting {
  start_s: number;
  end_s: number;
  /** Within a minute. */
  reversals: number;
}

/** A swing of the throttle counts from this much of its travel. */
const SWING = 0.06;
const LEAST_REVERSALS = 7;
/** The minute in which it is counted: an average over the whole flight hides a bad one. */
const WINDOW_S = 60;

/**
 * Throttle reversals within stretches of flight that ask for steady power: the worst minute of them; null when there are few.
 * @param stretches samples, [from, to]
 */
export function powerHuntingOf(
  flight: Flight,
  stretches: readonly (readonly [number, number])[]
): PowerHunting | null {
  const throttle = column(flight, 'throttle');
  const reversals: number[] = [];
  for (const [from, to] of stretches) {
    let extreme = throttle[from]!;
    let low = extreme;
    let high = extreme;
    let direction = 0;
    for (let k = from; k <= to; k++) {
      const value = throttle[k]!;
      if (direction === 0) {
        low = Math.min(low, value);
        high = Math.max(high, value);
        if (high - low >= SWING) {
          direction = value === high ? 1 : -1;
          extreme = value;
        }
        continue;
      }
      if ((value - extreme) * direction >= 0) extreme = value;
      else if ((extreme - value) * direction >= SWING) {
        reversals.push(k);
        direction = -direction;
        extreme = value;
      }
    }
  }
  let worst: PowerHunting | null = null;
  let first = 0;
  for (let last = 0; last < reversals.length; last++) {
    while (reversals[last]! - reversals[first]! > WINDOW_S * flight.rate_hz) first += 1;
    const count = last - first + 1;
    if (count >= LEAST_REVERSALS && count > (worst?.reversals ?? 0))
      worst = {
        start_s: reversals[first]! / flight.rate_hz,
        end_s: reversals[last]! / flight.rate_hz,
        reversals: count
      };
  }
  return worst;
}

/** A force held for long that trim should have taken. */
export interface OutOfTrim {
  start_s: number;
  end_s: number;
  /** Mean elevator, −1…+1, + = nose up. */
  elevator: number;
  seconds: number;
}

const STEADY_BANK_DEG = 8;
const OUT_OF_TRIM = 0.08;
const LEAST_S = 30;
/** After the start of a stretch trim is given this long to be set. */
const TRIMMED_WITHIN_S = 12;
/** Trim that moves less than this was not touched. */
const TRIM_UNTOUCHED = 0.01;

/**
 * Elevator held to one side in wings-level, steady stretches: the worst run of at least half a minute; null when it is
 * little or short. A run goes on from one stretch to the next where the trim was not touched in either.
 */
export function outOfTrimOf(
  flight: Flight,
  stretches: readonly (readonly [number, number])[]
): OutOfTrim | null {
  const elevator = column(flight, 'elevator');
  const bank = column(flight, 'bank_deg');
  const trim = flight.columns.get('trim');
  let worst: OutOfTrim | null = null;
  const window = LEAST_S * flight.rate_hz;
  let steady: number[] = [];
  for (const [from, to] of stretches) {
    if (!trim || trimMoved(trim, steady[0] ?? from, to)) steady = [];
    for (let k = from + TRIMMED_WITHIN_S * flight.rate_hz; k <= to; k++)
      if (Math.abs(bank[k]!) <= STEADY_BANK_DEG) steady.push(k);
    let sum = 0;
    for (let i = 0; i < steady.length; i++) {
      sum += elevator[steady[i]!]!;
      if (i >= window) sum -= elevator[steady[i - window]!]!;
      if (i < window - 1) continue;
      const held = sum / window;
      if (Math.abs(held) >= OUT_OF_TRIM && Math.abs(held) > Math.abs(worst?.elevator ?? 0))
        worst = {
          start_s: steady[i - window + 1]! / flight.rate_hz,
          end_s: steady[i]! / flight.rate_hz,
          elevator: held,
          seconds: LEAST_S
        };
    }
  }
  return worst;
}

function trimMoved(trim: ArrayLike<number>, from: number, to: number): boolean {
  for (let k = from; k <= to; k++) if (Math.abs(trim[k]! - trim[from]!) > TRIM_UNTOUCHED) return true;
  return false;
}
