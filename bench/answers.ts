/**
 * What Hanza says of a set of flights: every shipped drill flown by the reference pilot and by one with habits, briefed, graded,
 * coached, drawn. Before a rebuild: `--write FOLDER`; after it `--compare FOLDER` lists what is said otherwise.
 */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { aircraftCatalogue } from '../src/lib/core/aircraft/catalogue';
import { briefingFor } from '../src/lib/core/drill/briefing';
import { drillCatalogue } from '../src/lib/core/drill/catalogue/catalogue';
import { lessonOf } from '../src/lib/core/drill/lesson';
import { problemsOf } from '../src/lib/core/drill/plan-check';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { trainingAreaById } from '../src/lib/core/earth/training-area';
import { planPicture } from '../src/lib/core/flight/plan-picture';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { coach } from '../src/lib/core/grade/coach';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { noHabits } from '../src/lib/core/pilot/habits';

const { values } = parseArgs({ options: { write: { type: 'string' }, compare: { type: 'string' } } });

function answersOf(drill: string, index: number, habits: Partial<typeof noHabits>): Record<string, unknown> {
  const plan = {
    ...sensiblePlan(
      aircraftCatalogue[index % aircraftCatalogue.length]!,
      trainingAreaById('vesterlund-bay'),
      drill
    ),
    seed: 40 + index
  };
  const lesson = lessonOf(plan);
  const chunks = simulateFlight(lesson, { ...noHabits, ...habits }, plan.seed);
  const flight = flightFromChunks(chunks);
  const { graderVersion: _, ...grade } = gradeFlight(flight, plan);
  const voice = coach(lesson);
  const said: string[] = [];
  const starts = grade.phases.map(({ start_s }) => start_s);
  for (let k = 0; k < flight.length; k++) {
    const time_s = k / flight.rate_hz;
    const phase = Math.max(
      0,
      starts.findLastIndex((start_s) => start_s <= time_s)
    );
    const words = voice.watch(time_s, phase, (id) => flight.columns.get(id)?.[k] ?? 0);
    if (words) said.push(`${time_s} ${words}`);
  }
  return {
    problems: problemsOf(plan),
    briefing: briefingFor(lesson),
    picture: planPicture(lesson),
    flight: createHash('sha256')
      .update(JSON.stringify(chunks.map(({ counts }) => counts)))
      .digest('hex'),
    events: flight.events,
    grade,
    said
  };
}

const habits: Partial<typeof noHabits>[] = [
  {},
  { rollsOutLate: 1, chasesNeedle: 1, timesLate: 1, levelsOffLate: 1, huntsPower: 1 }
];
let differing = 0;
for (const { id } of drillCatalogue)
  for (const [which, habit] of habits.entries()) {
    const name = `${id}-${which}.json`;
    const now = JSON.parse(JSON.stringify(answersOf(id, numberOf(id), habit))) as Record<string, unknown>;
    if (values.write) {
      mkdirSync(values.write, { recursive: true });
      writeFileSync(`${values.write}/${name}`, JSON.stringify(now));
    }
    if (!values.compare || !existsSync(`${values.compare}/${name}`)) continue;
    const before = JSON.parse(readFileSync(`${values.compare}/${name}`, 'utf8')) as Record<string, unknown>;
    for (const part of Object.keys(before))
      for (const line of differences(before[part], now[part], part)) {
        differing += 1;
        process.stdout.write(`${id} ${which}: ${line.slice(0, 300)}\n`);
      }
  }
if (values.compare) process.stdout.write(`${differing} answers differ\n`);

/** The same for a drill whatever stands before it in the catalogue. */
function numberOf(id: string): number {
  return createHash('sha256').update(id).digest().readUInt16BE(0);
}

/** The innermost places where two answers differ, with both. */
function differences(before: unknown, now: unknown, path: string): string[] {
  if (JSON.stringify(before) === JSON.stringify(now)) return [];
  // Sums in another order end in other last bits.
  if (
    typeof before === 'number' &&
    typeof now === 'number' &&
    Math.abs(before - now) < 1e-9 * Math.max(1, Math.abs(before))
  )
    return [];
  if (typeof before !== 'object' || typeof now !== 'object' || before === null || now === null)
    return [`${path}: ${JSON.stringify(before)} → ${JSON.stringify(now)}`];
  const keys = [...new Set([...Object.keys(before), ...Object.keys(now)])];
  return keys.flatMap((key) =>
    differences(
      (before as Record<string, unknown>)[key],
      (now as Record<string, unknown>)[key],
      `${path}.${key}`
    )
  );
}
