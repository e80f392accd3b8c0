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
    // As many seconds in the one as in the other; what is not named is in the second.
    const inFirst = ['approach', 'attitude-drills', 'desk', 'every-view', 'navigation', 'road', 'school'];
    const files = readdirSync(join(root, 'tests/interface')).filter((file) => file.endsWith('.test.ts'));
    const isFirst = (file) => inFirst.includes(file.replace('.test.ts', ''));
    const halves = [files.filter(isFirst), files.filter((file) => !isFirst(file))].map((some) =>
      some.map((file) => `tests/interface/${file}`)
    );
    // Two browsers side by side, each half of the jobs in a school of its own: most of their time is a flight's.
    const second = postgres.url.replace(/hanza$/, 'hanza_second');
    quietly(
      postgresProgram('createdb'),
      ['--maintenance-db', second.replace(/hanza_second$/, 'postgres'), '--template=hanza', 'hanza_second'],
      'a second demo school'
    );
    await prepareDatabase(second, { seed: true });
    const address = { host: '127.0.0.1', port: 0 };
    const applications = [
      await startApplication(postgres.url, address),
      await startApplication(second, address)
    ];
    const half = (databaseUrl, part) =>
      suite(
        `interface tests, half ${part}`,
        'npx',
        ['playwright', 'test', ...halves[part - 1], `--output=test-results/interface-${part}`],
        join(results, `interface-${part}.json`),
        {
          DATABASE_URL: databaseUrl,
          HANZA_ADDRESS: applications[part - 1].address,
          PLAYWRIGHT_JSON_OUTPUT_FILE: join(results, `interface-${part}.json`)
        },
        ofPlaywright
      );
    await Promise.all([half(postgres.url, 1), half(second, 2)]);
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
