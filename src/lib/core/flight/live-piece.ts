import { Type, type Static } from '@sinclair/typebox';
import { RECORDING_RATE_HZ, channelDefinitions } from './channels';
import { flightFromCounts, type Flight } from './flight';
import type { FlightEvent } from './flight-event';
import { upgradeEvents } from './older-events';
import { CHUNK_SAMPLES, type FlightChunk } from './recorder';

/** So many samples are sent at once at most: what was missed comes with the chunks. */
export const MOST_LIVE_SAMPLES = 10;

/** What an airplane is doing now, for whoever watches: the samples since the last piece, and what stands beside them. */
export const LivePiece = Type.Object(
  {
    /** Number of the first sample. */
    from: Type.Integer({ minimum: 0, maximum: 1_000_000 }),
    /** Whole-number counts of each channel, sample by sample; none while time stands still. */
    samples: Type.Array(
      Type.Array(Type.Integer({ minimum: -2147483648, maximum: 2147483647 }), { maxItems: 64 }),
      { maxItems: MOST_LIVE_SAMPLES }
    ),
    phase: Type.Integer({ minimum: 0, maximum: 1000 }),
    running: Type.Boolean({ accepted: 'true or false' }),
    /** What the coach would say, whether or not the lesson lets it; null: nothing. */
    hint: Type.Union([Type.String({ maxLength: 200 }), Type.Null()])
  },
  { additionalProperties: false }
);
export type LivePiece = Static<typeof LivePiece>;

/** What a panel shows of trends is of two seconds. */
const LAST_SAMPLES = 2 * RECORDING_RATE_HZ + 1;

/** A flight that still grows: from the chunks that are kept, and the live samples after them. */
export interface GrowingFlight {
  /** Number of samples without a gap from the beginning. */
  length(): number;
  /** Chunks in their order; one that is known already changes nothing. @returns whether it follows without a gap */
  addChunk(chunk: Omit<FlightChunk, 'snapshot'>): boolean;
  /** @returns whether it follows without a gap; what lies in one comes with the chunks */
  addPiece(piece: Pick<LivePiece, 'from' | 'samples'>): boolean;
  flight(): Flight;
  /** Its last seconds by themselves: enough for a panel, at a fraction of the cost. */
  lastSeconds(): Flight;
}

/** A flight that is put together from what comes of it while it is flown; nothing has come yet. */
export function growingFlight(): GrowingFlight {
  const columns: number[][] = channelDefinitions.map(() => []);
  const events: FlightEvent[] = [];
  let chunks = 0;
  const length = () => columns[0]!.length;
  return {
    length,
    addChunk({ sequence, counts, events: happened }) {
      if (sequence > chunks) return false;
      if (sequence < chunks) return true;
      chunks += 1;
      events.push(...upgradeEvents(happened));
      // Its first samples may have come live.
      const known = length() - sequence * CHUNK_SAMPLES;
      counts.forEach((values, channel) => columns[channel]?.push(...values.slice(Math.max(0, known))));
      return true;
    },
    addPiece({ from, samples }) {
      if (from > length()) return false;
      for (const sample of samples.slice(length() - from))
        sample.forEach((count, channel) => columns[channel]?.push(count));
      return true;
    },
    flight: () => flightFromCounts(columns, events),
    lastSeconds: () =>
      flightFromCounts(
        columns.map((values) => values.slice(-LAST_SAMPLES)),
        []
      )
  };
}
