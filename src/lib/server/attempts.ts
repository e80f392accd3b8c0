import type { Knex } from 'knex';
import { gzipSync } from 'node:zlib';
import { aircraftById } from '../core/aircraft/catalogue';
import { drillFileOf } from '../core/drill/catalogue/catalogue';
import { RECORDING_RATE_HZ } from '../core/flight/channels';
import { CHUNK_SAMPLES, checkColumns, flightFromChunks, type FlightChunk } from '../core/flight/recorder';
import { flightToParquet } from '../core/format/flight-parquet';
import { GRADER_VERSION, gradeFlight } from '../core/grade/grade';
import type { PracticeEntry } from '../core/record/log-entry';
import { Rejection } from '../core/measure/rejection';
import type { LessonPlan } from '../core/drill/lesson-plan';
import { as } from './database';
import { storeStates } from './flight-states';
import type { Identity } from './identity';

/** Who flew. eyes: the reference pilot's hands, the student's eyes. */
export const pilots = ['student', 'instructor', 'reference', 'habits', 'eyes'] as const;
export type PilotKind = (typeof pilots)[number];

export interface Attempt {
  id: string;
  lessonId: string;
  studentId: string;
  pilot: PilotKind;
  startedAt: string;
  finishedAt: string | null;
  /** The attempt this one was taken over from, and when in it. */
  takenFrom: { attemptId: string; at_s: number } | null;
}

/** Two parties claim the same thing; what is there stays. */
export class Conflict extends Error {}

/**
 * Opens an attempt at a lesson; opening it again changes nothing.
 * @throws Rejection when there is no such lesson for this person; Conflict when the id belongs to another attempt
 */
export async function openAttempt(
  identity: Identity,
  asked: {
    id: string;
    lessonId: string;
    pilot: PilotKind;
    takenFrom?: { attemptId: string; at_s: number } | null;
  }
): Promise<Attempt> {
  return as(identity, async (db) => {
    const lesson = await db('lesson')
      .select('student_id', db.raw("plan->>'drill' AS drill"))
      .where({ id: asked.lessonId })
      .first<{ student_id: string; drill: string } | undefined>();
    if (!lesson) throw new Rejection('lesson', asked.lessonId, 'a lesson of yours or of your students');
    await db('attempt')
      .insert({
        id: asked.id,
        school_id: identity.schoolId,
        student_id: lesson.student_id,
        lesson_id: asked.lessonId,
        started_by: identity.accountId,
        pilot: asked.pilot,
        drill: lesson.drill,
        taken_from: asked.takenFrom?.attemptId ?? null,
        taken_at_s: asked.takenFrom?.at_s ?? null
      })
      .onConflict('id')
      .ignore();
    const attempt = await selectAttempt(db, asked.id);
    if (!attempt || attempt.lessonId !== asked.lessonId || attempt.pilot !== asked.pilot) {
      throw new Conflict('this id belongs to another attempt');
    }
    return attempt;
  });
}

/** Attempts of a lesson that were begun and neither finished nor closed, newest first, at most 10. */
export async function openAttempts(
  identity: Identity,
  lessonId: string
): Promise<(Attempt & { samples: number })[]> {
  return as(identity, async (db) => {
    const rows = await db('attempt as a')
      .select<AttemptRow[]>(
        'a.*',
        db.raw('(SELECT count(*)::int FROM flight_chunk c WHERE c.attempt_id = a.id) AS chunks')
      )
      .where({ 'a.lesson_id': lessonId })
      .whereNull('a.finished_at')
      .orderBy('a.started_at', 'desc')
      .limit(10);
    return rows.map((row) => ({ ...attemptOf(row), samples: (row.chunks ?? 0) * CHUNK_SAMPLES }));
  });
}

/**
 * Keeps chunks of a flight. Sending one again is harmless; sending another under its number is not accepted.
 * @returns the numbers now kept
 */
export async function keepChunks(
  identity: Identity,
  attemptId: string,
  chunks: readonly FlightChunk[]
): Promise<number[]> {
  chunks.forEach(checkColumns);
  return as(identity, async (db) => {
    const attempt = await mustExist(db, attemptId);
    if (attempt.finishedAt) {
      const flight = await db('flight')
        .select('samples')
        .where({ attempt_id: attemptId })
        .first<{ samples: number }>();
      const beyond = chunks.find((chunk) => chunk.sequence * CHUNK_SAMPLES >= flight.samples);
      if (beyond) throw new Conflict('this attempt has been closed; nothing can be added to it');
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

/**
 * Puts the flight together, grades it, and makes its practice entry. Finishing again changes nothing.
 * @throws Conflict when a chunk is missing or nothing was flown; it can be sent and the finishing repeated
 */
export async function finishAttempt(identity: Identity, attemptId: string): Promise<void> {
  await as(identity, async (db) => {
    await db('attempt').select('id').where({ id: attemptId }).forUpdate();
    const attempt = await mustExist(db, attemptId);
    if (attempt.finishedAt) return;
    const chunks = await storedChunks(db, attemptId);
    if (chunks.length === 0) throw new Conflict('nothing of this attempt has arrived yet');
    const missing = chunks.findIndex((chunk, index) => chunk.sequence !== index);
    if (missing >= 0) throw new Conflict(`chunk ${missing} of this attempt has not arrived yet`);
    const lesson = await db('lesson')
      .select('plan')
      .where({ id: attempt.lessonId })
      .first<{ plan: LessonPlan }>();
    await storeFlight(db, identity, attempt, lesson.plan, chunks);
    await db('flight_chunk').where({ attempt_id: attemptId }).delete();
    await db('attempt').where({ id: attemptId }).update({ finished_at: new Date() });
  });
}

/** Grades a flight and keeps it with its grade and its practice entry. */
async function storeFlight(
  db: Knex.Transaction,
  identity: Identity,
  attempt: Attempt,
  plan: LessonPlan,
  chunks: readonly FlightChunk[]
): Promise<void> {
  const flight = flightFromChunks(chunks);
  const grade = gradeFlight(flight, plan);
  const whose = { attempt_id: attempt.id, school_id: identity.schoolId, student_id: attempt.studentId };
  const bytes = flightToParquet(flight, (part) => gzipSync(part, { level: 9 }), { attempt: attempt.id });
  await db('flight').insert({ ...whose, parquet: Buffer.from(bytes), samples: flight.length });
  await storeStates(db, whose, chunks);
  await db('grade').insert({
    ...whose,
    grader_version: GRADER_VERSION,
    computed: JSON.stringify(grade),
    verdict: grade.verdict,
    score: grade.score,
    comparable: JSON.stringify(grade.comparable)
  });
  const flownBy: Record<PilotKind, string> = {
    student: 'the student',
    instructor: `the instructor, ${identity.name}`,
    reference: 'the reference pilot (simulated)',
    habits: 'a simulated pilot with habits',
    eyes: 'the reference pilot (simulated), the scan the student’s'
  };
  const content: PracticeEntry = {
    date: attempt.startedAt.slice(0, 10),
    drill: drillFileOf(plan).name,
    aircraft: aircraftById(plan.aircraft).name,
    duration_s: flight.length / RECORDING_RATE_HZ,
    flownBy: flownBy[attempt.pilot],
    verdict: grade.verdict,
    score: grade.score
  };
  await db('log_entry').insert({
    // One entry an attempt: it takes the attempt's own id.
    id: attempt.id,
    school_id: identity.schoolId,
    student_id: attempt.studentId,
    kind: 'practice',
    attempt_id: attempt.id,
    flown_on: content.date,
    content: JSON.stringify(content),
    entered_by: identity.accountId
  });
}

async function mustExist(db: Knex.Transaction, attemptId: string): Promise<Attempt> {
  const attempt = await selectAttempt(db, attemptId);
  if (!attempt) throw new Rejection('attempt', attemptId, 'an attempt of yours or of your students');
  return attempt;
}

async function storedChunks(db: Knex.Transaction, attemptId: string): Promise<FlightChunk[]> {
  const rows = await db('flight_chunk')
    .select<{ body: FlightChunk }[]>('body')
    .where({ attempt_id: attemptId })
    .orderBy('sequence');
  return rows.map((row) => row.body);
}

interface AttemptRow {
  id: string;
  lesson_id: string;
  student_id: string;
  pilot: PilotKind;
  started_at: Date;
  finished_at: Date | null;
  taken_from: string | null;
  taken_at_s: number | null;
  chunks?: number;
}

async function selectAttempt(db: Knex.Transaction, id: string): Promise<Attempt | null> {
  const row = await db('attempt').where({ id }).first<AttemptRow | undefined>();
  return row ? attemptOf(row) : null;
}

function attemptOf(row: AttemptRow): Attempt {
  return {
    id: row.id,
    lessonId: row.lesson_id,
    studentId: row.student_id,
    pilot: row.pilot,
    startedAt: row.started_at.toISOString(),
    finishedAt: row.finished_at?.toISOString() ?? null,
    takenFrom: row.taken_from === null ? null : { attemptId: row.taken_from, at_s: row.taken_at_s! }
  };
}
