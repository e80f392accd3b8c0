// Mutants of a room, killed by the tests that are about it: `npm run mutants -- air`. Not part of `npm test`.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { prepareDatabase } from './setup/application.mjs';
import { BESIDE, LESSONS, STRETCHES, TESTS } from './mutants/tests-of-rooms.mjs';
import { checkNode, ensureBuild } from './setup/machine.mjs';
import { startPostgres } from './setup/postgres.mjs';

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    lines: { type: 'string' },
    seed: { type: 'string', default: '1' },
    quick: { type: 'boolean', default: false },
    short: { type: 'boolean', default: false }
  }
});
const [room, ...files] = positionals;
const tests = TESTS[room];
if (!tests || (values.lines !== undefined && !(Number(values.lines) > 0))) {
  console.error(
    `mutants: name a room: ${Object.keys(TESTS).join(', ')}; if wished, files in it; --lines 100 --seed 1 for a sample of so many of its lines; --quick for what its quick tests kill by themselves, --short for what tests kill that fly no whole lesson`
  );
  process.exit(2);
}
const [folder, testFolder] = BESIDE[room] ?? [`src/lib/core/${room}`, 'tests/core'];
const whole =
  files.length > 0
    ? files.map((file) => `${folder}/${file}`)
    : readdirSync(folder, { recursive: true })
        .filter((file) => file.endsWith('.ts'))
        .map((file) => `${folder}/${file}`);

/** So many lines of the files by the seed, as Stryker takes them: of a room too large to be changed all over. */
function sampled(count, seed) {
  const lines = whole.flatMap((file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .flatMap((text, i) =>
        /^\s*(?:$|\/?\*|\/\/|import |export type |[)}\]]+[,;]?$)/.test(text) ? [] : `${file}:${i + 1}`
      )
  );
  const rank = (line) => createHash('sha256').update(`${seed} ${line}`).digest('hex');
  return lines
    .sort((a, b) => (rank(a) < rank(b) ? -1 : 1))
    .slice(0, count)
    .map((line) => `${line}-${line.split(':')[1]}`);
}

const LIVES = ['Survived', 'NoCoverage'];

/** Every mutant of these places by what the tests make of it. */
function meet(places, names) {
  const { status } = spawnSync('npx', ['stryker', 'run', '--mutate', places.join(','), ...apart], {
    stdio: 'inherit',
    env: {
      ...process.env,
      HANZA_MUTANT_TESTS: names.map((name) => join(testFolder, `${name}.test.ts`)).join(',')
    }
  });
  if (status !== 0) throw new Error(`mutants: Stryker ended with ${status}`);
  return Object.entries(JSON.parse(readFileSync('test-results/mutants.json', 'utf8')).files).flatMap(
    ([file, { mutants }]) => mutants.map((mutant) => ({ file, ...mutant }))
  );
}
const keyOf = ({ file, location, mutatorName, replacement }) =>
  JSON.stringify([file, location, mutatorName, replacement]);
/** As Stryker takes it: its columns count from 0. */
const placeOf = ({ file, location: { start, end } }) =>
  `${file}:${start.line}:${start.column - 1}-${end.line}:${end.column}`;

let postgres = null;
let apart = [];
if (room === 'server') {
  // One at a time, they share a database; what they have worked out in threads is the build's.
  apart = ['--concurrency', '1'];
  checkNode();
  await ensureBuild();
  process.env.HANZA_WORK = resolve('build/work/work.js');
  postgres = await startPostgres('mutants', { throwaway: true });
  process.env.DATABASE_URL = postgres.url;
}
const quicker = [
  tests.filter((name) => !STRETCHES.has(name) && !LESSONS.has(name)),
  tests.filter((name) => STRETCHES.has(name)),
  tests.filter((name) => LESSONS.has(name))
].filter((names) => names.length > 0);
let all = [];
function counted() {
  const count = (...states) => all.filter(({ status }) => states.includes(status)).length;
  const killed = count('Killed', 'Timeout');
  const judged = killed + count(...LIVES);
  return `${killed} of ${judged} killed, ${((100 * killed) / judged).toFixed(0)} %`;
}
try {
  if (postgres) await prepareDatabase(postgres.url, { seed: false });
  all = meet(values.lines ? sampled(Number(values.lines), values.seed) : whole, quicker[0]);
  console.log(`mutants: by the quick tests ${counted()}`);
  for (const names of quicker.slice(1, values.quick ? 1 : values.short ? 2 : 3)) {
    const lives = all.filter(({ status }) => LIVES.includes(status));
    if (lives.length === 0) break;
    const again = new Map(meet(lives.map(placeOf), names).map((mutant) => [keyOf(mutant), mutant.status]));
    for (const mutant of lives) mutant.status = again.get(keyOf(mutant)) ?? mutant.status;
    console.log(`mutants: so far ${counted()}`);
  }
} finally {
  await postgres?.stop();
}
for (const mutant of all.filter(({ status }) => LIVES.includes(status)))
  console.log(
    `${mutant.file}:${mutant.location.start.line} lives: ${mutant.mutatorName} → ${mutant.replacement}`
  );
console.log(
  `mutants: ${room}${values.lines ? `, ${values.lines} lines by seed ${values.seed}` : ''}${values.quick ? ', by its quick tests alone' : values.short ? ', by all but whole lessons' : ''}: ${counted()}`
);
