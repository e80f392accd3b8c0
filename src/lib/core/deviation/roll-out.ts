import { firstTarget, type Corridor } from '../drill/corridor';
import type { Phase } from '../drill/drill';
import { normaliseSigned } from '../measure/angle';

/** A roll-out begun this much before its lead is still the roll-out. */
const EARLY_ROLL_OUT_DEG = 16;
/** Of a turn to a time, this long before it. */
const TIMED_ROLL_OUT_S = 6;
/** A turn all the way round begins on the heading it ends on. */
const BEGUN_SHARE = 0.4;

/** Whether a corridor holds a turn: its bank, or its rate. */
export function holdsTurn({ goal }: Phase, { channel }: Corridor): boolean {
  return goal.lateral.kind === 'turn' && (channel === 'bank_deg' || channel === 'turnRate_degps');
}

/**
 * Whether a turn has come to where its roll-out may begin: from there on the roll-out is judged, and not the bank.
 * The lead is half the bank, degrees; of a rate, the bank is taken as six times it.
 * @param inPhase_s since the turn began @param length_s of the phase, as it was flown or is expected
 * @param heading_deg where it has come to, NaN: not recorded; a turn to a time asks for none
 */
export function isRollingOut(
  { goal, expected_s }: Phase,
  corridor: Corridor,
  inPhase_s: number,
  length_s: number,
  heading_deg: number
): boolean {
  const { lateral } = goal;
  if (lateral.kind !== 'turn') return false;
  if (lateral.to_deg === null) return inPhase_s >= length_s - TIMED_ROLL_OUT_S;
  if (inPhase_s < BEGUN_SHARE * expected_s) return false;
  const lead =
    Math.abs(firstTarget(corridor) * (corridor.channel === 'bank_deg' ? 1 : 6)) / 2 + EARLY_ROLL_OUT_DEG;
  const toGo_deg = normaliseSigned(lateral.direction * (lateral.to_deg - heading_deg));
  return toGo_deg < lead && toGo_deg > -90;
}
