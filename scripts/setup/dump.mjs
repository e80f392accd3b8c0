import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { keep, root } from './machine.mjs';
import { postgresProgram } from './postgres.mjs';
import { quietly } from './run.mjs';
import { Trouble } from './say.mjs';

/**
 * A backup is a folder: the database as one consistent dump, without owners and rights (they are given anew), and the key
 * that proves its signatures.
 */
const DUMP = 'database.dump';
const KEY = 'key';
const ABOUT = 'about.json';

/** Writes a backup of a database; it may be in use meanwhile. */
export function backUp(url, folder) {
  if (existsSync(join(folder, DUMP)))
    throw new Trouble(`${folder} holds a backup already; choose another folder.`);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  quietly(
    postgresProgram('pg_dump'),
    ['--format=custom', '--no-owner', '--no-privileges', `--file=${join(folder, DUMP)}`, `--dbname=${url}`],
    'pg_dump'
  );
  writeFileSync(join(folder, KEY), `${process.env.HANZA_KEY}\n`, { mode: 0o600 });
  const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
  const about = { hanza: version, taken: new Date().toISOString(), database: new URL(url).pathname.slice(1) };
  writeFileSync(join(folder, ABOUT), `${JSON.stringify(about, null, 2)}\n`);
}

/**
 * Puts a backup into the database an address names, making it; one that is there already is kept under another name.
 * @returns the name the old database has now, or null when there was none
 */
export async function restore(folder, url) {
  if (!existsSync(join(folder, DUMP))) throw new Trouble(`${folder} holds no backup: ${DUMP} is missing.`);
  const database = decodeURIComponent(new URL(url).pathname.slice(1));
  const anywhere = new URL(url);
  anywhere.pathname = '/postgres';
  const server = new pg.Client({ connectionString: anywhere.href });
  await server.connect();
  let moved = null;
  try {
    const { rows } = await server.query('SELECT 1 FROM pg_database WHERE datname = $1', [database]);
    if (rows.length > 0) {
      moved = `${database}_before_${new Date().toISOString().replace(/\D/g, '').slice(0, 14)}`;
      try {
        await server.query(
          `ALTER DATABASE ${pg.escapeIdentifier(database)} RENAME TO ${pg.escapeIdentifier(moved)}`
        );
      } catch (error) {
        if (error.code === '55006') throw new Trouble('the database is in use; stop Hanza first.');
        throw error;
      }
    }
    await server.query(`CREATE DATABASE ${pg.escapeIdentifier(database)} ENCODING 'UTF8' TEMPLATE template0`);
  } finally {
    await server.end();
  }
  quietly(
    postgresProgram('pg_restore'),
    [
      '--no-owner',
      '--no-privileges',
      '--exit-on-error',
      '--single-transaction',
      `--dbname=${url}`,
      join(folder, DUMP)
    ],
    'pg_restore'
  );
  return moved;
}

/** The key of a backup becomes this checkout's; another that was here is kept beside it. */
export function restoreKey(folder) {
  const key = readFileSync(join(folder, KEY), 'utf8').trim();
  const file = join(keep, 'key');
  if (existsSync(file) && readFileSync(file, 'utf8').trim() !== key)
    renameSync(file, `${file}.before-${new Date().toISOString().replace(/\D/g, '').slice(0, 14)}`);
  writeFileSync(file, key, { mode: 0o600 });
  return key;
}
