/**
 * `npm test`: everything that must hold, from format to whole jobs in the browser against the production build.
 * Each check is one count; each test of the runners is one. The last line is `N passed, N failed`.
 */
import { mkdirSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { prepareDatabase, startApplication } from './setup/application.mjs';
import { chromium } from './setup/browser.mjs';
import { checkNode, ensureBuild, ensureMachine, root } from './setup/machine.mjs';
import { postgresProgram, postgresServer, startPostgres } from './setup/postgres.mjs';
import { quietly, run } from './setup/run.mjs';
import { endWith, say } from './setup/say.mjs';

let passed = 0;
let failed = 0;
const results = join(root, 'test-results');

/** What the cores have worked and waited since they were started, ms. */
function coreTimes() {
  const times = cpus().map(({ times }) => times);
  const idle = times.reduce((sum, { idle }) => sum + idle, 0);
  return { idle, all: times.reduce((sum, each) => Object.values(each).reduce((a, b) => a + b, sum), 0) };
}

/** How long each took is said, and how busy the cores were meanwhile, so that it is seen where the minutes go. */
async function timed(name, work) {
  say(name);
  const [start, before] = [performance.now(), coreTimes()];
  const result = await work();
  const after = coreTimes();
  const busy = 1 - (after.idle - before.idle) / (after.all - before.all);
  say(`${name}: ${Math.round((performance.now() - start) / 1000)} s, cores ${Math.round(100 * busy)} % busy`);
  return result;
}

/** Compilers throw away much, soon: with more room for what is young they take a third less of the cores' time. Flights do not. */
const roomy = { ...process.env, NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=64` };

async function check(name, command, args) {
  if ((await timed(name, () => run(command, args, { cwd: root, env: roomy }))) === 0) passed += 1;
  else {
    failed += 1;
    say(`${name}: failed`);
  }
}

/** All of them are done, or have failed, before one that failed is told. */
async function twoAtATime(works) {
  const waiting = [...works];
  const lane = async () => {
    for (let work = waiting.shift(); work; work = waiting.shift()) await work();
  };
  const lanes = await Promise.allSettled([lane(), lane()]);
  const failure = lanes.find(({ status }) => status === 'rejected');
  if (failure) throw failure.reason;
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
  await timed('what the machine lacks', () => ensureMachine([chromium, postgresServer]));
  mkdirSync(results, { recursive: true });
  await run('npx', ['svelte-kit', 'sync'], { cwd: root });
  // Two at a time, the longest first: each keeps a core busy, or more.
  const svelteCheck = ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings', '--output'];
  await twoAtATime([
    () => timed('build', ensureBuild),
    () => check('types', 'npx', [...svelteCheck, 'human']),
    () => check('lint', 'npx', ['eslint', '.', '--max-warnings', '0']),
    () => check('format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']),
    () => check('rooms', 'npx', ['depcruise', 'src/lib', 'cli', '--config', '.dependency-cruiser.cjs'])
  ]);

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
  const postgres = await startPostgres('test', { throwaway: true });
  try {
    const serverUrl = postgres.url.replace(/hanza$/, 'hanza_server_tests');
    await prepareDatabase(serverUrl, { seed: false });
    // The roles of both are the same: only when they are there are the two worked on side by side.
    await prepareDatabase(postgres.url, { seed: false });
    await Promise.all([
      timed('demo school', () => prepareDatabase(postgres.url, { seed: true })),
      vitest('server', { DATABASE_URL: serverUrl })
    ]);
    // About as many seconds in each; what is not named is in the last.
    const named = [
      ['every-view', 'guided', 'scan'],
      ['approach', 'attitude-drills', 'desk', 'four-approaches', 'navigation']
    ];
    const files = readdirSync(join(root, 'tests/interface'))
      .filter((file) => file.endsWith('.test.ts'))
      .map((file) => file.replace('.test.ts', ''));
    const parts = [...named, files.filter((file) => !named.flat().includes(file))];
    // Browsers side by side, each part of the jobs in a school of its own: most of their time is a flight's.
    const schools = [postgres.url];
    await timed('two schools more', async () => {
      for (const [i] of parts.slice(1).entries()) {
        const another = anotherSchool(postgres.url, `hanza_${i + 2}`);
        await prepareDatabase(another, { seed: true });
        schools.push(another);
      }
    });
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
