import { keptPlan } from '../core/drill/plan-version';
import type { FlightChunk } from '../core/flight/recorder';
import { as } from './database';
import { heavily } from './heavy/pool';
import type { Identity } from './identity';

/**
 * A finished flight from its beginning to the last stored state at or before a moment, as the chunks it was sent in: what
 * the trainer flies on from. null: there is no such flight, or no state was kept of it that early.
 */
export async function chunksUntil(
  identity: Identity,
  attemptId: string,
  until_s: number
): Promise<FlightChunk[] | null> {
  const stored = await as(identity, async (db) => {
    const state = await db('flight_state').where({ attempt_id: attemptId }).first();
    const flight = await db('flight as f')
      .join('attempt as a', 'a.id', 'f.attempt_id')
      .join('lesson as l', 'l.id', 'a.lesson_id')
      .select('f.parquet', 'l.plan')
      .where('f.attempt_id', attemptId)
      .first<{ parquet: Buffer; plan: unknown } | undefined>();
    return state && flight ? { state, ...flight } : null;
  });
  if (!stored) return null;
  return heavily(identity, 'chunksUntil', {
    parquet: stored.parquet,
    plan: keptPlan(stored.plan),
    states: stored.state.states as Buffer,
    length: stored.state.length as number,
    until_s
  });
}
