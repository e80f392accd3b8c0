import type { Corridor, CorridorChannel } from '../drill/drill';
import { column, type Flight } from '../flight/flight';
import { deviationFrom, fractionOfTolerance } from './deviation';
import { INPUTS } from './exceedance';

/** One quantity held tightly while another wandered off with nobody acting: what staring looks like in the flying. */
export interface Fixation {
  /** What was stared at, and what wandered. */
  held: CorridorChannel;
  wandered: CorridorChannel;
  start_s: number;
  end_s: number;
  /** How far it had wandered at the end, signed, the channel's unit. */
  deviation: number;
}

/** Rates and banks move with every gust: only what takes a while to wander counts as forgotten. */
const WANDERING: readonly CorridorChannel[] = ['altitude_ft', 'heading_deg', 'ias_kt'];
const HELD_SHARE = 1 / 3;
const NO_INPUT_S = 10;

/**
 * The first stretch of at least 10 s, ending beyond the tolerance, in which `wandered` got no input of its own while
 * `held` stayed within a third of its tolerance; null when there is none.
 */
export function fixationOf(
  flight: Flight,
  held: Corridor,
  wandered: Corridor,
  from: number,
  to: number
): Fixation | null {
  if (!WANDERING.includes(wandered.channel)) return null;
  const window = NO_INPUT_S * flight.rate_hz;
  const heldValues = column(flight, held.channel);
  const values = column(flight, wandered.channel);
  const inputs = INPUTS[wandered.channel].flatMap((input) => {
    const moved = flight.columns.get(input.channel);
    return moved ? [{ moved, least: input.least }] : [];
  });
  const tight = (k: number) =>
    Math.abs(fractionOfTolerance(held, deviationFrom(held, heldValues[k]!))) <= HELD_SHARE;
  let tightSince = from;
  for (let k = from; k <= to; k++) {
    if (!tight(k)) tightSince = k + 1;
    const deviation = deviationFrom(wandered, values[k]!);
    if (k - tightSince < window || Math.abs(fractionOfTolerance(wandered, deviation)) <= 1) continue;
    const still = inputs.every(({ moved, least }) => {
      let low = Infinity;
      let high = -Infinity;
      for (let i = k - window; i <= k; i++) {
        low = Math.min(low, moved[i]!);
        high = Math.max(high, moved[i]!);
      }
      return high - low < 1.5 * least;
    });
    // It must have been drifting away all the while: the deviation at the beginning was smaller.
    const before = deviationFrom(wandered, values[k - window]!);
    if (still && Math.abs(deviation) > Math.abs(before)) {
      return {
        held: held.channel,
        wandered: wandered.channel,
        start_s: (k - window) / flight.rate_hz,
        end_s: k / flight.rate_hz,
        deviation
      };
    }
  }
  return null;
}
