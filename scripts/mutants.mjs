// Mutants of a room, killed by the tests that are about it: `npm run mutants -- air`. Not part of `npm test`.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { prepareDatabase } from './setup/application.mjs';
import { checkNode, ensureBuild } from './setup/machine.mjs';
import { startPostgres } from './setup/postgres.mjs';

/** Which tests are about a room: those that fly whole drills for something else would take hours. */
const TESTS = {
  measure: ['measure', 'numbers'],
  earth: ['earth', 'navigation', 'radio'],
  air: ['air', 'wind-and-turn', 'reference-physics', 'assist-and-air', 'weather-report'],
  aircraft: [
    'airplane',
    'numbers',
    'modes',
    'reference-physics',
    'controls',
    'instruments',
    'autopilot-couplings'
  ],
  instrument: ['instruments', 'reference-physics', 'sums'],
  radio: ['radio', 'navigation', 'localizer', 'lost-path', 'slips'],
  procedure: [
    'procedure',
    'navigation',
    'approach',
    'approach-picture',
    'approach-read',
    'approach-words',
    'approach-told',
    'asked-in-flight',
    'sums',
    'hold-measure',
    'view',
    'localizer',
    'flights-as-read',
    'two-fixes',
    'approach-flown'
  ],
  flight: [
    'flight',
    'begun-anew',
    'flight-facts',
    'commands',
    'command-schema',
    'kept-state',
    'live',
    'trainer-side',
    'instruments',
    'navigation',
    'asked-in-flight',
    'assist-and-air',
    'controls',
    'numbers',
    'view',
    'flight-read',
    'flights-as-read',
    'stretches-as-flown',
    'drawing',
    'partial-recording',
    'missed-turn',
    'two-fixes',
    'slips'
  ],
  grade: [
    'grade',
    'navigation-grade',
    'navigation-measure',
    'hold-measure',
    'findings',
    'coach',
    'coach-hints',
    'trend',
    'corridor-shapes',
    'partial-recording',
    'after-landing',
    'examiner',
    'approach-flown',
    'approach-words',
    'approach-told',
    'lost-path',
    'two-fixes',
    'check-words',
    'checks-as-read',
    'checks-measured',
    'habits-said',
    'slips',
    'airplane-limits',
    'missed-turn',
    'hard-and-rough',
    'scan-judged',
    'guided-lessons',
    'flights-as-read'
  ],
  scan: ['scan', 'scan-judged', 'flights-as-read'],
  record: ['record'],
  format: ['files', 'record', 'flight', 'radio', 'scan', 'navigation', 'partial-recording'],
  deviation: ['deviation', 'corridor-shapes', 'grade', 'flights-as-read'],
  finding: ['words', 'findings'],
  drill: [
    'drill',
    'drills-by-radio',
    'catalogue',
    'plan-in-making',
    'two-fixes',
    'command-schema',
    'approach',
    'approach-flown',
    'approach-words',
    'approach-told',
    'guided-lessons',
    'drill-read',
    'written-drill',
    'drills-as-read',
    'drill-facts',
    'flights-as-read',
    'stretches-as-flown',
    'slips'
  ],
  pilot: [
    'pilot-navigates',
    'pilot-hands',
    'flight',
    'catalogue',
    'examiner',
    'autopilot-couplings',
    'lesson-shown',
    'navigation',
    'stretches-as-flown',
    'two-fixes',
    'approach-flown'
  ],
  bench: ['bench', 'navigation', 'sums', 'skill-history'],
  road: ['road', 'mock-test', 'skill-history', 'syllabus-change'],
  view: ['view'],
  server: readdirSync('tests/server')
    .filter((file) => file.endsWith('.test.ts') && !file.startsWith('scripts-of-pages'))
    .map((file) => file.replace('.test.ts', '')),
  worker: [
    'bench-answers',
    'flight-session',
    'flight-worker',
    'outbox',
    'reckoner',
    'watched-flight',
    'watched-and-heard',
    'trainer-desks',
    'outside-picture',
    '../core/instructors-acts',
    '../core/live',
    '../core/live-link',
    '../core/one-at-a-time',
    '../core/trainer-side'
  ]
};
/** Rooms beside the core: where they are, and their tests. */
const BESIDE = { server: ['src/lib/server', 'tests/server'], worker: ['src/lib/worker', 'tests/page'] };

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

/** Tests that fly stretches, and those that fly whole lessons: each meets only what the quicker ones let live. */
const STRETCHES = new Set([
  'airplane-limits',
  'asked-in-flight',
  'assist-and-air',
  'autopilot-couplings',
  'bench',
  'corridor-shapes',
  'drills-by-radio',
  'findings',
  'flight',
  'flights-as-read',
  'grade',
  'hold-measure',
  'lesson-shown',
  'localizer',
  'navigation',
  'navigation-measure',
  'partial-recording',
  'scan',
  'stretches-as-flown',
  'view'
]);
const LESSONS = new Set([
  'approach-flown',
  'approach-told',
  'catalogue',
  'examiner',
  'guided-lessons',
  'hard-and-rough',
  'lost-path',
  'missed-turn',
  'two-fixes'
]);
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
