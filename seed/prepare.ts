/** Makes the database if it is not there, brings it to the newest shape, and with --seed fills the demo school once. */
import knex from 'knex';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { Rejection } from '../src/lib/core/measure/rejection';
import { connectionsFrom } from '../src/lib/server/connection';
import { GRADER_VERSION } from '../src/lib/core/grade/grade';
import { grantPrivileges } from '../src/lib/server/privileges';
import { regradeOlder } from '../src/lib/server/regrade';
import { fillStandings } from '../src/lib/server/road/standings';
import { seedDemoSchool } from './demo-school';

const NO_SUCH_DATABASE = '3D000';
const OLDEST_SERVER = 150_000;
const MIGRATIONS = fileURLToPath(new URL('../migrations', import.meta.url));

async function prepare(): Promise<void> {
  const { owner, database, applicationRole, applicationPassword } = connectionsFrom(
    process.env['DATABASE_URL'] ?? ''
  );
  await ensureDatabase(owner, database);
  const db = knex({ client: 'pg', connection: owner, pool: { min: 0, max: 2 } });
  try {
    const { rows: server } = await db.raw("SELECT current_setting('server_version_num')::int AS version");
    if (server[0].version < OLDEST_SERVER)
      throw new Rejection(
        'DATABASE_URL',
        server[0].version,
        'PostgreSQL 15 or newer; back up, upgrade the server, restore'
      );
    const { rows } = await db.raw('SELECT 1 FROM pg_roles WHERE rolname = ?', [applicationRole]);
    const verb = rows.length > 0 ? 'ALTER' : 'CREATE';
    // Roles take no bound parameters: the name is quoted by Knex, the password is our own base64.
    await db.raw(`${verb} ROLE ?? LOGIN PASSWORD '${applicationPassword}'`, [applicationRole]);
    await db.migrate.latest({ directory: MIGRATIONS, loadExtensions: ['.ts'], extension: 'ts' });
    await db.transaction(async (owner) => {
      await owner('grader').delete();
      await owner('grader').insert({ version: GRADER_VERSION });
    });
    await grantPrivileges(db, applicationRole);
    const { done, unreadable } = await regradeOlder(db);
    if (done > 0) process.stdout.write(`hanza: ${done} flights graded again by the new rules\n`);
    if (unreadable.length > 0)
      process.stdout.write(
        `hanza: ${unreadable.length} flights cannot be read by this version and keep their old grade: ${unreadable.slice(0, 5).join(', ')}\n`
      );
    if (process.argv.includes('--seed')) await seedDemoSchool(db);
    // Other verdicts are other standings.
    await fillStandings(db, { again: done > 0 });
  } finally {
    await db.destroy();
  }
}

async function ensureDatabase(owner: string, database: string): Promise<void> {
  const probe = new pg.Client({ connectionString: owner });
  try {
    await probe.connect();
  } catch (error) {
    if ((error as { code?: string }).code !== NO_SUCH_DATABASE) throw error;
    const anywhere = new URL(owner);
    anywhere.pathname = '/postgres';
    const server = new pg.Client({ connectionString: anywhere.href });
    await server.connect();
    await server.query(`CREATE DATABASE ${pg.escapeIdentifier(database)} ENCODING 'UTF8'`);
    await server.end();
    return;
  }
  await probe.end();
}

prepare().catch((error: Error & { code?: string }) => {
  const where = (() => {
    try {
      const url = new URL(process.env['DATABASE_URL'] ?? '');
      return `${url.hostname}:${url.port || 5432}${url.pathname}`;
    } catch {
      return 'DATABASE_URL';
    }
  })();
  const known: Record<string, string> = {
    ECONNREFUSED: `no PostgreSQL answers at ${where}.`,
    ENOTFOUND: `the host of ${where} is not known.`,
    '28P01': `PostgreSQL at ${where} refuses the user or password of DATABASE_URL.`,
    '28000': `PostgreSQL at ${where} refuses this user.`,
    '42501': `the user of DATABASE_URL may not do this at ${where}: ${error.message}`,
    '53100': 'the disk of the database is full.'
  };
  process.stderr.write(
    `hanza: ${known[error.code ?? ''] ?? (error instanceof Rejection ? error.message : error.stack)}\n`
  );
  process.exitCode = 1;
});
