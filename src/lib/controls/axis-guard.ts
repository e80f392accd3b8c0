/**
 * A worn or loose axis jumps from one end to the other for an instant. A jump is held back until it has stood for
 * `CONFIRM_S`: a hand that really moves so fast loses a twentieth of a second, a spike never reaches the airplane.
 */

const JUMP = 0.7;
const CONFIRM_S = 0.05;
/** So many held-back jumps within a minute and the device is worth looking at. */
export const SUSPICIOUS_JUMPS = 3;

export interface AxisGuard {
  last: number | null;
  waiting_s: number;
  jumps: number;
}

export function freshGuard(): AxisGuard {
  return { last: null, waiting_s: 0, jumps: 0 };
}

/** The value to use, −1…+1; a reading that is no number keeps the last one. @param dt_s since the last reading */
export function guarded(guard: AxisGuard, value: number, dt_s: number): number {
  if (!Number.isFinite(value)) return guard.last ?? 0;
  if (guard.last !== null && Math.abs(value - guard.last) > JUMP) {
    if (guard.waiting_s === 0) guard.jumps += 1;
    guard.waiting_s += dt_s;
    if (guard.waiting_s < CONFIRM_S) return guard.last;
    // It stands: it was a hand after all.
    guard.jumps -= 1;
  }
  guard.waiting_s = 0;
  guard.last = value;
  return value;
}
