/** `npm run bench`: measures, prints, and keeps the results in docs/benchmarks.md. */
import { execFile, spawnSync } from 'node:child_process';
import { graderReport, peopleReport } from './bench-grader.mjs';
import { schoolReport } from './bench-school.mjs';
import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { choosePort, prepareDatabase, startApplication } from './setup/application.mjs';
import { chromium } from './setup/browser.mjs';
import { checkNode, ensureBuild, ensureMachine, root } from './setup/machine.mjs';
import { postgresServer, startPostgres } from './setup/postgres.mjs';
import { Trouble, endWith, say } from './setup/say.mjs';

/** The grader's flights, half on each core; the seeds are none that a threshold was chosen on. */
async function gradeTheGrader() {
  say('measuring grader.ts');
  const half = (part) =>
    new Promise((resolve, reject) =>
      execFile(
        process.execPath,
        ['--import', 'tsx', join(root, 'bench/grader.ts'), '--part', `${part}/2`],
        { cwd: root, maxBuffer: 1e9 },
        (error, out, errors) =>
          error ? reject(new Trouble(`grader.ts failed: ${errors}`)) : resolve(JSON.parse(out))
      )
    );
  const halves = await Promise.all([half(0), half(1)]);
  return { truths: halves[0].truths, flights: halves.flatMap(({ flights }) => flights) };
}

/** What a measurement that writes its own tables has to say. */
function tables(file, args = []) {
  return run(file, {}, args);
}

function measure(file, env = {}, args = []) {
  return JSON.parse(run(file, env, args));
}

function run(file, env, args) {
  say(`measuring ${file}`);
  const result = spawnSync(process.execPath, ['--import', 'tsx', join(root, 'bench', file), ...args], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'inherit']
  });
  if (result.status !== 0) throw new Trouble(`${file} failed; see above.`);
  return result.stdout;
}

const f = (value, decimals = 1) => value.toFixed(decimals);
const met = (condition) => (condition ? 'met' : '**missed**');

function report(
  { stepping, loop, grading, storing, comparing },
  scan,
  navigation,
  { dials, tapes, windowed, byRadio, withView, plan, opened, pages, loaded, school },
  flights,
  people,
  approaches
) {
  const times = (name) => `${f(pages[name].median_ms)} / ${f(pages[name].p95_ms)} ms`;
  const over = (name) => `${f(pages[name].p95_ms / pages.baseline.p95_ms)} × a page without data`;
  return `# Benchmarks

Made by \`npm run bench\` on ${new Date().toISOString().slice(0, 10)}, Node ${process.versions.node}, ${cpus().length} shared cores.
Trust the ratios more than the figures: both sides of each were measured in the same run, alternating.

| what | measured | ratio | aim | |
|---|---|---|---|---|
| flight model, steps a second on one core, beside the same equations as one bare function | ${f(stepping.stepsPerSecond / 1000, 0)} k beside ${f(stepping.bareStepsPerSecond / 1000, 0)} k | ${f(stepping.ratio, 2)} | ≥ 0.8 | ${met(stepping.ratio >= 0.8)} |
| the whole loop: airplane, air, instruments, simulated pilot, phases, recording | ${f(loop.flownSeconds, 0)} s of flight | ${f(loop.realTimeFactor, 0)} × real time | ≥ 1400 × | ${met(loop.realTimeFactor >= 1400)} |
| grading an hour at 10 Hz with all findings, beside one bare pass over the columns | ${f(grading.gradeMilliseconds)} ms beside ${f(grading.onePassMilliseconds)} ms | ${f(grading.ratio)} × | ≤ 6 × | ${met(grading.ratio <= 6)} |
| 200 attempts of one student compared, beside reading them as JSON | ${f(comparing.milliseconds)} ms beside ${f(comparing.readMilliseconds)} ms | ${f(comparing.ratio)} × | < 500 ms | ${met(comparing.milliseconds < 500)} |
| script time a panel frame, median, dials / tapes | ${f(dials.scriptPerFrame_ms, 2)} / ${f(tapes.scriptPerFrame_ms, 2)} ms at ${f(dials.framesPerSecond, 0)} frames a second | ${f(tapes.scriptPerFrame_ms / dials.scriptPerFrame_ms, 2)} | ≤ 0.5 ms | ${met(Math.max(dials.scriptPerFrame_ms, tapes.scriptPerFrame_ms) <= 0.5)} |
| main-thread time a panel frame, median, dials / tapes | ${f(dials.mainThreadPerFrame_ms, 2)} / ${f(tapes.mainThreadPerFrame_ms, 2)} ms | ${f(tapes.mainThreadPerFrame_ms / dials.mainThreadPerFrame_ms, 2)} | ≤ 5 ms | ${met(Math.max(dials.mainThreadPerFrame_ms, tapes.mainThreadPerFrame_ms) <= 5)} |
| script / main-thread time a panel frame with the window scan on, dials | ${f(windowed.scriptPerFrame_ms, 2)} / ${f(windowed.mainThreadPerFrame_ms, 2)} ms | ${f(windowed.mainThreadPerFrame_ms / dials.mainThreadPerFrame_ms, 2)} × without | nothing visible: ≤ 1.2 × | ${met(windowed.mainThreadPerFrame_ms <= 1.2 * dials.mainThreadPerFrame_ms)} |
| a two-hour dwell log of 20,000 looks analysed with its flight, beside one bare pass over the looks | ${f(scan.speed.milliseconds)} ms beside ${f(scan.speed.passMilliseconds, 2)} ms | ${f(scan.speed.milliseconds / scan.speed.passMilliseconds, 0)} × | < 1000 ms | ${met(scan.speed.milliseconds < 1000)} |
| shares of looking through a simulated eye tracker beside the true ones, worst area of ${scan.shares.flights} flights | ${f(100 * scan.shares.worstShare, 2)} points, longest gap within ${f(scan.shares.worstGap_s, 2)} s | – | ≤ 1 point | ${met(scan.shares.worstShare <= 0.01)} |
| a hold solved, by time / by distance | ${f(navigation.holds.byTime_ms, 3)} / ${f(navigation.holds.byDistance_ms, 3)} ms | – | < 1 ms | ${met(Math.max(navigation.holds.byTime_ms, navigation.holds.byDistance_ms) < 1)} |
| receivers for all ${navigation.receivers.stations} stations at 100 Hz, share of one core | ${f(100 * navigation.receivers.shareOfBudget, 2)} % | – | ≤ 5 % | ${met(navigation.receivers.shareOfBudget <= 0.05)} |
| a flown hold of ${navigation.gradedHold.circuits} circuits (${f(navigation.gradedHold.seconds / 60, 0)} min) graded, beside one bare pass over its columns | ${f(navigation.gradedHold.milliseconds)} ms beside ${f(navigation.gradedHold.passMilliseconds)} ms | ${f(navigation.gradedHold.milliseconds / navigation.gradedHold.passMilliseconds)} × | < 50 ms | ${met(navigation.gradedHold.milliseconds < 50)} |
| script / main-thread time a panel frame with radios and plan view, dials | ${f(byRadio.scriptPerFrame_ms, 2)} / ${f(byRadio.mainThreadPerFrame_ms, 2)} ms | ${f(byRadio.mainThreadPerFrame_ms / dials.mainThreadPerFrame_ms, 2)} × without | ≤ 5 ms main thread | ${met(byRadio.mainThreadPerFrame_ms <= 5)} |
| the same with an approach, its chart, and the view out large on a clear day | ${f(withView.scriptPerFrame_ms, 2)} / ${f(withView.mainThreadPerFrame_ms, 2)} ms | ${f(withView.mainThreadPerFrame_ms / dials.mainThreadPerFrame_ms, 2)} × without | ≤ 6 ms main thread | ${met(withView.mainThreadPerFrame_ms <= 6)} |
| plan view with a way of ${plan.points} points pulled about, frames a second beside the page left alone | ${f(plan.pulled, 0)} beside ${f(plan.alone, 0)} | ${f(plan.pulled / plan.alone, 2)} | ≥ 0.9 | ${met(plan.pulled / plan.alone >= 0.9)} |
| opened for the first time at a quarter of this machine’s speed, until it can be used: plan / fly / debrief | ${f(opened.plan / 1000)} / ${f(opened.fly / 1000)} / ${f(opened.debrief / 1000)} s | ${f(opened.debrief / opened.empty)} × a page without data | ≤ 1.2 s | ${met(Math.max(opened.plan, opened.fly, opened.debrief) <= 1200)} |
| stored flight beside raw float32, exact at instrument resolution | ${storing.bytes} beside ${storing.rawFloat32} bytes | ${f(storing.ratio)} × smaller | ≥ 8 × | ${met(storing.ratio >= 8)} |
| students list, ${school.students} students and ${school.attempts} attempts, median / p95 | ${times('students')} | ${over('students')} | p95 < 100 ms | ${met(pages.students.p95_ms < 100)} |
| debrief page in the same school, median / p95 | ${times('debrief')} | ${over('debrief')} | p95 < 100 ms | ${met(pages.debrief.p95_ms < 100)} |

The bare airplane of the first line is checked in the run to fly the same path. The hour that is graded is one flown drill
with its descent drawn out. The pages are asked for one after the other over HTTP, rendered on the server, with the browser's
part left out; the large school repeats one flown attempt.

${schoolReport(loaded, school)}
${graderReport(flights)}
${peopleReport(people)}
### Approaches

${approaches}`;
}

try {
  checkNode();
  await ensureMachine([chromium, postgresServer]);
  await ensureBuild();
  const headless = measure('headless.ts');
  const scan = measure('scan.ts');
  const navigation = measure('navigation.ts');
  const flights = await gradeTheGrader();
  const people = measure('people.ts', {}, ['--json', '--seed', '150000', '--flights', '12']);
  const approaches = tables('approaches.ts', ['4']);
  const road = tables('road.ts');
  const postgres = await startPostgres('bench', { throwaway: true });
  try {
    await prepareDatabase(postgres.url, { seed: true });
    const application = await startApplication(postgres.url, {
      host: '127.0.0.1',
      port: await choosePort('127.0.0.1')
    });
    try {
      const served = measure('served.ts', { DATABASE_URL: postgres.url, HANZA_ADDRESS: application.address });
      const text = report(headless, scan, navigation, served, flights, people, `${approaches}\n${road}`);
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
