import type { ChannelId } from '../flight/channels';
import type { Corridor, CorridorChannel } from '../drill/corridor';
import type { Goal } from '../drill/drill';
import type { Flight } from '../flight/flight';
import { deviationsOf, fractionOfTolerance, targetsOf } from './deviation';

/** A time outside a corridor that lasted long enough to count. */
export interface Exceedance {
  start_s: number;
  end_s: number;
  /** Where it was farthest out. */
  peak_s: number;
  /** Deviation there, in the channel's unit, signed. */
  peak: number;
  /** What was asked for there. Older grades do not say: it was the corridor's target. */
  asked?: number;
  side: 'above' | 'below';
  /** From leaving the corridor to the first input the right way; null when none came, or none was recorded. */
  correctedAfter_s: number | null;
  /** Nothing of what would show an input was recorded: how soon it was answered cannot be told. Older grades do not say. */
  inputsUnknown?: boolean;
  /** True when it was still outside as the phase ended. */
  open: boolean;
  /** Answered in time, and back in time unless the phase ended first; null when the phase ended before that could be told. */
  prompt: boolean | null;
}

/** Outside for this long counts … */
export const COUNTS_AFTER_S = 3;
/** … until this long has been spent inside `BACK_INSIDE` of the tolerance. */
export const ENDS_AFTER_S = 2;
export const BACK_INSIDE = 0.8;
/** Prompt: the first input the right way within this time of leaving … */
export const PROMPT_INPUT_S = 5;
/** … and back inside within this. */
export const PROMPT_RETURN_S = 15;

/** What a pilot moves to bring a quantity down again: the channel, its direction, and how much shows intent. */
export const INPUTS: Record<
  CorridorChannel,
  readonly { channel: ChannelId; direction: 1 | -1; least: number }[]
> = {
  altitude_ft: [{ channel: 'pitch_deg', direction: -1, least: 0.7 }],
  verticalSpeed_fpm: [
    { channel: 'pitch_deg', direction: -1, least: 0.7 },
    { channel: 'throttle', direction: -1, least: 0.03 }
  ],
  ias_kt: [
    { channel: 'throttle', direction: -1, least: 0.03 },
    { channel: 'pitch_deg', direction: 1, least: 0.7 }
  ],
  heading_deg: [{ channel: 'bank_deg', direction: -1, least: 2 }],
  bank_deg: [{ channel: 'bank_deg', direction: -1, least: 2 }],
  turnRate_degps: [{ channel: 'bank_deg', direction: -1, least: 2 }],
  courseShare: [{ channel: 'bank_deg', direction: -1, least: 4 }],
  // Flown clockwise, the station is on the right; the other way round every input is the other one, see `inputsOf`.
  arcError_nm: [{ channel: 'bank_deg', direction: 1, least: 4 }],
  pathShare: [
    { channel: 'pitch_deg', direction: -1, least: 0.7 },
    { channel: 'throttle', direction: -1, least: 0.03 }
  ]
};

type Input = (typeof INPUTS)[CorridorChannel][number];

/** What brings a quantity down again in a phase: off an arc, the bank toward its middle. */
export function inputsOf(channel: CorridorChannel, { lateral }: Goal): readonly Input[] {
  const inputs = INPUTS[channel];
  return channel === 'arcError_nm' && lateral.kind === 'arc' && lateral.direction < 0
    ? inputs.map((input) => ({ ...input, direction: -input.direction as 1 | -1 }))
    : inputs;
}

/** Exceedances of a corridor between two samples (inclusive), by the 3 s / 2 s rule. */
export function exceedancesOf(
  flight: Flight,
  corridor: Corridor,
  from: number,
  to: number,
  inputs: readonly Input[] = INPUTS[corridor.channel]
): Exceedance[] {
  const deviationOf = deviationsOf(flight, corridor);
  const targetOf = targetsOf(flight, corridor);
  const rate = flight.rate_hz;
  const found: Exceedance[] = [];
  let outsideSince: number | null = null;
  let insideSince: number | null = null;
  let peakAt = 0;
  let peakFraction = 0;
  let peak = 0;
  let counts = false;

  const close = (end: number, open: boolean) => {
    const start = outsideSince!;
    if (counts) {
      const correctedAfter_s =
        start === from && isComingBack(flight, corridor, deviationOf, start, end)
          ? 0
          : firstCorrection(flight, corridor, inputs, start, end, Math.sign(peak));
      found.push({
        start_s: start / rate,
        end_s: end / rate,
        peak_s: peakAt / rate,
        peak,
        asked: targetOf(peakAt),
        side: peak > 0 ? 'above' : 'below',
        correctedAfter_s,
        ...(inputsUnknown ? { inputsUnknown } : {}),
        open,
        prompt: promptly((end - start) / rate, correctedAfter_s, open, start === from, inputsUnknown)
      });
    }
    outsideSince = null;
    insideSince = null;
    peakFraction = 0;
    counts = false;
  };

  const inputsUnknown = inputs.every((input) => !flight.columns.has(input.channel));
  let continuousSince: number | null = null;
  for (let k = from; k <= to; k++) {
    const deviation = deviationOf(k);
    const fraction = fractionOfTolerance(corridor, deviation);
    const size = Math.abs(fraction);
    if (size > 1) {
      continuousSince ??= k;
      outsideSince ??= k;
      if ((k - continuousSince) / rate >= COUNTS_AFTER_S - 1e-9) counts = true;
    } else {
      continuousSince = null;
    }
    if (outsideSince === null) continue;
    if (size > peakFraction) {
      peakFraction = size;
      peakAt = k;
      peak = deviation;
    }
    if (size <= BACK_INSIDE) {
      insideSince ??= k;
      if ((k - insideSince) / rate >= ENDS_AFTER_S - 1e-9) close(insideSince, false);
    } else insideSince = null;
  }
  if (outsideSince !== null) close(insideSince ?? to, insideSince === null);
  return found;
}

/**
 * @param lasted_s how long it was outside, until it was back or (`open`) until its phase ended
 * @param since whether it was outside already as the phase began: then its end came none too soon
 */
function promptly(
  lasted_s: number,
  correctedAfter_s: number | null,
  open: boolean,
  since: boolean,
  inputsUnknown: boolean
): boolean | null {
  if (lasted_s > PROMPT_RETURN_S || (open && since)) return false;
  if (inputsUnknown) return open ? null : true;
  if (correctedAfter_s !== null) return correctedAfter_s <= PROMPT_INPUT_S;
  return open && lasted_s <= PROMPT_INPUT_S ? null : false;
}

/** What follows from a heading that was taken before: off a course or a path, the correction is in where it comes nearer. */
const BY_NEEDLE: readonly CorridorChannel[] = ['courseShare', 'arcError_nm', 'pathShare'];
const NEARER_IN_S = 3;
const NEARER_BY = 0.02;

/** Whether a needle that is outside as it begins to be judged is on its way back already; a course by its miles, which near a station shrink while the needle goes out. */
function isComingBack(
  flight: Flight,
  { channel }: Corridor,
  deviationOf: (k: number) => number,
  start: number,
  end: number
): boolean {
  if (!BY_NEEDLE.includes(channel)) return false;
  const miles = channel === 'courseShare' ? flight.columns.get('crossTrack_nm') : undefined;
  const off = (k: number) => Math.abs(miles ? miles[k]! : deviationOf(k));
  return off(Math.min(end, start + NEARER_IN_S * flight.rate_hz)) < (1 - NEARER_BY) * off(start);
}

/** An input may have begun as the edge came near: what was moved just before leaving counts, too. */
const BEFORE_LEAVING_S = 2;

/**
 * Seconds from `start` to the first input that works against an error of this sign, or null. Bank held toward a course all the while
 * is a turn back to it that is on already, and is not begun again.
 */
function firstCorrection(
  flight: Flight,
  { channel }: Corridor,
  inputs: readonly Input[],
  start: number,
  end: number,
  sign: number
): number | null {
  let first: number | null = null;
  const from = Math.max(0, start - BEFORE_LEAVING_S * flight.rate_hz);
  for (const input of inputs) {
    const values = flight.columns.get(input.channel);
    if (!values) continue;
    const wanted = input.direction * sign;
    const before = values.subarray(from, start + 1);
    if (channel === 'courseShare' && before.every((value) => value * wanted >= input.least)) return 0;
    let extreme = values[from]! * wanted;
    for (let k = from; k <= end; k++) {
      const value = values[k]! * wanted;
      if (value < extreme) extreme = value;
      if (value - extreme >= input.least) {
        const after = Math.max(0, (k - start) / flight.rate_hz);
        if (first === null || after < first) first = after;
        break;
      }
    }
  }
  return first;
}
