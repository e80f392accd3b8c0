import type { Knex } from 'knex';
import type { Verdict } from '../core/finding/verdict';
import type { Comparable } from '../core/grade/comparable';
import { as } from './database';
import { latestSince } from './latest-attempts';
import { type Identity } from './identity';
import type { PilotKind } from './pilot-kind';
import { isGenuineGrade } from './seal';

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
export const COMPARED = 12;
export const ATTEMPTS_PER_PAGE = 50;

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

/** The student's own finished attempts that count, the latest first; of one drill when asked. */
export function ownAttempts(db: Knex, studentId: string, drill?: string) {
  const query = selectAttempts(db)
    .where('a.student_id', studentId)
    .where('a.pilot', 'student')
    .whereNull('a.taken_from')
    .whereNotNull('a.finished_at')
    .whereNull('a.discarded_at')
    .orderBy('a.finished_at', 'desc');
  return drill === undefined ? query : query.where('a.drill', drill);
}

/** The student's own finished attempts, oldest first, at most the latest 200; of one drill when asked. */
export async function historyAttempts(
  identity: Identity,
  studentId: string,
  drill?: string
): Promise<AttemptLine[]> {
  return as(identity, async (db) => {
    const rows = await ownAttempts(db, studentId, drill).limit(HISTORY_ATTEMPTS);
    return rows
      .map(lineOf)
      .filter((line) => line.genuine)
      .reverse();
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

export function selectAttempts(db: Knex) {
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

export function lineOf(row: AttemptRow): AttemptLine {
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
