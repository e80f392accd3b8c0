import type { Knex } from 'knex';
import type { Identity } from './identity';

/**
 * When the school's latest so many finished attempts begin: what is looked for among all of a large school's attempts is looked
 * for from here on, so that what is rare does not make every one of them be read. The beginning of time while there are fewer.
 */
export async function latestSince(db: Knex, identity: Identity, count: number): Promise<Date> {
  const oldest = await db('attempt')
    .select('finished_at')
    .where('school_id', identity.schoolId)
    .whereNotNull('finished_at')
    .whereNull('discarded_at')
    .orderBy('finished_at', 'desc')
    .offset(count - 1)
    .first<{ finished_at: Date } | undefined>();
  return oldest?.finished_at ?? new Date(0);
}
