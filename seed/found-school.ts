/** Founds a school in the database of DATABASE_URL: its name, its chief's name and e-mail, its time zone. Writes the link's secret part. */
import knex from 'knex';
import { Rejection } from '../src/lib/core/measure/rejection';
import { connectionsFrom } from '../src/lib/server/connection';
import { foundSchool } from '../src/lib/server/found-school';

const [school, chief, email, zone] = process.argv.slice(2);
const { owner } = connectionsFrom(process.env['DATABASE_URL'] ?? '');
const db = knex({ client: 'pg', connection: owner, pool: { min: 0, max: 1 } });
try {
  const { token, until } = await foundSchool(db, { school, chief, email, zone });
  process.stdout.write(`${JSON.stringify({ token, until })}\n`);
} catch (error) {
  if (!(error instanceof Rejection)) throw error;
  process.stderr.write(`hanza: ${error.message}\n`);
  process.exitCode = 2;
} finally {
  await db.destroy();
}
