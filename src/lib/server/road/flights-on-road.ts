import type { Knex } from 'knex';
import type { RoadFlight } from '../../core/road/road';
import { lineOf, selectAttempts } from '../attempt-list';

const DAY_MS = 86_400_000;
/** What lies further back says nothing of today. */
const MOST_FLIGHTS = 600;

/** Days since 1970, with their fraction: what the road reckons in. */
export const dayOf = (moment: Date): number => moment.getTime() / DAY_MS;
export const momentOf = (day: number): Date => new Date(day * DAY_MS);

/** A student's own flights to their end that count, oldest first; of one task when asked. */
export async function roadFlights(db: Knex, studentId: string, task?: string): Promise<RoadFlight[]> {
  const query = selectAttempts(db)
    .select(db.raw("(l.plan->>'corridors' = 'test' AND l.plan->'scan' IS NULL) AS unaided"))
    .where('a.student_id', studentId)
    .where('a.pilot', 'student')
    .whereNull('a.taken_from')
    .whereNotNull('a.finished_at')
    .whereNull('a.discarded_at')
    .orderBy('a.finished_at', 'desc')
    .limit(MOST_FLIGHTS);
  if (task !== undefined) query.where('a.drill', task);
  const rows = (await query) as (Parameters<typeof lineOf>[0] & { unaided: boolean })[];
  return rows
    .map((row) => ({ line: lineOf(row), unaided: row.unaided }))
    .filter(({ line }) => line.genuine && line.comparable.completed)
    .map(({ line, unaided }) => ({
      task: line.drill,
      day: dayOf(new Date(line.finishedAt)),
      score: line.score,
      verdict: line.verdict,
      unaided
    }))
    .reverse();
}
