import type { ChannelId } from '../../flight/channels';
import type { CorridorMeasure } from '../../deviation/corridor-measure';
import { deviationsOf, fractionOfTolerance } from '../../deviation/deviation';
import { INPUTS } from '../../deviation/exceedance';
import type { CorridorChannel } from '../../drill/corridor';
import { type Flight, sampleAt } from '../../flight/flight';

/**
 * What staring at one instrument looks like in the flying alone: the hands work at one quantity and keep it tight, while
 * another drifts out of its tolerance without any input of its own, and that again and again with the same one. Hands that
 * lie still altogether say that somebody looked away, not at what; one excursion says nothing.
 */
export interface Fixation {
  /** What was worked at, and what wandered. */
  held: CorridorChannel;
  wandered: CorridorChannel;
  times: { start_s: number; end_s: number; deviation: number }[];
}

/** Rates and banks move with every gust: only what takes a while to wander counts as forgotten. */
const WANDERING: readonly CorridorChannel[] = ['altitude_ft', 'heading_deg', 'ias_kt'];

const HELD_SHARE = 1 / 3;
const NO_INPUT_S = 10;
const LEAST_TIMES = 2;
/** So many movements of its own control within the stretch are working at it. */
const WORKED_TIMES = 2;

/**
 * @param measures of the drill's corridors; @param visible whether the instrument of a quantity could be seen at all
 * @returns the pair seen most often; null when none was seen at least twice
 */
export function fixationOf(
  flight: Flight,
  measures: readonly CorridorMeasure[],
  visible: (channel: CorridorChannel) => boolean
): Fixation | null {
  const pairs = new Map<string, Fixation>();
  for (const held of measures)
    for (const wandered of measures) {
      if (held === wandered || held.phaseId !== wandered.phaseId || held.channel === wandered.channel)
        continue;
      if (!WANDERING.includes(wandered.channel) || !visible(held.channel) || !visible(wandered.channel))
        continue;
      const own = INPUTS[held.channel].filter((input) =>
        INPUTS[wandered.channel].every((other) => other.channel !== input.channel)
      );
      // Where one control serves both, the hands do not tell which was looked at.
      if (own.length === 0) continue;
      const key = `${held.channel} ${wandered.channel}`;
      const pair = pairs.get(key) ?? { held: held.channel, wandered: wandered.channel, times: [] };
      pair.times.push(...stretchesOf(flight, held, wandered, own));
      pairs.set(key, pair);
    }
  const [most] = [...pairs.values()]
    .filter(({ times }) => times.length >= LEAST_TIMES)
    .sort((a, b) => b.times.length - a.times.length);
  return most ?? null;
}

function stretchesOf(
  flight: Flight,
  held: CorridorMeasure,
  wandered: CorridorMeasure,
  own: readonly { channel: ChannelId; least: number }[]
): Fixation['times'] {
  const heldOff = deviationsOf(flight, held.corridor);
  const wanderedOff = deviationsOf(flight, wandered.corridor);
  const window = NO_INPUT_S * flight.rate_hz;
  const from = sampleAt(flight, Math.max(held.from_s, wandered.from_s));
  const to = sampleAt(flight, Math.min(held.to_s, wandered.to_s));
  const share = (k: number) => fractionOfTolerance(wandered.corridor, wanderedOff(k));
  const tight = (k: number) => Math.abs(fractionOfTolerance(held.corridor, heldOff(k))) <= HELD_SHARE;
  const found: Fixation['times'] = [];
  let tightSince = from;
  for (let k = from; k <= to; k++) {
    if (!tight(k)) tightSince = k + 1;
    if (k - tightSince < window || Math.abs(share(k)) <= 1) continue;
    const still = INPUTS[wandered.channel].every(
      (input) => movements(flight, input.channel, input.least, k - window, k) === 0
    );
    const worked = own.some(
      (input) => movements(flight, input.channel, input.least, k - window, k) >= WORKED_TIMES
    );
    const drifted = Math.abs(share(k)) > Math.abs(share(k - window));
    if (!still || !worked || !drifted) continue;
    found.push({
      start_s: (k - window) / flight.rate_hz,
      end_s: k / flight.rate_hz,
      deviation: wanderedOff(k)
    });
    // The next one begins when this excursion is over.
    while (k < to && Math.abs(share(k + 1)) > 0.8) k += 1;
    tightSince = k + 1;
  }
  return found;
}

/** How often a control was moved by at least so much, one way or the other, between two samples. */
function movements(flight: Flight, channel: ChannelId, least: number, from: number, to: number): number {
  const values = flight.columns.get(channel);
  if (!values) return 0;
  let count = 0;
  let at = values[from]!;
  for (let k = from; k <= to; k++)
    if (Math.abs(values[k]! - at) >= least) {
      count += 1;
      at = values[k]!;
    }
  return count;
}
