import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE } from '../measure/angle';
import { METRES_PER_SECOND_PER_KNOT, STANDARD_GRAVITY_MPS2 } from '../measure/units';

export const STANDARD_TURN_DEGPS = 3;
/** Turns in holds and reversals: 3°/s or this bank, whichever needs the less bank. */
export const BANK_LIMIT_DEG = 30;

/** Rate of a procedure's turn, °/s: standard, or what the bank limit allows at this speed. */
export function procedureTurnRate(tas_kt: number, bankLimit_deg = BANK_LIMIT_DEG): number {
  const limited =
    ((STANDARD_GRAVITY_MPS2 * Math.tan(bankLimit_deg * RADIANS_PER_DEGREE)) /
      (tas_kt * METRES_PER_SECOND_PER_KNOT)) *
    DEGREES_PER_RADIAN;
  return Math.min(STANDARD_TURN_DEGPS, limited);
}

/** Radius of a turn through still air, NM. At 3°/s it is TAS/188.5. */
export function turnRadius(tas_kt: number, rate_degps: number): number {
  return tas_kt / 3600 / (rate_degps * RADIANS_PER_DEGREE);
}
