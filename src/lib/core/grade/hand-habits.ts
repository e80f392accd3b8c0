import { column, type Flight } from '../flight/flight';

/** The throttle moved to and fro. */
export interface PowerHunting {
  start_s: number;
  end_s: number;
  reversals: number;
  perMinute: number;
}

/** A swing of the throttle counts from this much of its travel. */
const SWING = 0.06;
const HUNTING_PER_MINUTE = 8;
const LEAST_REVERSALS = 5;

/** Throttle reversals within stretches of flight that ask for steady power; null when there are few. @param stretches samples, [from, to] */
export function powerHuntingOf(
  flight: Flight,
  stretches: readonly (readonly [number, number])[]
): PowerHunting | null {
  const throttle = column(flight, 'throttle');
  let reversals = 0;
  let samples = 0;
  let first: number | null = null;
  let last = 0;
  for (const [from, to] of stretches) {
    let extreme = throttle[from]!;
    let low = extreme;
    let high = extreme;
    let direction = 0;
    samples += to - from;
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
        reversals += 1;
        first ??= k;
        last = k;
        direction = -direction;
        extreme = value;
      }
    }
  }
  const perMinute = samples > 0 ? (reversals * 60 * flight.rate_hz) / samples : 0;
  if (reversals < LEAST_REVERSALS || perMinute < HUNTING_PER_MINUTE) return null;
  return { start_s: first! / flight.rate_hz, end_s: last / flight.rate_hz, reversals, perMinute };
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

/** Elevator held to one side in wings-level, steady stretches; null when it is little or short. */
export function outOfTrimOf(
  flight: Flight,
  stretches: readonly (readonly [number, number])[]
): OutOfTrim | null {
  const elevator = column(flight, 'elevator');
  const bank = column(flight, 'bank_deg');
  let sum = 0;
  let count = 0;
  let first: number | null = null;
  let last = 0;
  for (const [from, to] of stretches) {
    for (let k = from + TRIMMED_WITHIN_S * flight.rate_hz; k <= to; k++) {
      if (Math.abs(bank[k]!) > STEADY_BANK_DEG) continue;
      sum += elevator[k]!;
      count += 1;
      first ??= k;
      last = k;
    }
  }
  const seconds = count / flight.rate_hz;
  if (seconds < LEAST_S || Math.abs(sum / count) < OUT_OF_TRIM) return null;
  return { start_s: first! / flight.rate_hz, end_s: last / flight.rate_hz, elevator: sum / count, seconds };
}
