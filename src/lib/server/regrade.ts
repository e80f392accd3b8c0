import type { Knex } from 'knex';
import { gunzipSync } from 'node:zlib';
import type { LessonPlan } from '../core/drill/lesson-plan';
import { flightFromParquet } from '../core/format/flight-parquet';
import { GRADER_VERSION, gradeFlight } from '../core/grade/grade';

const AT_ONCE = 50;

/**
 * Grades again, by today's rules, every flight whose newest grade is older; the old grades stay beside the new.
 * Run by the owner of the database after a migration; can be broken off and repeated.
 * @returns how many were graded
 */
export async function regradeOlder(owner: Knex): Promise<number> {
  let done = 0;
  for (;;) {
    const { rows } = await owner.raw<{
      rows: {
        attempt_id: string;
        school_id: string;
        student_id: string;
        parquet: Buffer;
        plan: LessonPlan;
      }[];
    }>(
      `SELECT f.attempt_id, f.school_id, f.student_id, f.parquet, l.plan
       FROM flight f JOIN attempt a ON a.id = f.attempt_id JOIN lesson l ON l.id = a.lesson_id
       WHERE NOT EXISTS (SELECT 1 FROM grade g WHERE g.attempt_id = f.attempt_id AND g.grader_version >= ?)
       LIMIT ?`,
      [GRADER_VERSION, AT_ONCE]
    );
    if (rows.length === 0) return done;
    for (const row of rows) {
      const flight = await flightFromParquet(new Uint8Array(row.parquet), (part) => gunzipSync(part));
      const grade = gradeFlight(flight, row.plan);
      await owner('grade')
        .insert({
          attempt_id: row.attempt_id,
          school_id: row.school_id,
          student_id: row.student_id,
          grader_version: GRADER_VERSION,
          computed: JSON.stringify(grade),
          verdict: grade.verdict,
          score: grade.score,
          comparable: JSON.stringify(grade.comparable)
        })
        .onConflict(['attempt_id', 'grader_version'])
        .ignore();
      done += 1;
    }
  }
}
