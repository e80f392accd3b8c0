import { keepStanding } from './road/standings';
import type { Verdict } from '../core/finding/verdict';
import type { Grade } from '../core/grade/grade';
import { RECORDING_RATE_HZ } from '../core/flight/channels';
import { DISCARDABLE_S } from './attempts';
import { as } from './database';
import { teaches, type Identity } from './identity';
import { lessonById, type Lesson } from './lessons';
import type { PilotKind } from './pilot-kind';
import { isGenuineGrade } from './seal';
import { type AttemptLine, selectAttempts, lineOf, COMPARED } from './attempt-list';

export interface Override {
  verdict: Verdict;
  reason: string;
  madeBy: string;
  madeAt: string;
}
export interface Note {
  body: string;
  madeBy: string;
  madeAt: string;
}
export interface Debrief {
  attemptId: string;
  pilot: PilotKind;
  finishedAt: string;
  genuine: boolean;
  /** What was odd about how the flight came in; empty for a student. */
  unusual: string[];
  /** Whether the person asking may put it aside: the own attempt, of at most `DISCARDABLE_S`. */
  canDiscard: boolean;
  takenFrom: AttemptLine['takenFrom'];
  /** Whether states were kept to take over from. */
  canTakeOver: boolean;
  lesson: Lesson;
  grade: Grade;
  /** Newest first; the first one stands. */
  overrides: Override[];
  notes: Note[];
  /** This attempt among the student's own at this drill, oldest first. */
  attempts: AttemptLine[];
}

/** Everything said about a finished attempt, or null when there is none this person may see. */
export async function debriefOf(identity: Identity, attemptId: string): Promise<Debrief | null> {
  const found = await as(identity, async (db) => {
    const attempt = await db('attempt')
      .where({ id: attemptId })
      .whereNotNull('finished_at')
      .whereNull('discarded_at')
      .first();
    if (!attempt) return null;
    const grade = await db('newest_grade').where({ attempt_id: attemptId }).first();
    const overrides = await db('grade_override as o')
      .join('account as a', 'a.id', 'o.made_by')
      .select('o.verdict', 'o.reason', 'o.made_at', 'a.name')
      .where({ attempt_id: attemptId })
      .orderBy('o.made_at', 'desc')
      .limit(50);
    const notes = await db('note as n')
      .join('account as a', 'a.id', 'n.made_by')
      .select('n.body', 'n.made_at', 'a.name')
      .where({ attempt_id: attemptId })
      .orderBy('n.made_at', 'desc')
      .limit(50);
    const earlier = await selectAttempts(db)
      .where('a.student_id', attempt.student_id)
      .where('a.drill', attempt.drill)
      // As the database has it: a date of JavaScript is cut to the millisecond, and would leave this attempt itself out.
      .where('a.finished_at', '<=', db('attempt').select('finished_at').where({ id: attemptId }))
      .whereNull('a.discarded_at')
      .where((either) => either.where('a.pilot', 'student').orWhere('a.id', attemptId))
      .orderBy('a.finished_at', 'desc')
      .limit(COMPARED);
    const state = await db('flight_state').select('length').where({ attempt_id: attemptId }).first();
    const { samples } = await db('flight').select('samples').where({ attempt_id: attemptId }).first();
    return { attempt, grade, overrides, notes, earlier, samples, canTakeOver: state !== undefined };
  });
  if (!found) return null;
  const lesson = await lessonById(identity, found.attempt.lesson_id);
  const said = (row: { name: string; made_at: Date }) => ({
    madeBy: row.name,
    madeAt: row.made_at.toISOString()
  });
  return {
    attemptId,
    pilot: found.attempt.pilot,
    finishedAt: found.attempt.finished_at.toISOString(),
    genuine: isGenuineGrade(found.grade),
    unusual: teaches(identity) ? found.attempt.unusual : [],
    canDiscard:
      found.attempt.started_by === identity.accountId && found.samples <= DISCARDABLE_S * RECORDING_RATE_HZ,
    takenFrom:
      found.attempt.taken_from === null
        ? null
        : { attemptId: found.attempt.taken_from, at_s: found.attempt.taken_at_s },
    canTakeOver: found.canTakeOver,
    lesson: lesson!,
    grade: found.grade.computed,
    overrides: found.overrides.map((row) => ({ verdict: row.verdict, reason: row.reason, ...said(row) })),
    notes: found.notes.map((row) => ({ body: row.body, ...said(row) })),
    attempts: found.earlier.map(lineOf).reverse()
  };
}

/** The stored flight as Parquet bytes, or null. */
export async function flightBytes(identity: Identity, attemptId: string): Promise<Uint8Array | null> {
  return as(identity, async (db) => {
    const row = await db('flight')
      .select('parquet')
      .where({ attempt_id: attemptId })
      .first<{ parquet: Buffer } | undefined>();
    return row ? new Uint8Array(row.parquet) : null;
  });
}

/** An instructor's own verdict beside the computed one. Repeating it under the same id changes nothing. */
export async function overrideGrade(
  identity: Identity,
  made: { id: string; attemptId: string; verdict: Verdict; reason: string }
): Promise<void> {
  await addBeside(identity, 'grade_override', made.attemptId, {
    id: made.id,
    verdict: made.verdict,
    reason: made.reason
  });
  await keepStanding(identity, made.attemptId);
}

/** An instructor's words. Repeating them under the same id changes nothing. */
export async function addNote(
  identity: Identity,
  made: { id: string; attemptId: string; body: string }
): Promise<void> {
  await addBeside(identity, 'note', made.attemptId, { id: made.id, body: made.body });
}

async function addBeside(
  identity: Identity,
  table: 'note' | 'grade_override',
  attemptId: string,
  row: { id: string; [column: string]: string }
): Promise<void> {
  await as(identity, async (db) => {
    const { student_id } = await db('attempt').select('student_id').where({ id: attemptId }).first();
    await db(table)
      .insert({
        ...row,
        attempt_id: attemptId,
        school_id: identity.schoolId,
        student_id,
        made_by: identity.accountId
      })
      .onConflict('id')
      .ignore();
  });
}
