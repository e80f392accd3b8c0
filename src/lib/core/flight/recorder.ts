import { OlderEvent, upgradeEvents } from './older-events';
import { Type, type Static } from '@sinclair/typebox';
import { Rejection } from '../measure/rejection';
import { FIRST_CHANNELS, channelDefinitions } from './channels';
import { FlightEvent } from './flight-event';
import { flightFromCounts, type Flight } from './flight';

/** Samples in one chunk: two seconds of flight. */
export const CHUNK_SAMPLES = 20;

const Count = Type.Integer({ minimum: -2147483648, maximum: 2147483647 });

/**
 * A numbered piece of a flight on its way to the server. Chunks follow each other without gap or overlap;
 * the snapshot is the state of everything at the chunk's last sample, so that a flight can go on from there.
 */
export const FlightChunk = Type.Object(
  {
    sequence: Type.Integer({ minimum: 0, maximum: 100000 }),
    counts: Type.Array(Type.Array(Count, { minItems: 1, maxItems: CHUNK_SAMPLES }), {
      minItems: FIRST_CHANNELS,
      maxItems: channelDefinitions.length
    }),
    events: Type.Array(Type.Union([FlightEvent, OlderEvent]), { maxItems: 200 }),
    snapshot: Type.Array(Type.Number(), { maxItems: 200 })
  },
  { $id: 'https://hanza.invalid/schema/flight-chunk.json', additionalProperties: false }
);
export type FlightChunk = Static<typeof FlightChunk>;

/** Gathers samples into chunks. */
export interface Recorder {
  add(counts: Int32Array, snapshot: () => number[]): FlightChunk | null;
  note(event: FlightEvent): void;
  /** Whether no sample waits for its chunk. */
  isEmpty(): boolean;
  /** The last, shorter chunk; null when nothing is left to give. */
  flush(snapshot: () => number[]): FlightChunk | null;
}

/** @param firstSequence number of the first chunk to come: 0, or where a resumed flight goes on */
export function recorder(firstSequence = 0): Recorder {
  let sequence = firstSequence;
  let counts: number[][] = [];
  let events: FlightEvent[] = [];

  function close(snapshot: () => number[]): FlightChunk {
    const chunk = { sequence, counts, events, snapshot: snapshot() };
    sequence += 1;
    counts = [];
    events = [];
    return chunk;
  }

  return {
    add(sample, snapshot) {
      for (let i = 0; i < sample.length; i++) (counts[i] ??= []).push(sample[i]!);
      return counts[0]!.length >= CHUNK_SAMPLES ? close(snapshot) : null;
    },
    note(event) {
      events.push(event);
    },
    isEmpty: () => counts.length === 0,
    flush: (snapshot) => (counts.length > 0 ? close(snapshot) : null)
  };
}

/**
 * Chunks, in any order, to the flight they make.
 * @throws Rejection when one is missing, or its columns are of unequal length
 */
export function flightFromChunks(chunks: readonly FlightChunk[]): Flight {
  const ordered = [...chunks].sort((a, b) => a.sequence - b.sequence);
  ordered.forEach((chunk, index) => {
    if (chunk.sequence !== index)
      throw new Rejection('sequence', chunk.sequence, `chunk ${index} is missing`);
    checkColumns(chunk);
  });
  return flightFromCounts(
    channelDefinitions.map((_, column) => joined(ordered.map((chunk) => chunk.counts[column] ?? []))),
    eventsOf(ordered)
  );
}

function joined(pieces: readonly (readonly number[])[]): Int32Array {
  const all = new Int32Array(pieces.reduce((length, piece) => length + piece.length, 0));
  let filled = 0;
  for (const piece of pieces) {
    all.set(piece, filled);
    filled += piece.length;
  }
  return all;
}

/** What happened in these chunks, in their order. */
export function eventsOf(chunks: readonly FlightChunk[]): FlightEvent[] {
  return upgradeEvents(chunks.flatMap((chunk) => chunk.events));
}

/** @throws Rejection when a chunk's columns differ in length */
export function checkColumns(chunk: FlightChunk): void {
  const length = chunk.counts[0]!.length;
  const odd = chunk.counts.findIndex((columnCounts) => columnCounts.length !== length);
  if (odd >= 0) {
    throw new Rejection(
      `counts.${odd}`,
      chunk.counts[odd]!.length,
      `as many samples as the first channel has, ${length}`
    );
  }
}
