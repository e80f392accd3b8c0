import type { BenchAnswer } from '../core/bench/bench-answer';
import { as } from './database';
import type { Identity } from './identity';

export interface GivenBenchAnswer {
  kind: string;
  level: number;
  right: boolean;
  prompt: boolean;
  took_s: number;
  givenAt: string;
}

/** The latest so many answers are looked at. */
const LOOKED_AT = 400;

/** Keeps an answer a person has given at the bench; sending it again changes nothing. */
export async function keepBenchAnswer(identity: Identity, answer: BenchAnswer): Promise<void> {
  await as(identity, async (db) => {
    await db('bench_answer')
      .insert({
        id: answer.id,
        school_id: identity.schoolId,
        student_id: identity.accountId,
        kind: answer.kind,
        level: answer.level,
        correct: answer.right,
        in_time: answer.prompt,
        took_s: answer.took_s
      })
      .onConflict('id')
      .ignore();
  });
}

/** A person's latest answers, oldest first. */
export async function benchAnswersOf(identity: Identity, accountId: string): Promise<GivenBenchAnswer[]> {
  return as(identity, async (db) => {
    const rows = await db('bench_answer')
      .select('kind', 'level', 'correct', 'in_time', 'took_s', 'given_at')
      .where({ student_id: accountId })
      .orderBy('given_at', 'desc')
      .limit(LOOKED_AT);
    return rows
      .map((row) => ({
        kind: row.kind,
        level: row.level,
        right: row.correct,
        prompt: row.in_time,
        took_s: row.took_s,
        givenAt: row.given_at.toISOString()
      }))
      .reverse();
  });
}
