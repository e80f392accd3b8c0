import type { Knex } from 'knex';
import { lowered } from '../../core/measure/capital';
import type { Finding } from '../../core/finding/finding';

/** A fault that comes again and again in the latest flights of a task. */
export interface RecurringFault {
  title: string;
  count: number;
  of: number;
}

const LOOKED_AT = 4;
const AGAIN = 2;

/** Of each task the fault that was found most often in its latest flights, where it was found more than once. */
export async function recurringFaults(
  db: Knex,
  studentId: string,
  tasks: readonly string[]
): Promise<Map<string, RecurringFault>> {
  const { rows } = await db.raw<{
    rows: { task: string; findings: Pick<Finding, 'title' | 'severity' | 'under'>[] }[];
  }>(
    `SELECT t.task, g.computed->'findings' AS findings
     FROM unnest(?::text[]) AS t(task)
     CROSS JOIN LATERAL (
       SELECT id FROM attempt
       WHERE student_id = ? AND drill = t.task AND pilot = 'student' AND finished_at IS NOT NULL AND discarded_at IS NULL
       ORDER BY finished_at DESC LIMIT ?
     ) a
     JOIN LATERAL (SELECT computed FROM grade WHERE attempt_id = a.id ORDER BY grader_version DESC LIMIT 1) g ON true`,
    [[...tasks], studentId, LOOKED_AT] as Knex.RawBinding[]
  );
  const found = new Map<string, RecurringFault>();
  for (const task of new Set(tasks)) {
    const flights = rows.filter((row) => row.task === task);
    const counts = new Map<string, RecurringFault>();
    for (const { findings } of flights) {
      const own = findings.filter(({ severity, under }) => severity !== 'good' && (under ?? null) === null);
      for (const title of new Set(own.map((finding) => finding.title))) {
        const known = counts.get(title);
        if (known) known.count += 1;
        else counts.set(title, { title: lowered(title), count: 1, of: flights.length });
      }
    }
    const [most] = [...counts.values()].sort((a, b) => b.count - a.count);
    if (most && most.count >= AGAIN) found.set(task, most);
  }
  return found;
}
