import type { Knex } from 'knex';
import { Rejection } from '../../core/measure/rejection';
import { as } from '../database';
import { drillNames } from '../drill-names';
import type { Identity } from '../identity';
import { dayIn } from '../school-day';

/** What a student was asked to fly alone, and how far it is. */
export interface HomeworkLine {
  id: string;
  task: string;
  times: number;
  done: number;
  /** Calendar day at the school. */
  due: string;
  /** Days until then, 0 on the day itself. */
  dueIn_d: number;
  words: string;
  attemptId: string | null;
  /** The lesson of that flight. */
  lessonId: string | null;
  at_s: number | null;
  setBy: string;
  /** The flights that counted, the newest first: how they went. */
  flown: { attemptId: string; score: number; verdict: string }[];
}

/** Flights that count for a homework `h`: of its task, flown to their end since it was set; again from its moment, or from the beginning. */
export const COUNTED = `FROM attempt t
  JOIN newest_grade g ON g.attempt_id = t.id
  LEFT JOIN LATERAL (SELECT verdict FROM grade_override WHERE attempt_id = t.id ORDER BY made_at DESC LIMIT 1) o ON true
  WHERE t.student_id = h.student_id AND t.pilot = 'student' AND t.finished_at >= h.set_at AND t.discarded_at IS NULL
    AND t.drill = h.task AND (h.attempt_id IS NULL OR t.taken_from = h.attempt_id OR t.taken_from IS NULL)
    AND (g.comparable->>'completed')::boolean`;

const SHOWN = 20;
const LATEST_FIRST_D = 60;

/** Homework that is open, or was due lately; what is due first stands first. */
export async function homeworkOf(identity: Identity, studentId: string): Promise<HomeworkLine[]> {
  return as(identity, (db) => homeworkIn(db, identity, studentId));
}

export async function homeworkIn(db: Knex, identity: Identity, studentId: string): Promise<HomeworkLine[]> {
  const today = dayIn(identity.timeZone);
  const rows = await db('homework as h')
    .join('account as a', 'a.id', 'h.set_by')
    .leftJoin('attempt as m', 'm.id', 'h.attempt_id')
    .joinRaw(
      `LEFT JOIN LATERAL (
         SELECT json_agg(json_build_object('attemptId', x.id, 'score', x.score, 'verdict', x.verdict)) AS flown
         FROM (
           SELECT t.id, g.score, coalesce(o.verdict, g.verdict) AS verdict
           ${COUNTED}
           ORDER BY t.finished_at DESC LIMIT 10
         ) x
       ) f ON true`
    )
    .select(
      'h.id',
      'h.task',
      'h.times',
      'h.words',
      'h.attempt_id as attemptId',
      'm.lesson_id as lessonId',
      'h.at_s',
      'a.name as setBy',
      'f.flown',
      db.raw('h.due::text AS due'),
      db.raw('(h.due - ?::date)::int AS "dueIn_d"', [today])
    )
    .where('h.student_id', studentId)
    .whereNull('h.taken_back_at')
    .whereRaw('h.due > ?::date - ?::int', [today, LATEST_FIRST_D])
    .orderBy(['h.due', 'h.set_at'])
    .limit(SHOWN);
  return rows.map((row) => ({
    ...row,
    flown: row.flown ?? [],
    done: Math.min(row.times, row.flown?.length ?? 0)
  }));
}

/**
 * Sets homework; the same again under the same id changes nothing.
 * @throws Rejection at what is not accepted
 */
export async function setHomework(
  identity: Identity,
  asked: {
    id: string;
    studentId: string;
    task: string;
    times: number;
    due: string;
    words: string;
    attemptId: string | null;
    at_s: number | null;
  }
): Promise<void> {
  const { id, studentId, task, times, due, words, attemptId, at_s } = asked;
  if (!(task in (await drillNames(identity))))
    throw new Rejection('task', task, 'a drill or an approach that can be flown');
  if (!Number.isInteger(times) || times < 1 || times > 10)
    throw new Rejection('times', times, 'a whole number from 1 to 10');
  const today = dayIn(identity.timeZone);
  if (!/^\d{4}-\d\d-\d\d$/.test(due) || Number.isNaN(Date.parse(due)))
    throw new Rejection('due', due, 'a day, as 2026-03-01');
  if (due < today) throw new Rejection('due', due, `${today} or later`);
  if (words.length > 300) throw new Rejection('words', words.length, 'at most 300 letters');
  await as(identity, async (db) => {
    const student = await db('account').select('id').where({ id: studentId, role: 'student' }).first();
    if (!student) throw new Rejection('student', studentId, 'a student of this school');
    if (attemptId) {
      const attempt = await db('attempt')
        .select('id')
        .where({ id: attemptId, student_id: studentId })
        .first();
      if (!attempt) throw new Rejection('attempt', attemptId, 'a flight of this student');
    }
    await db('homework')
      .insert({
        id,
        school_id: identity.schoolId,
        student_id: studentId,
        task,
        times,
        due,
        words,
        attempt_id: attemptId,
        at_s,
        set_by: identity.accountId
      })
      .onConflict('id')
      .ignore();
    const kept = await db('homework')
      .select('student_id')
      .where({ id })
      .first<{ student_id: string } | undefined>();
    if (kept?.student_id !== studentId) throw new Rejection('id', id, 'an id no other homework has');
  });
}

/** Takes homework back; doing it again changes nothing. */
export async function takeHomeworkBack(identity: Identity, id: string): Promise<void> {
  await as(identity, (db) =>
    db('homework').where({ id }).whereNull('taken_back_at').update({ taken_back_at: db.fn.now() })
  );
}
