// Mutants of a room of the core, killed by the tests that are about it: `npm run mutants -- air`. Not part of `npm test`.
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** Which tests are about a room: those that fly whole drills would take hours. */
const TESTS = {
  measure: ['measure', 'numbers'],
  air: ['air', 'wind-and-turn', 'reference-physics'],
  earth: ['navigation', 'radio'],
  procedure: ['procedure', 'navigation', 'approach'],
  radio: ['radio', 'navigation'],
  grade: ['navigation-grade', 'navigation-measure', 'hold-measure', 'findings', 'coach', 'trend'],
  record: ['record'],
  scan: ['scan']
};

const [room, ...files] = process.argv.slice(2);
const tests = TESTS[room];
if (!tests) {
  console.error(
    `mutants: name a room of the core: ${Object.keys(TESTS).join(', ')}; and, if wished, files in it`
  );
  process.exit(2);
}
const mutate =
  files.length > 0 ? files.map((file) => `src/lib/core/${room}/${file}`) : [`src/lib/core/${room}/**/*.ts`];
const { status } = spawnSync('npx', ['stryker', 'run', '--mutate', mutate.join(',')], {
  stdio: 'inherit',
  env: { ...process.env, HANZA_MUTANT_TESTS: tests.map((name) => `tests/core/${name}.test.ts`).join(',') }
});
if (status !== 0) process.exit(status ?? 1);
const all = Object.values(JSON.parse(readFileSync('build/mutants.json', 'utf8')).files).flatMap(
  ({ mutants }) => mutants
);
const of = (...states) => all.filter(({ status: state }) => states.includes(state)).length;
const killed = of('Killed', 'Timeout');
const judged = killed + of('Survived', 'NoCoverage');
console.log(`mutants: ${room}: ${killed} of ${judged} killed, ${((100 * killed) / judged).toFixed(0)} %`);
