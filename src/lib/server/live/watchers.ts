import { as } from '../database';
import type { Identity } from '../identity';
import { mustExist } from '../attempt-rows';
import { tellNews } from './flight-news';

/** Who watches says so again and again; who has not for this long is gone. */
export const WATCHER_GONE_S = 20;
const MOST_NAMED = 30;

/** Somebody watches, or still does. */
export async function watches(identity: Identity, attemptId: string): Promise<void> {
  await as(identity, async (db) => {
    const { studentId } = await mustExist(db, attemptId);
    const { rows } = await db.raw<{ rows: { came: boolean }[] }>(
      `INSERT INTO flight_watcher (attempt_id, account_id, school_id, student_id) VALUES (?, ?, ?, ?)
       ON CONFLICT (attempt_id, account_id) DO UPDATE SET seen_at = clock_timestamp()
       RETURNING xmax = 0 AS came`,
      [attemptId, identity.accountId, identity.schoolId, studentId]
    );
    if (rows[0]?.came) await tellNews(db, attemptId, { kind: 'watchers' });
  });
}

export async function watchesNoMore(identity: Identity, attemptId: string): Promise<void> {
  await as(identity, async (db) => {
    await db('flight_watcher').where({ attempt_id: attemptId, account_id: identity.accountId }).delete();
    await tellNews(db, attemptId, { kind: 'watchers' });
  });
}

/** Names of those who watch a flight now. */
export async function watchersOf(identity: Identity, attemptId: string): Promise<string[]> {
  return as(identity, async (db) => {
    const rows = await db('flight_watcher as w')
      .join('account as a', 'a.id', 'w.account_id')
      .select<{ name: string }[]>('a.name')
      .where('w.attempt_id', attemptId)
      .whereRaw("w.seen_at > clock_timestamp() - interval '1 second' * ?", [WATCHER_GONE_S])
      .orderBy('a.name')
      .limit(MOST_NAMED);
    return rows.map(({ name }) => name);
  });
}
