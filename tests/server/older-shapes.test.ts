import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import knex, { type Knex } from 'knex';
import { Client } from 'pg';
import { afterAll, expect, test } from 'vitest';
import { lessonOf } from '../../src/lib/core/drill/lesson';
import { LessonPlan } from '../../src/lib/core/drill/lesson-plan';
import { upgradePlan } from '../../src/lib/core/drill/plan-version';
import { parse } from '../../src/lib/core/measure/validation';
import { connectionsFrom } from '../../src/lib/server/connection';
import { as, openDatabase } from '../../src/lib/server/database';
import type { Identity } from '../../src/lib/server/identity';
import { isGenuineGrade, isGenuineSignature } from '../../src/lib/server/seal';

/** The last migration of each release, as `git` has them: 0.1.0 to 0.5.0. */
const RELEASED = [
  '0004-row-security.ts',
  '0005-drills-and-cards.ts',
  '0006-scans.ts',
  '0007-worlds.ts',
  '0008-people-and-proof.ts'
];
const files = import.meta.glob<Knex.Migration>('../../migrations/*.ts');
const names = Object.keys(files)
  .map((path) => path.split('/').at(-1)!)
  .sort();
const source: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(names),
  getMigrationName: (name) => name,
  getMigration: (name) => files[`../../migrations/${name}`]!()
};

const made: string[] = [];
const address = (database: string) => {
  const url = new URL(process.env['DATABASE_URL']!);
  url.pathname = `/${database}`;
  return url.href;
};
async function onServer(...statements: string[]): Promise<void> {
  const client = new Client({ connectionString: address('postgres') });
  await client.connect();
  for (const sql of statements) await client.query(sql);
  await client.end();
}
afterAll(() =>
  onServer(
    ...made.flatMap((name) => [
      `DROP DATABASE IF EXISTS ${name} WITH (FORCE)`,
      `DROP ROLE IF EXISTS ${name}_app`
    ])
  )
);

/** A plan as 0.1.0 wrote it, from its schema of then. */
const firstPlan = {
  drill: 'rate-and-speed-descent',
  aircraft: 'sandling-160',
  area: 'vesterlund-bay',
  toleranceProfile: 'faa-basic-attitude',
  startAltitude_ft: 4000,
  startSpeed_kt: 105,
  heading_deg: 210,
  targetSpeed_kt: 90,
  descentRate_fpm: 500,
  flaps_deg: 10,
  decisionAltitude_ft: 3000,
  climbSpeed_kt: 76,
  levelOffAltitude_ft: 4000,
  windFrom_deg: 240,
  windSpeed_kt: 12,
  turbulence: 'light',
  altimeterSetting_hPa: 1013,
  cloudBase_ft: null,
  corridors: 'hints',
  attitudeHoldAllowed: true,
  seed: 7
};

test.each(RELEASED)('records kept by the release that ended with %s are read by this one', async (last) => {
  const database = `shape_${last.slice(0, 4)}_${randomBytes(3).toString('hex')}`;
  made.push(database);
  await onServer(`CREATE DATABASE ${database}`, `CREATE ROLE ${database}_app`);
  const then = knex({ client: 'pg', connection: address(database), pool: { min: 0, max: 2 } });
  const id = { school: randomUUID(), instructor: randomUUID(), student: randomUUID(), lesson: randomUUID(), attempt: randomUUID(), entry: randomUUID() }; // prettier-ignore
  const of = { school_id: id.school, student_id: id.student };
  const digest = createHash('sha256').update('an entry').digest();
  try {
    for (let i = 0; i <= names.indexOf(last); i++) await then.migrate.up({ migrationSource: source });
    const has = (table: string, column: string) => then.schema.hasColumn(table, column);
    await then('school').insert({ id: id.school, name: 'An old school' });
    for (const role of ['instructor', 'student'] as const)
      await then('account').insert({
        id: id[role],
        school_id: id.school,
        email: `${role}-${database}@school.example`,
        name: `The ${role}`,
        role,
        password_hash: '-'
      });
    // A plan of 0.1.0 was turned into today's by the second release; later ones keep it as they found it.
    const plan =
      last === RELEASED[0]
        ? firstPlan
        : (await then.raw('SELECT ?::jsonb AS plan', [JSON.stringify(turned())])).rows[0].plan;
    await then('lesson').insert({ id: id.lesson, ...of, planned_by: id.instructor, number: 1, plan: JSON.stringify(plan) }); // prettier-ignore
    await then('attempt').insert({
      id: id.attempt,
      ...of,
      lesson_id: id.lesson,
      started_by: id.student,
      pilot: 'student',
      finished_at: new Date(),
      ...((await has('attempt', 'drill')) ? { drill: 'rate-and-speed-descent' } : {})
    });
    const sealed = (await has('grade', 'seal')) ? { seal: randomBytes(32) } : {};
    await then('grade').insert({ attempt_id: id.attempt, ...of, grader_version: 1, computed: '{}', verdict: 'met', score: 88, comparable: '{"completed":true}', ...sealed }); // prettier-ignore
    // A recording nobody can read any more does not keep the rest from starting.
    await then('flight').insert({ attempt_id: id.attempt, ...of, parquet: Buffer.from('damaged'), samples: 10, ...((await has('flight', 'digest')) ? { digest } : {}) }); // prettier-ignore
    await then('log_entry').insert({ id: id.entry, ...of, kind: 'training', flown_on: '2026-10-01', content: '{"date":"2026-10-01"}', entered_by: id.instructor }); // prettier-ignore
    await then('log_signature').insert({ entry_id: id.entry, ...of, signed_by: id.instructor, signed_at: new Date(), digest, ...sealed }); // prettier-ignore
  } finally {
    await then.destroy();
  }

  const started = spawnSync(process.execPath, ['--import', 'tsx', 'seed/prepare.ts'], {
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: address(database) }
  });
  expect(started.stderr).toBe('');
  expect(started.status).toBe(0);
  expect(started.stdout).toContain('1 flights cannot be read by this version');

  const app = openDatabase(connectionsFrom(address(database)).application);
  const who = (role: Identity['role'], accountId: string, schoolId = id.school): Identity => ({
    accountId,
    schoolId,
    role,
    name: '',
    email: '',
    schoolName: '',
    timeZone: 'UTC' // prettier-ignore
  });
  try {
    const seen = await as(
      who('instructor', id.instructor),
      (db) => db('lesson').where({ id: id.lesson }),
      app
    );
    expect(
      lessonOf(parse(LessonPlan, upgradePlan(seen[0].plan), 'plan')).drill.phases.length
    ).toBeGreaterThan(3);
    const grade = await as(who('student', id.student), (db) => db('newest_grade').first(), app);
    const signature = await as(who('student', id.student), (db) => db('log_signature').first(), app);
    // What was there before seals were, is sealed as it was found; what carries a foreign seal counts for nothing.
    const before = last !== RELEASED.at(-1);
    expect(isGenuineGrade(grade)).toBe(before);
    expect(isGenuineSignature(signature.digest, signature.seal)).toBe(before);
    expect(await as(who('instructor', randomUUID(), randomUUID()), (db) => db('lesson').select('id'), app)).toEqual([]); // prettier-ignore
  } finally {
    await app.destroy();
  }
});

/** The first plan in the form 0.2.0 gave it. */
function turned() {
  const { targetSpeed_kt, descentRate_fpm, flaps_deg, decisionAltitude_ft, climbSpeed_kt, levelOffAltitude_ft, attitudeHoldAllowed: _, ...rest } = firstPlan; // prettier-ignore
  return {
    ...rest,
    figures: { targetSpeed_kt, descentRate_fpm, flaps_deg, decisionAltitude_ft, climbSpeed_kt, levelOffAltitude_ft }, // prettier-ignore
    windLayers: [],
    gust_kt: 0,
    temperatureOffset_K: 0,
    fuelShare: 1,
    panel: 'dials',
    covered: [],
    faults: [],
    assist: 'attitude-hold'
  };
}
