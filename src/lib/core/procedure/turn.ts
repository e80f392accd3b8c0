import { STANDARD_RATE_DEGPS, turnRateAtBank } from '../air/level-turn';

/** A turn one way round that is longer than this is hardly meant: the other way is nearly there. */
export const LONGEST_WAY_DEG = 270;

/** Turns in holds and reversals: 3°/s or this bank, whichever needs the less bank. */
export const BANK_LIMIT_DEG = 30;

/** Rate of a procedure's turn, °/s: standard, or what the bank limit allows at this speed. */
export function procedureTurnRate(tas_kt: number, bankLimit_deg = BANK_LIMIT_DEG): number {
  return Math.min(STANDARD_RATE_DEGPS, turnRateAtBank(tas_kt, bankLimit_deg));
}
