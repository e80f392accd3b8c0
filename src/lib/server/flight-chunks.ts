import type { Knex } from 'knex';
import { RECORDING_RATE_HZ } from '../core/flight/channels';
import { CHUNK_SAMPLES, checkColumns, type FlightChunk } from '../core/flight/recorder';
import { Conflict } from './conflict';
import { as } from './database';
import type { Identity } from './identity';
import { mustExist, lockedAttempt } from './attempt-rows';

/** The longest flight that is kept, h. */
export const LONGEST_FLIGHT_H = 6;
const MOST_CHUNKS = (LONGEST_FLIGHT_H * 3600 * RECORDING_RATE_HZ) / CHUNK_SAMPLES;
/**
 * Keeps chunks of a flight. Sending one again is harmless; sending another under its number is not accepted.
 * @returns the numbers now kept
 * @throws Conflict when the attempt has ended without these, is another person's, or holds other content
 */
export async function keepChunks(
  identity: Identity,
  attemptId: string,
  chunks: readonly FlightChunk[]
): Promise<number[]> {
  chunks.forEach(checkColumns);
  const beyond = chunks.find((chunk) => chunk.sequence >= MOST_CHUNKS);
  if (beyond) throw new Conflict(`a flight of more than ${LONGEST_FLIGHT_H} hours is not kept; end this one`);
  return as(identity, async (db) => {
    // Under the row's lock: a chunk is either part of what is finished, or refused.
    const attempt = await lockedAttempt(db, attemptId);
    if (attempt.startedBy !== identity.accountId)
      throw new Conflict('only who flies an attempt can add to it');
    if (attempt.finishedAt) {
      const flight = await db('flight')
        .select('samples')
        .where({ attempt_id: attemptId })
        .first<{ samples: number }>();
      const late = chunks.some((chunk) => chunk.sequence * CHUNK_SAMPLES >= flight.samples);
      if (late) throw new Conflict('this attempt has been closed; nothing can be added to it');
      return chunks.map((chunk) => chunk.sequence);
    }
    for (const chunk of chunks) {
      const { rowCount } = await db.raw<{ rowCount: number }>(
        `INSERT INTO flight_chunk (attempt_id, sequence, school_id, student_id, body) VALUES (?, ?, ?, ?, ?::jsonb)
         ON CONFLICT (attempt_id, sequence) DO NOTHING`,
        [attemptId, chunk.sequence, identity.schoolId, attempt.studentId, JSON.stringify(chunk)]
      );
      if (rowCount > 0) continue;
      const { rows } = await db.raw<{ rows: { same: boolean }[] }>(
        'SELECT body = ?::jsonb AS same FROM flight_chunk WHERE attempt_id = ? AND sequence = ?',
        [JSON.stringify(chunk), attemptId, chunk.sequence]
      );
      if (!rows[0]?.same) {
        throw new Conflict(
          `chunk ${chunk.sequence} of this attempt is already here with other content; is it being flown in two places?`
        );
      }
    }
    return chunks.map((chunk) => chunk.sequence);
  });
}

/** All chunks kept of an unfinished attempt, in order, up to the first gap: what a resumed flight goes on from. */
export async function chunksOf(identity: Identity, attemptId: string): Promise<FlightChunk[]> {
  return as(identity, async (db) => {
    await mustExist(db, attemptId);
    const chunks = await storedChunks(db, attemptId);
    const gap = chunks.findIndex((chunk, index) => chunk.sequence !== index);
    return gap < 0 ? chunks : chunks.slice(0, gap);
  });
}

/** A piece of an unfinished flight without the state that goes with it, for who watches. */
export type SeenChunk = Omit<FlightChunk, 'snapshot'>;

const SEEN_AT_ONCE = 100;

/** Pieces of an unfinished flight from a number on, at most a hundred. */
export async function chunksSeen(identity: Identity, attemptId: string, from: number): Promise<SeenChunk[]> {
  return as(identity, async (db) => {
    await mustExist(db, attemptId);
    const rows = await db('flight_chunk')
      .select<{ body: SeenChunk }[]>(db.raw("body - 'snapshot' AS body"))
      .where({ attempt_id: attemptId })
      .where('sequence', '>=', from)
      .orderBy('sequence')
      .limit(SEEN_AT_ONCE);
    return rows.map(({ body }) => body);
  });
}

async function storedChunks(db: Knex.Transaction, attemptId: string): Promise<FlightChunk[]> {
  const rows = await db('flight_chunk')
    .select<{ body: FlightChunk }[]>('body')
    .where({ attempt_id: attemptId })
    .orderBy('sequence');
  return rows.map((row) => row.body);
}
