import { Rejection } from '../measure/rejection';
import type { FlightEvent } from './flight-event';
import {
  RECORDING_RATE_HZ,
  channelDefinitions,
  channelIndex,
  channelScales,
  type ChannelId
} from './channels';

/** A flight at rest: columns at an even rate from time zero, and events. A column may be missing. */
export interface Flight {
  rate_hz: number;
  /** Number of samples; the k-th is at time k / rate_hz. */
  length: number;
  columns: ReadonlyMap<ChannelId, Float32Array | Float64Array>;
  events: readonly FlightEvent[];
}

/** The column of a channel. @throws Rejection when the flight has not recorded it */
export function column(flight: Flight, id: ChannelId): Float32Array | Float64Array {
  const values = flight.columns.get(id);
  if (!values)
    throw new Rejection('channel', id, `this flight recorded ${[...flight.columns.keys()].join(', ')}`);
  return values;
}

/** Those of these channels that a flight has not recorded. */
export function lacking(flight: Flight, ids: readonly ChannelId[]): ChannelId[] {
  return ids.filter((id) => !flight.columns.has(id));
}

/** How long a flight is, s: from its first sample to its last; 0 for one without samples. */
export function duration(flight: Pick<Flight, 'length' | 'rate_hz'>): number {
  return flight.length === 0 ? 0 : (flight.length - 1) / flight.rate_hz;
}

/** Sample index of a time, held within the flight. */
export function sampleAt(flight: Flight, time_s: number): number {
  return Math.min(flight.length - 1, Math.max(0, Math.round(time_s * flight.rate_hz)));
}

/**
 * Whole-number samples (see `channelDefinitions` for their scale), one array a channel, to a flight as long as the longest of them;
 * a channel with fewer samples was not recorded.
 */
export function flightFromCounts(
  counts: readonly ArrayLike<number>[],
  events: readonly FlightEvent[],
  rate_hz = RECORDING_RATE_HZ
): Flight {
  const columns = new Map<ChannelId, Float32Array | Float64Array>();
  const length = counts.reduce((longest, { length }) => Math.max(longest, length), 0);
  channelDefinitions.forEach((definition, index) => {
    const source = counts[index];
    if (!source || source.length < length) return;
    const scale = channelScales[index]!;
    // Seven decimals of a degree need more than a float32 holds.
    const values =
      definition.decimals > 5 ? new Float64Array(source.length) : new Float32Array(source.length);
    for (let k = 0; k < source.length; k++) values[k] = source[k]! / scale;
    columns.set(definition.id, values);
  });
  return { rate_hz, length, columns, events };
}

/**
 * Whole-number samples of a flight in the order of `channelDefinitions`; inverse of `flightFromCounts`.
 * A channel that was not recorded is empty.
 */
export function countsOf(flight: Flight): Int32Array[] {
  return channelDefinitions.map((definition, index) => {
    const values = flight.columns.get(definition.id) ?? [];
    const scale = channelScales[index]!;
    return Int32Array.from(values, (value) => Math.round(value * scale));
  });
}

/** Reads the newest sample of a growing recording by channel name. */
export function readerOf(sample: readonly number[] | Int32Array): (id: ChannelId) => number {
  return (id) => {
    const index = channelIndex(id);
    return sample[index]! / channelScales[index]!;
  };
}
