import type { Knex } from 'knex';
import { keptStanding, type KeptStanding } from '../../core/road/road';
import { as } from '../database';
import { heavily } from '../heavy/pool';
import type { Identity } from '../identity';
import { momentOf, roadFlights } from './flights-on-road';

/** What was flown of a task is reckoned again and kept: after a flight has ended, was discarded, or got another verdict. */
export async function keepStanding(identity: Identity, attemptId: string): Promise<void> {
  const found = await as(identity, async (db) => {
    const attempt = await db('attempt')
      .select('student_id', 'drill')
      .where({ id: attemptId })
      .first<{ student_id: string; drill: string } | undefined>();
    return attempt && { ...attempt, flights: await roadFlights(db, attempt.student_id, attempt.drill) };
  });
  if (!found) return;
  const { student_id: studentId, drill: task, flights } = found;
  const standing = flights.length > 0 ? await heavily(identity, 'keptStanding', { flights }) : null;
  await as(identity, async (db) => {
    if (standing) await put(db, identity.schoolId, studentId, task, standing);
    else await db('standing').where({ student_id: studentId, task }).delete();
  });
}

async function put(
  db: Knex,
  schoolId: string,
  studentId: string,
  task: string,
  kept: KeptStanding
): Promise<void> {
  await db('standing')
    .insert({
      student_id: studentId,
      task,
      school_id: schoolId,
      flights: kept.flights,
      last_flown: momentOf(kept.lastDay),
      to_standard: kept.toStandard,
      stuck: kept.stuck,
      slips_on: kept.slipsOn === null ? null : momentOf(kept.slipsOn)
    })
    .onConflict(['student_id', 'task'])
    .merge();
}

const AT_ONCE = 200;

/** Reckons what no standing is kept of, by the owner: after an update, and after data came in by another way. */
export async function fillStandings(owner: Knex, { again = false } = {}): Promise<number> {
  if (again) await owner('standing').delete();
  let done = 0;
  const nothing: string[] = [];
  for (;;) {
    const { rows } = await owner.raw<{ rows: { school_id: string; student_id: string; drill: string }[] }>(
      `SELECT DISTINCT a.school_id, a.student_id, a.drill FROM attempt a
       WHERE a.pilot = 'student' AND a.finished_at IS NOT NULL AND a.discarded_at IS NULL AND a.taken_from IS NULL
         AND NOT EXISTS (SELECT 1 FROM standing s WHERE s.student_id = a.student_id AND s.task = a.drill)
         AND NOT a.student_id || ' ' || a.drill = ANY (?::text[])
       LIMIT ?`,
      [nothing, AT_ONCE]
    );
    if (rows.length === 0) return done;
    for (const { school_id, student_id, drill } of rows) {
      const flights = await roadFlights(owner, student_id, drill);
      if (flights.length === 0) nothing.push(`${student_id} ${drill}`);
      else await put(owner, school_id, student_id, drill, keptStanding(flights));
      done += 1;
    }
  }
}
