import { keptPlan } from '../core/drill/plan-version';
import type { Knex } from 'knex';
import { gunzipSync } from 'node:zlib';
import { flightFromParquet } from '../core/format/flight-parquet';
import { GRADER_VERSION, gradeFlight, type Grade } from '../core/grade/grade';
import { gradeSeal } from './seal';

const AT_ONCE = 50;

/**
 * Grades again, by today's rules, every flight whose newest grade is older; the old grades stay beside the new.
 * Run by the owner of the database after a migration; can be broken off and repeated.
 * @returns how many were graded, and the attempts whose flight or plan cannot be read any more: they keep the grade they have
 */
export async function regradeOlder(owner: Knex): Promise<{ done: number; unreadable: string[] }> {
  let done = 0;
  const unreadable: string[] = [];
  for (;;) {
    const { rows } = await owner.raw<{
      rows: {
        attempt_id: string;
        school_id: string;
        student_id: string;
        parquet: Buffer;
        plan: unknown;
      }[];
    }>(
      `SELECT f.attempt_id, f.school_id, f.student_id, f.parquet, l.plan
       FROM flight f JOIN attempt a ON a.id = f.attempt_id JOIN lesson l ON l.id = a.lesson_id
       WHERE NOT EXISTS (SELECT 1 FROM grade g WHERE g.attempt_id = f.attempt_id AND g.grader_version >= ?)
         AND NOT f.attempt_id = ANY (?::uuid[])
       LIMIT ?`,
      [GRADER_VERSION, unreadable, AT_ONCE]
    );
    if (rows.length === 0) return { done, unreadable };
    for (const row of rows) {
      const grade = await gradedAgain(row);
      if (!grade) {
        unreadable.push(row.attempt_id);
        continue;
      }
      const sealed = {
        attempt_id: row.attempt_id,
        grader_version: GRADER_VERSION,
        verdict: grade.verdict,
        score: grade.score,
        comparable: grade.comparable
      };
      await owner('grade')
        .insert({
          ...sealed,
          school_id: row.school_id,
          student_id: row.student_id,
          computed: JSON.stringify(grade),
          comparable: JSON.stringify(grade.comparable),
          seal: gradeSeal(sealed)
        })
        .onConflict(['attempt_id', 'grader_version'])
        .ignore();
      done += 1;
    }
  }
}

async function gradedAgain(row: { parquet: Buffer; plan: unknown }): Promise<Grade | null> {
  try {
    const flight = await flightFromParquet(new Uint8Array(row.parquet), (part) => gunzipSync(part));
    return gradeFlight(flight, keptPlan(row.plan));
  } catch {
    return null;
  }
}
