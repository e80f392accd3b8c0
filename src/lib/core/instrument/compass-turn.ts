import { normaliseBearing, normaliseSigned } from '../measure/angle';
import { compassCardHeading, compassDeviation, stepCard } from './compass';

/** A steady, coordinated, level turn as a compass feels it. */
export interface CompassTurn {
  bank_deg: number;
  rate_degps: number;
  /** +1 right, −1 left. */
  direction: 1 | -1;
  /** Of the field, + = down. */
  dip_deg: number;
  deviation_deg: readonly [number, number, number];
}

const STEP_S = 0.02;
/** The turn is begun so far before the heading: the card has long settled into it by then. */
const BEGUN_BEFORE_DEG = 200;

/** What the card shows all through a turn to a magnetic heading and somewhat beyond, by the heading really flown. */
function shownThrough(turn: CompassTurn, to_deg: number): { heading_deg: number; shown_deg: number }[] {
  const { bank_deg, rate_degps, direction, dip_deg } = turn;
  let heading_deg = to_deg - direction * BEGUN_BEFORE_DEG;
  const card = { heading_deg: normaliseBearing(heading_deg), rate_degps: 0 };
  const up = { forward: 0, right: 0, down: -1 };
  const through: { heading_deg: number; shown_deg: number }[] = [];
  while (direction * (to_deg - heading_deg) > -45) {
    heading_deg += direction * rate_degps * STEP_S;
    // In a coordinated turn apparent gravity goes straight through the floor.
    const attitude = { pitch_deg: 0, bank_deg: direction * bank_deg, heading_deg };
    stepCard(card, compassCardHeading(attitude, up, dip_deg), STEP_S);
    const deviation = compassDeviation(turn.deviation_deg, heading_deg);
    through.push({ heading_deg, shown_deg: normaliseBearing(card.heading_deg + deviation) });
  }
  return through;
}

/**
 * What the compass shows at the moment to begin the roll-out onto a magnetic heading.
 * @param lead_deg the roll-out's own lead, ≥ 0
 * @returns degrees of the card, [0, 360)
 */
export function compassAtRollOut(turn: CompassTurn, to_deg: number, lead_deg: number): number {
  const at = to_deg - turn.direction * lead_deg;
  return shownThrough(turn, to_deg).find(({ heading_deg }) => turn.direction * (heading_deg - at) >= 0)!
    .shown_deg;
}

/**
 * What rolling out at a reading of the card leaves: where the airplane comes out less the heading wanted, degrees, + = beyond
 * it in the direction of the turn; null when the card does not come to that reading.
 */
export function leftByReading(
  turn: CompassTurn,
  to_deg: number,
  lead_deg: number,
  reading_deg: number
): number | null {
  const through = shownThrough(turn, to_deg);
  const gap = (shown_deg: number) => turn.direction * normaliseSigned(shown_deg - reading_deg);
  for (let k = 1; k < through.length; k++) {
    const [before, now] = [gap(through[k - 1]!.shown_deg), gap(through[k]!.shown_deg)];
    if (before < 0 && now >= 0 && now - before < 20)
      return turn.direction * (through[k]!.heading_deg - to_deg) + lead_deg;
  }
  return null;
}
