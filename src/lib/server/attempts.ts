import { keepStanding } from './road/standings';
import { RECORDING_RATE_HZ } from '../core/flight/channels';
import { CHUNK_SAMPLES } from '../core/flight/recorder';
import { Rejection } from '../core/measure/rejection';
import { Conflict } from './conflict';
import { as } from './database';
import type { Identity } from './identity';
import type { PilotKind } from './pilot-kind';
import { type Attempt, type AttemptRow, selectAttempt, attemptOf, mustExist } from './attempt-rows';

/** A start of so many seconds may be put aside by who flew it. */
export const DISCARDABLE_S = 120;

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
      // Approaches are laid side by side by themselves, not all under one name.
      .select(
        'student_id',
        db.raw("left(concat_ws(' ', plan->>'drill', plan#>>'{approach,approach,id}'), 60) AS drill")
      )
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

/** What this person began to fly of a lesson and neither finished nor closed, newest first, at most 10. */
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
      .where({ 'a.lesson_id': lessonId, 'a.started_by': identity.accountId })
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
 * Puts a mistaken start aside: it is kept out of everything but the audit. Doing it again changes nothing.
 * @throws Conflict when it was flown by somebody else or for longer than `DISCARDABLE_S`
 */
export async function discardAttempt(identity: Identity, attemptId: string): Promise<void> {
  await putAside(identity, attemptId);
  await keepStanding(identity, attemptId);
}

async function putAside(identity: Identity, attemptId: string): Promise<void> {
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
