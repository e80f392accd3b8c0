import { column, type Flight } from '../../flight/flight';
import { turnFromTo } from '../../measure/angle';
import { procedureTurnRate } from '../../procedure/turn';

/** Turns flown on one bank whatever rate it made. */
export interface TurnByBank {
  start_s: number;
  end_s: number;
  /** Turns long enough to be told by, and how many of them were off to the same side. */
  turns: number;
  off: number;
  side: 'above' | 'below';
  /** The one that was farthest off: its bank, its rate, and the rate that was due at its airspeed, °/s. */
  bank_deg: number;
  rate_degps: number;
  due_degps: number;
  tas_kt: number;
}

/** A bank that begins a turn, and one that ends it. */
const TURNING_DEG = 7;
const LEVEL_DEG = 4;
/** Less is a correction, or an intercept. */
const LEAST_TURN_DEG = 60;
/** The middle of a turn lies between the first and the last time the bank is this share of its most; it has to last so long. */
const IN_THE_TURN = 0.75;
const LEAST_S = 8;
/** What is off by this share of what is due is not the air's doing. */
const OFF_SHARE = 0.25;
/** A bank that was held, in degrees to either side of its mean. */
const HELD_WITHIN_DEG = 4;
const LEAST_TURNS = 2;

interface Turn {
  from: number;
  to: number;
  bank_deg: number;
  rate_degps: number;
  due_degps: number;
  tas_kt: number;
}

/**
 * Turns of a procedure that were held on a steady bank at another rate than standard, or than 30° of bank allow: more than half of
 * all, and at least two; null otherwise.
 * @param stretches samples, [from, to], with the true airspeed planned for each, kt, where none was recorded
 */
export function turnByBankOf(
  flight: Flight,
  stretches: readonly (readonly [from: number, to: number, tas_kt: number])[]
): TurnByBank | null {
  const turns = stretches.flatMap((stretch) => turnsIn(flight, stretch));
  for (const side of ['above', 'below'] as const) {
    const off = turns.filter(
      ({ rate_degps, due_degps }) => (rate_degps / due_degps - 1) * (side === 'above' ? 1 : -1) > OFF_SHARE
    );
    if (off.length < LEAST_TURNS || off.length * 2 <= turns.length) continue;
    const share = ({ rate_degps, due_degps }: Turn) => Math.abs(rate_degps / due_degps - 1);
    const worst = off.reduce((a, b) => (share(b) > share(a) ? b : a));
    return {
      start_s: worst.from / flight.rate_hz,
      end_s: worst.to / flight.rate_hz,
      turns: turns.length,
      off: off.length,
      side,
      bank_deg: worst.bank_deg,
      rate_degps: worst.rate_degps,
      due_degps: worst.due_degps,
      tas_kt: worst.tas_kt
    };
  }
  return null;
}

/** The turns in a stretch whose bank was held. */
function turnsIn(flight: Flight, [from, to, planned_kt]: readonly [number, number, number]): Turn[] {
  const bank = column(flight, 'bank_deg');
  const turns: Turn[] = [];
  for (let k = from; k <= to; k++) {
    if (Math.abs(bank[k]!) < TURNING_DEG) continue;
    const way = Math.sign(bank[k]!);
    const begun = k;
    while (k < to && way * bank[k]! > LEVEL_DEG) k += 1;
    const turn = heldTurn(flight, begun, k, planned_kt);
    if (turn) turns.push(turn);
  }
  return turns;
}

function heldTurn(flight: Flight, from: number, to: number, planned_kt: number): Turn | null {
  const bank = column(flight, 'bank_deg');
  const heading = column(flight, 'heading_deg');
  const tas = flight.columns.get('tas_kt');
  let turned_deg = 0;
  let most_deg = 0;
  for (let k = from; k < to; k++) {
    turned_deg += turnFromTo(heading[k]!, heading[k + 1]!);
    most_deg = Math.max(most_deg, Math.abs(bank[k]!));
  }
  if (Math.abs(turned_deg) < LEAST_TURN_DEG) return null;
  const isInTurn = (k: number) => Math.abs(bank[k]!) >= IN_THE_TURN * most_deg;
  let [first, last] = [from, to - 1];
  while (!isInTurn(first)) first += 1;
  while (!isInTurn(last)) last -= 1;
  const samples = last - first + 1;
  let middle_deg = 0;
  let sum = 0;
  let squares = 0;
  let tasSum = 0;
  for (let k = first; k <= last; k++) {
    middle_deg += turnFromTo(heading[k]!, heading[k + 1]!);
    sum += Math.abs(bank[k]!);
    squares += bank[k]! ** 2;
    tasSum += tas?.[k] ?? planned_kt;
  }
  const bank_deg = sum / samples;
  const spread_deg = Math.sqrt(Math.max(0, squares / samples - bank_deg * bank_deg));
  if (samples < LEAST_S * flight.rate_hz || spread_deg > HELD_WITHIN_DEG) return null;
  const tas_kt = tasSum / samples;
  return {
    from,
    to,
    bank_deg,
    rate_degps: Math.abs(middle_deg) / (samples / flight.rate_hz),
    due_degps: procedureTurnRate(tas_kt),
    tas_kt
  };
}
