import { leniencyOf, together, type Leniency, type VerdictSteps } from '../../core/road/leniency';
import { as } from '../database';
import type { Identity } from '../identity';
import { latestSince } from '../latest-attempts';

export interface InstructorsVerdicts extends Leniency {
  id: string;
  name: string;
  flights: number;
  raised: number;
  lowered: number;
}

/** Among so many of the school's latest attempts: all of a large school’s are too many to read at every look. */
const LOOKED_AT = 2000;
const MOST_INSTRUCTORS = 50;

/** How each instructor's own verdicts lie beside the computed ones, and beside the others'. For the chief instructor alone: empty for others. */
export async function instructorsVerdicts(identity: Identity): Promise<InstructorsVerdicts[]> {
  if (identity.role !== 'chief') return [];
  const rows = await as(identity, async (db) => {
    const { rows: found } = await db.raw<{
      rows: (VerdictSteps & { id: string; name: string; raised: number; lowered: number })[];
    }>(
      `WITH flown AS (
         SELECT l.planned_by AS id,
           CASE WHEN o.verdict IS NULL THEN 0 ELSE step(o.verdict) - step(g.verdict) END AS steps
         FROM attempt a
         JOIN lesson l ON l.id = a.lesson_id AND l.kind = 'lesson'
         JOIN newest_grade g ON g.attempt_id = a.id
         LEFT JOIN LATERAL (
           SELECT verdict FROM grade_override WHERE attempt_id = a.id AND made_by = l.planned_by ORDER BY made_at DESC LIMIT 1
         ) o ON true
         WHERE a.school_id = ? AND a.pilot = 'student' AND a.discarded_at IS NULL
           AND a.finished_at >= ?
       )
       SELECT f.id, p.name, count(*)::int AS count, avg(f.steps)::float AS mean, var_pop(f.steps)::float AS variance,
         count(*) FILTER (WHERE f.steps > 0)::int AS raised, count(*) FILTER (WHERE f.steps < 0)::int AS lowered
       FROM flown f JOIN account p ON p.id = f.id AND p.role <> 'student'
       GROUP BY f.id, p.name ORDER BY p.name LIMIT ?`.replace(
        /step\(([a-z.]+)\)/g,
        "array_position(ARRAY['not met', 'met with prompt correction', 'met'], $1)"
      ),
      [identity.schoolId, await latestSince(db, identity, LOOKED_AT), MOST_INSTRUCTORS]
    );
    return found;
  });
  return rows.map(({ id, name, raised, lowered, ...own }) => ({
    id,
    name,
    flights: own.count,
    raised,
    lowered,
    ...leniencyOf(own, together(rows.filter((other) => other.id !== id)))
  }));
}
