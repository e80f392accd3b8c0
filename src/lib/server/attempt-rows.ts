import type { Knex } from 'knex';
import { Rejection } from '../core/measure/rejection';
import type { PilotKind } from './pilot-kind';

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

export async function mustExist(db: Knex.Transaction, attemptId: string): Promise<Attempt> {
  const attempt = await selectAttempt(db, attemptId);
  if (!attempt) throw new Rejection('attempt', attemptId, 'an attempt of yours or of your students');
  return attempt;
}

/** The attempt with its row locked until the transaction ends. */
export async function lockedAttempt(db: Knex.Transaction, attemptId: string): Promise<Attempt> {
  await db('attempt').select('id').where({ id: attemptId }).forUpdate();
  return mustExist(db, attemptId);
}

export interface AttemptRow {
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

export async function selectAttempt(db: Knex.Transaction, id: string): Promise<Attempt | null> {
  const row = await db('attempt').where({ id }).first<AttemptRow | undefined>();
  return row ? attemptOf(row) : null;
}

export function attemptOf(row: AttemptRow): Attempt {
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
