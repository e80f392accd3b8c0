import type { Knex } from 'knex';
import { aircraftById } from '../core/aircraft/catalogue';
import { drillFileOf } from '../core/drill/catalogue/catalogue';
import type { LessonPlan } from '../core/drill/lesson-plan';
import { RECORDING_RATE_HZ } from '../core/flight/channels';
import { CHUNK_SAMPLES, checkColumns, type FlightChunk } from '../core/flight/recorder';
import { GRADER_VERSION } from '../core/grade/grade';
import { Rejection } from '../core/measure/rejection';
import type { PracticeEntry } from '../core/record/log-entry';
import { Conflict } from './conflict';
import { as } from './database';
import type { Assembled } from './heavy/work';
import { heavily } from './heavy/pool';
import type { Identity } from './identity';
import type { PilotKind } from './pilot-kind';
import { gradeSeal } from './seal';
import { dayIn } from './school-day';

/** The longest flight that is kept, h. */
export const LONGEST_FLIGHT_H = 6;
const MOST_CHUNKS = (LONGEST_FLIGHT_H * 3600 * RECORDING_RATE_HZ) / CHUNK_SAMPLES;
/** A start of so many seconds may be put aside by who flew it. */
export const DISCARDABLE_S = 120;

export interface Attempt {
  id: string;
  lessonId: string;
  studentId: string;
  startedBy: string;
  pilot: PilotKind;
  startedAt: string;
  finishedAt: string | null;
  /** The attempt this one was taken over from, and when in it. */
  takenFrom: { attemptId: string; at_s: number } | null;
}

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
      .whereNull('withdrawn_at')
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
      .whereNull('a.discarded_at')
      .orderBy('a.started_at', 'desc')
      .limit(10);
    return rows.map((row) => ({ ...attemptOf(row), samples: (row.chunks ?? 0) * CHUNK_SAMPLES }));
  });
}

/** A flight that was begun and neither ended nor put aside. */
export interface Unfinished {
  id: string;
  lessonId: string;
  lessonNumber: number;
  startedAt: string;
  flown_s: number;
}

/** What a person began to fly and did not end, newest first, at most 10. */
export async function unfinishedAttempts(identity: Identity, studentId: string): Promise<Unfinished[]> {
  return as(identity, async (db) => {
    const rows = await db('attempt as a')
      .join('lesson as l', 'l.id', 'a.lesson_id')
      .select(
        'a.id',
        'a.lesson_id',
        'l.number',
        'a.started_at',
        db.raw('(SELECT count(*)::int FROM flight_chunk c WHERE c.attempt_id = a.id) AS chunks')
      )
      .where({ 'a.student_id': studentId, 'a.started_by': identity.accountId })
      .whereNull('a.finished_at')
      .whereNull('a.discarded_at')
      .orderBy('a.started_at', 'desc')
      .limit(10);
    return rows.map((row) => ({
      id: row.id,
      lessonId: row.lesson_id,
      lessonNumber: row.number,
      startedAt: row.started_at.toISOString(),
      flown_s: (row.chunks * CHUNK_SAMPLES) / RECORDING_RATE_HZ
    }));
  });
}

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

/**
 * Puts the flight together, grades it, and makes its practice entry. Finishing again changes nothing.
 * @throws Conflict when a chunk is missing or nothing was flown; it can be sent and the finishing repeated
 */
export async function finishAttempt(identity: Identity, attemptId: string): Promise<void> {
  const stored = await as(identity, async (db) => {
    const attempt = await mustExist(db, attemptId);
    if (attempt.finishedAt) return null;
    const rows = await db('flight_chunk')
      .select<{ sequence: number; text: string; arrived: Date }[]>(
        'sequence',
        db.raw('body::text AS text'),
        'arrived_at as arrived'
      )
      .where({ attempt_id: attemptId })
      .orderBy('sequence');
    if (rows.length === 0) throw new Conflict('nothing of this attempt has arrived yet');
    const missing = rows.findIndex((row, index) => row.sequence !== index);
    if (missing >= 0) throw new Conflict(`chunk ${missing} of this attempt has not arrived yet`);
    const lesson = await db('lesson')
      .select('plan')
      .where({ id: attempt.lessonId })
      .first<{ plan: LessonPlan }>();
    return { attempt, rows, plan: lesson.plan };
  });
  if (!stored) return;
  const { attempt, rows, plan } = stored;
  const assembled = await heavily(identity, 'assemble', {
    attemptId,
    plan,
    pilot: attempt.pilot,
    takenOver: attempt.takenFrom !== null,
    chunks: rows.map((row) => row.text),
    arrivals_ms: rows.map((row) => row.arrived.getTime())
  });
  await as(identity, async (db) => {
    await lockedAttempt(db, attemptId);
    const { rows: now } = await db.raw<{ rows: { count: number }[] }>(
      'SELECT count(*)::int AS count FROM flight_chunk WHERE attempt_id = ?',
      [attemptId]
    );
    const already = (await mustExist(db, attemptId)).finishedAt !== null;
    // What arrived while the flight was being graded belongs to it: it is graded again, with that.
    if (!already && now[0]!.count !== rows.length)
      throw new Conflict('more of this attempt arrived while it was being graded; finish it again');
    await store(db, identity, attempt, plan, assembled);
  });
}

async function store(
  db: Knex.Transaction,
  identity: Identity,
  attempt: Attempt,
  plan: LessonPlan,
  flown: Assembled
): Promise<void> {
  const flownBy: Record<PilotKind, string> = {
    student: 'the student',
    instructor: `the instructor, ${identity.name}`,
    reference: 'the reference pilot (simulated)',
    habits: 'a simulated pilot with habits',
    eyes: 'the reference pilot (simulated), the scan the student’s'
  };
  const practice: PracticeEntry = {
    date: dayIn(identity.timeZone, new Date(attempt.startedAt)),
    drill: drillFileOf(plan).name,
    aircraft: aircraftById(plan.aircraft).name,
    duration_s: flown.duration_s,
    flownBy: flownBy[attempt.pilot],
    verdict: flown.verdict,
    score: flown.score
  };
  const digest = Buffer.from(flown.digest);
  const twin = await db('flight')
    .select('attempt_id')
    .where({ school_id: identity.schoolId, digest })
    .whereNot({ attempt_id: attempt.id })
    .first<{ attempt_id: string } | undefined>();
  const unusual =
    twin && attempt.pilot === 'student'
      ? [...flown.unusual, 'the same flight, sample for sample, as another attempt']
      : flown.unusual;
  const seal = gradeSeal({
    attempt_id: attempt.id,
    grader_version: GRADER_VERSION,
    verdict: flown.verdict,
    score: flown.score,
    comparable: JSON.parse(flown.comparable)
  });
  await db.raw(
    'SELECT finish_attempt(?, ?, ?, ?, ?, ?, ?, ?::jsonb, ?, ?, ?::jsonb, ?, ?::jsonb, ?::date, ?::jsonb)',
    [
      attempt.id,
      Buffer.from(flown.parquet),
      flown.samples,
      digest,
      flown.states?.length ?? 0,
      flown.states ? Buffer.from(flown.states.bytes) : null,
      GRADER_VERSION,
      flown.grade,
      flown.verdict,
      flown.score,
      flown.comparable,
      seal,
      JSON.stringify(practice),
      practice.date,
      JSON.stringify(unusual)
    ] as Knex.RawBinding[]
  );
}

/**
 * Puts a mistaken start aside: it is kept out of everything but the audit. Doing it again changes nothing.
 * @throws Conflict when it was flown by somebody else or for longer than `DISCARDABLE_S`
 */
export async function discardAttempt(identity: Identity, attemptId: string): Promise<void> {
  await as(identity, async (db) => {
    await mustExist(db, attemptId);
    const { rows } = await db.raw<{ rows: { done: boolean }[] }>('SELECT discard_attempt(?, ?) AS done', [
      attemptId,
      DISCARDABLE_S * RECORDING_RATE_HZ
    ]);
    if (rows[0]!.done) return;
    const row = await db('attempt').select('discarded_at').where({ id: attemptId }).first();
    if (row.discarded_at === null)
      throw new Conflict(
        `only the person who flew it can discard an attempt, and only one of up to ${DISCARDABLE_S / 60} minutes`
      );
  });
}

async function mustExist(db: Knex.Transaction, attemptId: string): Promise<Attempt> {
  const attempt = await selectAttempt(db, attemptId);
  if (!attempt) throw new Rejection('attempt', attemptId, 'an attempt of yours or of your students');
  return attempt;
}

/** The attempt with its row locked until the transaction ends. */
async function lockedAttempt(db: Knex.Transaction, attemptId: string): Promise<Attempt> {
  await db('attempt').select('id').where({ id: attemptId }).forUpdate();
  return mustExist(db, attemptId);
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
  started_by: string;
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
    startedBy: row.started_by,
    pilot: row.pilot,
    startedAt: row.started_at.toISOString(),
    finishedAt: row.finished_at?.toISOString() ?? null,
    takenFrom: row.taken_from === null ? null : { attemptId: row.taken_from, at_s: row.taken_at_s! }
  };
}
