import knex, { type Knex } from 'knex';
import { connectionsFrom } from './connection';
import type { Identity } from './identity';

let shared: Knex | null = null;

/** The application's pool: a database role that owns nothing and is under row security. */
export function database(): Knex {
  if (!shared) {
    const url = process.env['DATABASE_URL'];
    if (!url) throw new Error('DATABASE_URL is not set; start Hanza with npm start.');
    shared = openDatabase(connectionsFrom(url).application);
  }
  return shared;
}

export function openDatabase(address: string): Knex {
  return knex({
    client: 'pg',
    connection: address,
    pool: { min: 0, max: 10 },
    acquireConnectionTimeout: 10_000
  });
}

/** Runs work in one transaction that sees and writes only what this person may. */
export async function as<T>(
  identity: Identity,
  work: (db: Knex.Transaction) => Promise<T>,
  db: Knex = database()
): Promise<T> {
  return db.transaction(async (transaction) => {
    await transaction.raw(
      `SELECT set_config('hanza.school', ?, true), set_config('hanza.account', ?, true), set_config('hanza.role', ?, true)`,
      [identity.schoolId, identity.accountId, identity.role]
    );
    return work(transaction);
  });
}
