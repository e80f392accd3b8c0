import type { Verdict } from '$core/finding/verdict';
import { as } from './database';
import type { Identity } from './identity';

/** A line of the students list. */
export interface StudentLine {
  id: string;
  name: string;
  stage: string;
  lessons: number;
  attempts: number;
  lastFlown: string | null;
  lastVerdict: Verdict | null;
  /** The figures of the latest attempts, oldest first. */
  scores: number[];
  verdicts: Verdict[];
  instrument_h: number;
}

export const STUDENTS_PER_PAGE = 50;
const SCORES_SHOWN = 10;
/** Among so many of the latest attempts those flown to their end are looked for. */
const ATTEMPTS_LOOKED_AT = 30;

/** What the list can be put in order by, and how. */
const ORDERS = {
  name: 'name',
  flown: `(SELECT max(a.finished_at) FROM attempt a
     WHERE a.student_id = account.id AND a.pilot = 'student' AND a.finished_at IS NOT NULL AND a.discarded_at IS NULL)`,
  stage: 'stage'
} as const;
export const studentOrders = Object.keys(ORDERS) as (keyof typeof ORDERS)[];

/** Students this person may see; one page of them. */
export async function listStudents(
  identity: Identity,
  {
    page = 1,
    named = '',
    sort = 'name',
    descending = false
  }: { page?: number; named?: string; sort?: keyof typeof ORDERS; descending?: boolean } = {}
): Promise<{ students: StudentLine[]; total: number }> {
  return as(identity, async (db) => {
    const pattern = `%${named.replace(/[\\%_]/g, '\\$&')}%`;
    const { rows } = await db.raw(
      `WITH page AS (
         SELECT id, name, stage, count(*) OVER () AS total,
           row_number() OVER (ORDER BY ${ORDERS[sort]} ${descending ? 'DESC' : 'ASC'} NULLS LAST, name, id) AS place
         FROM account
         WHERE role = 'student' AND archived_at IS NULL AND name ILIKE ?
         ORDER BY place LIMIT ? OFFSET ?
       )
       SELECT p.id, p.name, p.stage, p.total::int,
         (SELECT count(*)::int FROM lesson l WHERE l.student_id = p.id AND l.kind = 'lesson' AND l.withdrawn_at IS NULL) AS lessons,
         (SELECT count(*)::int FROM attempt a WHERE a.student_id = p.id AND a.finished_at IS NOT NULL AND a.discarded_at IS NULL AND a.pilot = 'student') AS attempts,
         latest.scores, latest.verdicts, latest.flown,
         (SELECT coalesce(sum((e.content->>'instrumentActual_h')::numeric + (e.content->>'instrumentSimulated_h')::numeric), 0)::float
          FROM log_entry e JOIN log_signature s ON s.entry_id = e.id
          WHERE e.student_id = p.id AND e.kind = 'training'
            AND NOT EXISTS (SELECT 1 FROM log_entry c JOIN log_signature cs ON cs.entry_id = c.id WHERE c.corrects = e.id)
         ) AS hours
       FROM page p
       LEFT JOIN LATERAL (
         SELECT array_agg(x.score ORDER BY x.finished_at) AS scores,
           array_agg(x.verdict ORDER BY x.finished_at) AS verdicts, max(x.finished_at) AS flown
         FROM (
           SELECT g.score, coalesce(o.verdict, g.verdict) AS verdict, a.finished_at
           FROM (
             SELECT id, finished_at FROM attempt
             WHERE student_id = p.id AND pilot = 'student' AND finished_at IS NOT NULL AND discarded_at IS NULL
             ORDER BY finished_at DESC LIMIT ?
           ) a
           JOIN newest_grade g ON g.attempt_id = a.id
           LEFT JOIN LATERAL (SELECT verdict FROM grade_override WHERE attempt_id = a.id ORDER BY made_at DESC LIMIT 1) o ON true
           WHERE (g.comparable->>'completed')::boolean
           ORDER BY a.finished_at DESC LIMIT ?
         ) x
       ) latest ON true
       ORDER BY p.place`,
      [pattern, STUDENTS_PER_PAGE, (page - 1) * STUDENTS_PER_PAGE, ATTEMPTS_LOOKED_AT, SCORES_SHOWN]
    );
    return {
      total: rows[0]?.total ?? 0,
      students: rows.map((row: Record<string, unknown>) => ({
        id: row['id'],
        name: row['name'],
        stage: row['stage'],
        lessons: row['lessons'],
        attempts: row['attempts'],
        lastFlown: (row['flown'] as Date | null)?.toISOString() ?? null,
        lastVerdict: (row['verdicts'] as Verdict[] | null)?.at(-1) ?? null,
        scores: row['scores'] ?? [],
        verdicts: row['verdicts'] ?? [],
        instrument_h: row['hours']
      })) as StudentLine[]
    };
  });
}

export interface Student {
  id: string;
  name: string;
  email: string;
  stage: string;
}

/** One student, or null when there is none this person may see. */
export async function studentById(identity: Identity, id: string): Promise<Student | null> {
  return as(identity, async (db) => {
    const row = await db('account')
      .select('id', 'name', 'email', 'stage')
      .where({ id, role: 'student' })
      .first<Student | undefined>();
    return row ?? null;
  });
}

/** Names for a choice of student, at most 200. */
export async function studentNames(identity: Identity): Promise<{ id: string; name: string }[]> {
  return as(identity, (db) =>
    db('account')
      .select('id', 'name')
      .where({ role: 'student' })
      .whereNull('archived_at')
      .orderBy(['name', 'id'])
      .limit(200)
  );
}
