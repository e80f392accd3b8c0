/**
 * `npm test`: everything that must hold, from format to whole jobs in the browser against the production build.
 * Each check is one count; each test of the runners is one. The last line is `N passed, N failed`.
 */
import { mkdirSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { prepareDatabase, startApplication } from './setup/application.mjs';
import { checkNode, chromium, ensureBuild, ensurePackages, ensurePrograms, root } from './setup/machine.mjs';
import { postgresProgram, startPostgres } from './setup/postgres.mjs';
import { quietly, run } from './setup/run.mjs';
import { endWith, say } from './setup/say.mjs';

let passed = 0;
let failed = 0;
const results = join(root, 'test-results');

/** How long each took is said, so that it is seen where the minutes go. */
async function timed(name, work) {
  say(name);
  const start = performance.now();
  const result = await work();
  say(`${name}: ${Math.round((performance.now() - start) / 1000)} s`);
  return result;
}

async function check(name, command, args) {
  if ((await timed(name, () => run(command, args, { cwd: root }))) === 0) passed += 1;
  else {
    failed += 1;
    say(`${name}: failed`);
  }
}

/** Runs a test runner that writes a report, and adds up what it counted. A run without a report is one failure. */
async function suite(name, command, args, report, env, count) {
  rmSync(report, { force: true });
  const code = await timed(name, () => run(command, args, { cwd: root, env: { ...process.env, ...env } }));
  let counted = null;
  try {
    counted = count(JSON.parse(readFileSync(report, 'utf8')));
  } catch {
    say(`${name}: no report was written`);
  }
  passed += counted?.passed ?? 0;
  failed += counted?.failed ?? 0;
  if (!counted || (code !== 0 && counted.failed === 0) || counted.passed + counted.failed === 0) failed += 1;
}

/** The demo school once more, in a database of its own. */
function anotherSchool(url, name) {
  const server = url.replace(/hanza$/, 'postgres');
  quietly(
    postgresProgram('createdb'),
    ['--maintenance-db', server, '--template=hanza', name],
    'another demo school'
  );
  return url.replace(/hanza$/, name);
}

const ofVitest = ({ numPassedTests, numFailedTests }) => ({ passed: numPassedTests, failed: numFailedTests });
const ofPlaywright = ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky });

try {
  checkNode();
  ensurePrograms([chromium]);
  await ensurePackages();
  mkdirSync(results, { recursive: true });
  await run('npx', ['svelte-kit', 'sync'], { cwd: root });
  // Two at a time: each keeps one core busy.
  const lint = check('lint', 'npx', ['eslint', '.', '--max-warnings', '0']);
  await check('types', 'npx', [
    'svelte-check',
    '--tsconfig',
    './tsconfig.json',
    '--fail-on-warnings',
    '--output',
    'human'
  ]);
  await lint;
  const format = check('format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']);
  await check('rooms', 'npx', ['depcruise', 'src/lib', 'cli', '--config', '.dependency-cruiser.cjs']);
  await format;

  const vitest = async (project, env, ...more) => {
    const report = join(results, `${project}.json`);
    const args = [
      'vitest',
      'run',
      ...[project, ...more].flatMap((one) => ['--project', one]),
      '--reporter=dot',
      '--reporter=json',
      `--outputFile.json=${report}`
    ];
    await suite(`${project} tests`, 'npx', args, report, env, ofVitest);
  };
  await vitest('core', {}, 'page');
  await ensureBuild();
  const postgres = await startPostgres('test', { throwaway: true });
  try {
    const serverUrl = postgres.url.replace(/hanza$/, 'hanza_server_tests');
    await prepareDatabase(serverUrl, { seed: false });
    // The roles of both are the same: only when they are there are the two worked on side by side.
    await prepareDatabase(postgres.url, { seed: false });
    await Promise.all([
      prepareDatabase(postgres.url, { seed: true }),
      vitest('server', { DATABASE_URL: serverUrl })
    ]);
    // About as many seconds in each; what is not named is in the last.
    const named = [
      ['every-view', 'guided', 'road'],
      ['approach', 'attitude-drills', 'desk', 'four-approaches', 'scan', 'school']
    ];
    const files = readdirSync(join(root, 'tests/interface'))
      .filter((file) => file.endsWith('.test.ts'))
      .map((file) => file.replace('.test.ts', ''));
    const parts = [...named, files.filter((file) => !named.flat().includes(file))];
    // Browsers side by side, each part of the jobs in a school of its own: most of their time is a flight's.
    const schools = [postgres.url];
    for (const [i] of parts.slice(1).entries()) {
      const another = anotherSchool(postgres.url, `hanza_${i + 2}`);
      await prepareDatabase(another, { seed: true });
      schools.push(another);
    }
    const applications = await Promise.all(
      schools.map((url) => startApplication(url, { host: '127.0.0.1', port: 0 }))
    );
    await Promise.all(
      parts.map((part, i) => {
        const report = join(results, `interface-${i + 1}.json`);
        return suite(
          `interface tests, part ${i + 1}`,
          'npx',
          [
            'playwright',
            'test',
            ...part.map((file) => `tests/interface/${file}.test.ts`),
            `--output=test-results/interface-${i + 1}`
          ],
          report,
          {
            DATABASE_URL: schools[i],
            HANZA_ADDRESS: applications[i].address,
            PLAYWRIGHT_JSON_OUTPUT_FILE: report
          },
          ofPlaywright
        );
      })
    );
    for (const application of applications) await application.stop();
  } finally {
    await postgres.stop();
  }
} catch (error) {
  endWith(error);
  failed += 1;
}
process.exitCode = failed > 0 ? 1 : 0;
process.stdout.write(`${passed} passed, ${failed} failed\n`);
