import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE } from '../measure/angle';
import { METRES_PER_SECOND_PER_KNOT, STANDARD_GRAVITY_MPS2 } from '../measure/units';

/** Level turns without slip: tan(bank) = V·ω/g. */

export const STANDARD_RATE_DEGPS = 3;

/** Bank for a turn rate, degrees; as signed as the rate. @param tas_kt true airspeed @param rate_degps turn rate, °/s */
export function bankForTurnRate(tas_kt: number, rate_degps: number): number {
  return (
    Math.atan(
      (tas_kt * METRES_PER_SECOND_PER_KNOT * rate_degps * RADIANS_PER_DEGREE) / STANDARD_GRAVITY_MPS2
    ) * DEGREES_PER_RADIAN
  );
}

/** Turn rate at a bank, °/s; as signed as the bank. @param bank_deg within ±90 */
export function turnRateAtBank(tas_kt: number, bank_deg: number): number {
  return (
    ((STANDARD_GRAVITY_MPS2 * Math.tan(bank_deg * RADIANS_PER_DEGREE)) /
      (tas_kt * METRES_PER_SECOND_PER_KNOT)) *
    DEGREES_PER_RADIAN
  );
}

/** Radius of a turn through still air, NM. At 3°/s it is TAS/188.5. */
export function turnRadius(tas_kt: number, rate_degps: number): number {
  return tas_kt / 3600 / (rate_degps * RADIANS_PER_DEGREE);
}
