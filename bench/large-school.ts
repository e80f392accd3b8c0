import { randomUUID } from 'node:crypto';
import knex from 'knex';
import { DEMO_SCHOOL, demoId } from '../seed/demo-people';
import { fillStandings } from '../src/lib/server/road/standings';
import { gradeSeal } from '../src/lib/server/seal';

export const STUDENTS = 300;
export const ATTEMPTS = 60_000;
/** Recordings are fetched one at a time by their key: those of the latest attempts stand for all. */
const FLIGHTS_EACH = 5;
const SEALED_AT_ONCE = 2000;

/**
 * Fills the demo school up to 300 students and 60,000 attempts by copying one flown attempt with its grade and practice entry,
 * the latest with their flights: the sizes are real, the contents repeat.
 */
export async function fillSchool(ownerUrl: string): Promise<void> {
  const db = knex({ client: 'pg', connection: ownerUrl, pool: { min: 0, max: 2 } });
  const school = await db('school').where({ name: DEMO_SCHOOL }).first();
  const counted = async (table: string, where: Record<string, string> = {}) =>
    Number((await db(table).where(where).count('id as n').first())!['n']);
  const missingStudents = STUDENTS - (await counted('account', { role: 'student' }));
  const each = Math.ceil((ATTEMPTS - (await counted('attempt'))) / missingStudents);
  const model = {
    attempt: demoId('attempt maren 2'),
    lesson: demoId('lesson maren 2'),
    instructor: demoId('ines')
  };
  for (let n = 0; n < missingStudents; n++) {
    const student = randomUUID();
    const lesson = randomUUID();
    await db('account').insert({
      id: student,
      school_id: school.id,
      email: `${student}@school.example`,
      name: `Student ${String(n).padStart(3, '0')}`,
      role: 'student',
      password_hash: '-'
    });
    await db.raw(
      `INSERT INTO lesson (id, school_id, student_id, planned_by, number, plan)
       SELECT ?, school_id, ?, planned_by, 1, plan FROM lesson WHERE id = ?`,
      [lesson, student, model.lesson]
    );
    await db.raw(
      `WITH made AS (
         INSERT INTO attempt (id, school_id, student_id, lesson_id, started_by, pilot, drill, started_at, finished_at)
         SELECT gen_random_uuid(), school_id, ?, ?, ?, 'student', drill, now() - n * interval '5 hours', now() - n * interval '5 hours'
         FROM attempt, generate_series(1, ?::int) n WHERE id = ? RETURNING id, school_id, student_id, finished_at
       ), grades AS (
         INSERT INTO grade (attempt_id, grader_version, school_id, student_id, computed, verdict, score, comparable, seal)
         SELECT m.id, g.grader_version, m.school_id, m.student_id, g.computed, g.verdict, g.score, g.comparable, g.seal
         FROM made m, grade g WHERE g.attempt_id = ?
       ), flights AS (
         INSERT INTO flight (attempt_id, school_id, student_id, parquet, samples)
         SELECT m.id, m.school_id, m.student_id, f.parquet, f.samples
         FROM (SELECT * FROM made ORDER BY finished_at DESC LIMIT ?) m, flight f WHERE f.attempt_id = ?
       )
       INSERT INTO log_entry (id, school_id, student_id, kind, attempt_id, flown_on, content, entered_by)
       SELECT m.id, m.school_id, m.student_id, 'practice', m.id, e.flown_on, e.content, e.entered_by
       FROM made m, log_entry e WHERE e.attempt_id = ?`,
      [
        student,
        lesson,
        student,
        each,
        model.attempt,
        model.attempt,
        FLIGHTS_EACH,
        model.attempt,
        model.attempt
      ]
    );
  }
  // A copied seal is another grade's: each gets its own, or it would count for nothing.
  let after = '00000000-0000-0000-0000-000000000000';
  for (;;) {
    const grades = await db('grade')
      .select('attempt_id', 'grader_version', 'verdict', 'score', 'comparable')
      .where('attempt_id', '>', after)
      .orderBy('attempt_id')
      .limit(SEALED_AT_ONCE);
    if (grades.length === 0) break;
    after = grades.at(-1)!.attempt_id;
    await db.raw(
      `UPDATE grade SET seal = decode(made.seal, 'hex')
       FROM unnest(?::uuid[], ?::int[], ?::text[]) AS made (attempt_id, version, seal)
       WHERE grade.attempt_id = made.attempt_id AND grade.grader_version = made.version`,
      [
        grades.map((grade) => grade.attempt_id),
        grades.map((grade) => grade.grader_version),
        grades.map((grade) => gradeSeal(grade).toString('hex'))
      ]
    );
  }
  await fillStandings(db);
  await db.raw('ANALYZE');
  await db.destroy();
}
