import type { Knex } from 'knex';
import type { Verdict } from '../core/grade/corridor-measure';
import type { Comparable } from '../core/grade/comparable';
import type { Grade } from '../core/grade/grade';
import { RECORDING_RATE_HZ } from '../core/flight/channels';
import { DISCARDABLE_S } from './attempts';
import { as } from './database';
import { latestSince } from './latest-attempts';
import { teaches, type Identity } from './identity';
import { lessonById, type Lesson } from './lessons';
import type { PilotKind } from './pilot-kind';
import { isGenuineGrade } from './seal';

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
export interface AttemptLine {
  id: string;
  lessonId: string;
  lessonNumber: number;
  /** Of a lesson, or of the student’s own practice. */
  kind: 'lesson' | 'practice';
  /** What compares: a scan lesson, or the most help that was allowed. */
  help: string;
  studentName: string;
  pilot: PilotKind;
  drill: string;
  /** Taken over from another attempt: kept, but no attempt of its own in trends. */
  takenFrom: { attemptId: string; at_s: number } | null;
  finishedAt: string;
  /** The one that counts: an instructor's own where there is one, otherwise as computed. */
  verdict: Verdict;
  computedVerdict: Verdict;
  overridden: boolean;
  /** false: this grade was not made by Hanza, and counts for nothing. */
  genuine: boolean;
  /** What was odd about how the flight came in; for those who teach. */
  unusual: string[];
  score: number;
  comparable: Comparable;
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

const COMPARED = 12;
export const ATTEMPTS_PER_PAGE = 50;

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
      .where('a.finished_at', '<=', attempt.finished_at)
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

/** A verdict is looked for among so many of the school's latest attempts. */
export const VERDICTS_LOOKED_AT = 1000;
export const attemptOrders = ['flown', 'score'] as const;

/**
 * Finished attempts this person may see, one page of them; of one student, of one drill, of one verdict when asked. In the order
 * of their scores only for one student: a whole school’s are too many to put in order at every look.
 */
export async function listAttempts(
  identity: Identity,
  {
    studentId = null,
    drill = null,
    verdict = null,
    page = 1,
    sort = 'flown',
    descending = true
  }: {
    studentId?: string | null;
    drill?: string | null;
    verdict?: Verdict | null;
    page?: number;
    sort?: (typeof attemptOrders)[number];
    descending?: boolean;
  } = {}
): Promise<AttemptLine[]> {
  return as(identity, async (db) => {
    const query = selectAttempts(db).whereNotNull('a.finished_at').whereNull('a.discarded_at');
    if (studentId) query.where('a.student_id', studentId);
    else query.where('a.school_id', identity.schoolId);
    if (drill) query.where('a.drill', drill);
    if (verdict) query.whereRaw('coalesce(o.verdict, g.verdict) = ?', [verdict]);
    if (verdict && !studentId)
      query.where('a.finished_at', '>=', await latestSince(db, identity, VERDICTS_LOOKED_AT));
    const way = descending ? 'desc' : 'asc';
    if (sort === 'score' && studentId) query.orderBy('g.score', way);
    const rows = await query
      .orderBy('a.finished_at', sort === 'flown' ? way : 'desc')
      .limit(ATTEMPTS_PER_PAGE)
      .offset((page - 1) * ATTEMPTS_PER_PAGE);
    return rows.map(lineOf);
  });
}

export const HISTORY_ATTEMPTS = 200;

/** The student's own finished attempts, oldest first, at most the latest 200; of one drill when asked. */
export async function historyAttempts(
  identity: Identity,
  studentId: string,
  drill?: string
): Promise<AttemptLine[]> {
  return as(identity, async (db) => {
    const query = selectAttempts(db)
      .where('a.student_id', studentId)
      .where('a.pilot', 'student')
      .whereNull('a.taken_from')
      .whereNotNull('a.finished_at')
      .whereNull('a.discarded_at')
      .orderBy('a.finished_at', 'desc')
      .limit(HISTORY_ATTEMPTS);
    if (drill) query.where('a.drill', drill);
    return (await query)
      .map(lineOf)
      .filter((line) => line.genuine)
      .reverse();
  });
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

interface AttemptRow {
  id: string;
  lesson_id: string;
  number: number;
  kind: 'lesson' | 'practice';
  student_name: string;
  scanned: boolean;
  assist: string;
  pilot: PilotKind;
  drill: string;
  taken_from: string | null;
  taken_at_s: number | null;
  finished_at: Date;
  unusual: string[];
  grader_version: number;
  score: number;
  comparable: Comparable;
  seal: Buffer;
  computed_verdict: Verdict;
  override_verdict: Verdict | null;
}

function selectAttempts(db: Knex) {
  return db('attempt as a')
    .join('newest_grade as g', 'g.attempt_id', 'a.id')
    .join('lesson as l', 'l.id', 'a.lesson_id')
    .join('account as s', 's.id', 'a.student_id')
    .joinRaw(
      'LEFT JOIN LATERAL (SELECT verdict FROM grade_override WHERE attempt_id = a.id ORDER BY made_at DESC LIMIT 1) o ON true'
    )
    .select<AttemptRow[]>(
      'a.id',
      'a.lesson_id',
      'a.pilot',
      'a.drill',
      'a.taken_from',
      'a.taken_at_s',
      'a.finished_at',
      'l.number',
      'l.kind',
      's.name as student_name',
      db.raw("(l.plan->'scan') IS NOT NULL AS scanned"),
      db.raw("l.plan->>'assist' AS assist"),
      'a.unusual',
      'g.grader_version',
      'g.score',
      'g.comparable',
      'g.seal',
      'g.verdict as computed_verdict',
      'o.verdict as override_verdict'
    );
}

function lineOf(row: AttemptRow): AttemptLine {
  return {
    id: row.id,
    lessonId: row.lesson_id,
    lessonNumber: row.number,
    kind: row.kind,
    help: row.scanned ? 'scan' : row.assist,
    studentName: row.student_name,
    pilot: row.pilot,
    drill: row.drill,
    takenFrom: row.taken_from === null ? null : { attemptId: row.taken_from, at_s: row.taken_at_s! },
    finishedAt: row.finished_at.toISOString(),
    verdict: row.override_verdict ?? row.computed_verdict,
    computedVerdict: row.computed_verdict,
    overridden: row.override_verdict !== null,
    genuine: isGenuineGrade({
      attempt_id: row.id,
      grader_version: row.grader_version,
      verdict: row.computed_verdict,
      score: row.score,
      comparable: row.comparable,
      seal: row.seal
    }),
    unusual: row.unusual,
    score: row.score,
    comparable: row.comparable
  };
}
