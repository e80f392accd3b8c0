import type { Knex } from 'knex';
import type { RoadFlight } from '../../core/road/road';
import { lineOf, ownAttempts } from '../attempt-list';

const DAY_MS = 86_400_000;
/** What lies further back says nothing of today. */
const MOST_FLIGHTS = 600;

/** Days since 1970, with their fraction: what the road reckons in. */
export const dayOf = (moment: Date): number => moment.getTime() / DAY_MS;
export const momentOf = (day: number): Date => new Date(day * DAY_MS);

/** A student's own flights to their end that count, oldest first; of one task when asked. */
export async function roadFlights(
  db: Knex,
  studentId: string,
  task?: string
): Promise<(RoadFlight & { attemptId: string })[]> {
  const rows = (await ownAttempts(db, studentId, task)
    .select('l.level', db.raw("(l.plan->>'corridors' = 'test' AND l.plan->'scan' IS NULL) AS unaided"))
    .limit(MOST_FLIGHTS)) as (Parameters<typeof lineOf>[0] & { unaided: boolean; level: number | null })[];
  return rows
    .map((row) => ({ line: lineOf(row), unaided: row.unaided, level: row.level }))
    .filter(({ line }) => line.genuine && line.comparable.completed)
    .map(({ line, unaided, level }) => ({
      attemptId: line.id,
      task: line.drill,
      day: dayOf(new Date(line.finishedAt)),
      score: line.score,
      verdict: line.verdict,
      unaided,
      level
    }))
    .reverse();
}
