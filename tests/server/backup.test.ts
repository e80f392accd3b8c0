import { randomUUID } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Client } from 'pg';
import { afterAll, expect, test } from 'vitest';
import { enterTraining, logOf, signEntry } from '../../src/lib/server/log';
import { newSchool, ownerConnection, trainingFlight } from './school';

const owner = ownerConnection();
const folder = join(mkdtempSync(join(tmpdir(), 'hanza-backup-')), 'backup');
const elsewhere = `restored_${randomUUID().slice(0, 8)}`;
const address = (database: string) => {
  const url = new URL(process.env['DATABASE_URL']!);
  url.pathname = `/${database}`;
  return url.href;
};

async function onServer(sql: string): Promise<void> {
  const client = new Client({ connectionString: address('postgres') });
  await client.connect();
  await client.query(sql);
  await client.end();
}

function run(script: string, url: string) {
  return spawnSync(process.execPath, [script, folder], {
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: url }
  });
}

afterAll(async () => {
  await owner.destroy();
  await onServer(`DROP DATABASE IF EXISTS ${elsewhere} WITH (FORCE)`);
  await onServer(`DROP ROLE IF EXISTS ${elsewhere}_app`);
  rmSync(folder, { recursive: true, force: true });
});

test('a database taken while in use comes back under another name, on a server without its role, signatures and all', async () => {
  const school = await newSchool(owner);
  const id = randomUUID();
  const studentId = school.student.accountId;
  await enterTraining(
    school.instructor,
    { id, studentId, corrects: null, content: trainingFlight() },
    '2026-11-26'
  );
  await signEntry(school.instructor, id);
  const taken = run('scripts/backup.mjs', process.env['DATABASE_URL']!);
  expect(taken.stderr + taken.stdout).toMatch(/backed up to/);
  expect(run('scripts/backup.mjs', process.env['DATABASE_URL']!).stderr).toMatch(/holds a backup already/);

  const restored = run('scripts/restore.mjs', address(elsewhere));
  expect(restored.stderr).toBe('');
  expect(restored.stdout).toMatch(/restored from/);
  // The database is destroyed and comes back once more; what stood there is kept aside, not lost.
  await onServer(`DROP DATABASE ${elsewhere} WITH (FORCE)`);
  expect(run('scripts/restore.mjs', address(elsewhere)).status).toBe(0);
  const again = run('scripts/restore.mjs', address(elsewhere));
  const kept = /kept as (\S+)/.exec(again.stdout)?.[1];
  expect(kept).toMatch(new RegExp(`^${elsewhere}_before_`));
  await onServer(`DROP DATABASE ${kept} WITH (FORCE)`);

  const read = spawnSync(
    process.execPath,
    ['--import', 'tsx', 'tests/server/read-log.ts', JSON.stringify(school.instructor), studentId],
    {
      encoding: 'utf8',
      env: { ...process.env, DATABASE_URL: address(elsewhere) }
    }
  );
  expect(read.stderr).not.toMatch(/Error/);
  expect(JSON.parse(read.stdout)).toEqual(
    JSON.parse(JSON.stringify(await logOf(school.instructor, studentId)))
  );
  expect(JSON.parse(read.stdout)).toMatchObject([{ id, signed: true, intact: true }]);
});

test('a folder without a backup and an unreachable server are one clear line each', () => {
  const wrong = spawnSync(process.execPath, ['scripts/restore.mjs', tmpdir()], {
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: address(elsewhere) }
  });
  expect(wrong.status).toBe(1);
  expect(wrong.stderr.trim()).toMatch(/holds no backup: database\.dump is missing\.$/);
});
