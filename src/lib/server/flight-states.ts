import type { Knex } from 'knex';
import { gunzipSync, gzipSync } from 'node:zlib';
import { countsOf } from '../core/flight/flight';
import { CHUNK_SAMPLES, type FlightChunk } from '../core/flight/recorder';
import { flightFromParquet } from '../core/format/flight-parquet';
import { as } from './database';
import type { Identity } from './identity';

/** Keeps the state at the end of every chunk of a flight. */
export async function storeStates(
  db: Knex.Transaction,
  whose: { attempt_id: string; school_id: string; student_id: string },
  chunks: readonly FlightChunk[]
): Promise<void> {
  const length = chunks[0]?.snapshot.length ?? 0;
  // A state of another length is of an older airplane; one odd among them makes all of no use.
  if (length === 0 || chunks.some((chunk) => chunk.snapshot.length !== length)) return;
  const states = Float64Array.from(chunks.flatMap((chunk) => chunk.snapshot));
  await db('flight_state').insert({
    ...whose,
    length,
    states: gzipSync(Buffer.from(states.buffer), { level: 6 })
  });
}

/**
 * A finished flight from its beginning to the last stored state at or before a moment, as the chunks it was sent in: what
 * the trainer flies on from. null: there is no such flight, or no state was kept of it that early.
 */
export async function chunksUntil(
  identity: Identity,
  attemptId: string,
  until_s: number
): Promise<FlightChunk[] | null> {
  const stored = await as(identity, async (db) => {
    const state = await db('flight_state').where({ attempt_id: attemptId }).first();
    const flight = await db('flight').select('parquet').where({ attempt_id: attemptId }).first();
    return state && flight ? { state, parquet: flight.parquet as Buffer } : null;
  });
  if (!stored) return null;
  const flight = await flightFromParquet(new Uint8Array(stored.parquet), (part) => gunzipSync(part));
  // What was not recorded is no part of a chunk.
  const counts = countsOf(flight).filter((values) => values.length > 0);
  const bytes = gunzipSync(stored.state.states as Buffer);
  const states = new Float64Array(bytes.buffer, bytes.byteOffset, bytes.byteLength / 8);
  const length = stored.state.length as number;
  const whole = Math.min(
    Math.floor((until_s * flight.rate_hz + 1) / CHUNK_SAMPLES),
    Math.floor(flight.length / CHUNK_SAMPLES)
  );
  if (whole < 1) return null;
  return Array.from({ length: whole }, (_, sequence) => {
    const from = sequence * CHUNK_SAMPLES;
    const to = from + CHUNK_SAMPLES;
    return {
      sequence,
      counts: counts.map((values) => Array.from(values.subarray(from, to))),
      events: flight.events.filter(
        (event) =>
          event.time_s * flight.rate_hz >= from && event.time_s * flight.rate_hz < to && event.kind !== 'end'
      ),
      snapshot: Array.from(states.subarray(sequence * length, (sequence + 1) * length))
    };
  });
}
