/** `npm run bench`: measures, prints, and keeps the results in docs/benchmarks.md. */
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { choosePort, prepareDatabase, startApplication } from './setup/application.mjs';
import { checkNode, chromium, ensureBuild, ensurePackages, ensurePrograms, root } from './setup/machine.mjs';
import { startPostgres } from './setup/postgres.mjs';
import { Trouble, endWith, say } from './setup/say.mjs';

function measure(file, env = {}) {
  say(`measuring ${file}`);
  const result = spawnSync(process.execPath, ['--import', 'tsx', join(root, 'bench', file)], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'inherit']
  });
  if (result.status !== 0) throw new Trouble(`${file} failed; see above.`);
  return JSON.parse(result.stdout);
}

const f = (value, decimals = 1) => value.toFixed(decimals);
const met = (condition) => (condition ? 'met' : '**missed**');

function report({ stepping, loop, grading, storing }, { panel, pages, school }) {
  const times = (name) => `${f(pages[name].median_ms)} / ${f(pages[name].p95_ms)} ms`;
  const over = (name) => `${f(pages[name].p95_ms / pages.baseline.p95_ms)} × a page without data`;
  return `# Benchmarks

Made by \`npm run bench\` on ${new Date().toISOString().slice(0, 10)}, Node ${process.versions.node}, ${cpus().length} shared cores.
Trust the ratios more than the figures: both sides of each were measured in the same run, alternating.

| what | measured | ratio | aim | |
|---|---|---|---|---|
| flight model, steps a second on one core, beside the same equations as one bare function | ${f(stepping.stepsPerSecond / 1000, 0)} k beside ${f(stepping.bareStepsPerSecond / 1000, 0)} k | ${f(stepping.ratio, 2)} | ≥ 0.8 | ${met(stepping.ratio >= 0.8)} |
| the whole loop: airplane, air, instruments, simulated pilot, phases, recording | ${f(loop.flownSeconds, 0)} s of flight | ${f(loop.realTimeFactor, 0)} × real time | | |
| grading an hour at 10 Hz, 24 channels, beside one bare pass over the columns | ${f(grading.gradeMilliseconds)} ms beside ${f(grading.onePassMilliseconds)} ms | ${f(grading.ratio)} × | ≤ 10 × | ${met(grading.ratio <= 10)} |
| script time a panel frame, median | ${f(panel.scriptPerFrame_ms, 2)} ms at ${f(panel.framesPerSecond, 0)} frames a second | | ≤ 0.5 ms | ${met(panel.scriptPerFrame_ms <= 0.5)} |
| main-thread time a panel frame, median | ${f(panel.mainThreadPerFrame_ms, 2)} ms | | ≤ 5 ms | ${met(panel.mainThreadPerFrame_ms <= 5)} |
| stored flight beside raw float32, exact at instrument resolution | ${storing.bytes} beside ${storing.rawFloat32} bytes | ${f(storing.ratio)} × smaller | ≥ 8 × | ${met(storing.ratio >= 8)} |
| students list, ${school.students} students and ${school.attempts} attempts, median / p95 | ${times('students')} | ${over('students')} | p95 < 100 ms | ${met(pages.students.p95_ms < 100)} |
| debrief page in the same school, median / p95 | ${times('debrief')} | ${over('debrief')} | p95 < 100 ms | ${met(pages.debrief.p95_ms < 100)} |

The bare airplane of the first line is checked in the run to fly the same path. The hour that is graded is one flown drill
with its descent drawn out. The pages are asked for one after the other over HTTP, rendered on the server, with the browser's
part left out; the large school repeats one flown attempt.
`;
}

try {
  checkNode();
  ensurePrograms([chromium]);
  await ensurePackages();
  await ensureBuild();
  const headless = measure('headless.ts');
  const postgres = await startPostgres('bench', { throwaway: true });
  try {
    await prepareDatabase(postgres.url, { seed: true });
    const application = await startApplication(postgres.url, {
      host: '127.0.0.1',
      port: await choosePort('127.0.0.1')
    });
    try {
      const served = measure('served.ts', { DATABASE_URL: postgres.url, HANZA_ADDRESS: application.address });
      const text = report(headless, served);
      writeFileSync(join(root, 'docs/benchmarks.md'), text);
      process.stdout.write(text);
    } finally {
      await application.stop();
    }
  } finally {
    await postgres.stop();
  }
} catch (error) {
  endWith(error);
}
