import { readdirSync, readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { asJudged } from '$core/flight/judged-channels';
import { detectPhases } from '$core/flight/detected-phases';
import type { Flight } from '$core/flight/flight';
import { flightFromParquet } from '$core/format/flight-parquet';
import { coach } from '$core/grade/coach';
import { examiner } from '$core/grade/examiner';
import { gradeFlight, type Grade } from '$core/grade/grade';
import { clock, figure } from '$core/measure/figure';

/**
 * What is said of forty flights that are kept on file, each flown badly in a way that is known, read once by a person beside what was
 * done in it: the grade with all its figures, what the coach would have said, when an examiner would have stopped it. Whoever
 * changes a word of it reads it anew.
 */
const folder = new URL('./flights/', import.meta.url);
const names = readdirSync(folder)
  .filter((file) => file.endsWith('.parquet'))
  .map((file) => file.replace('.parquet', ''))
  .sort();

/** Figures to three places: beyond them a flight says nothing. */
const short = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    typeof part === 'number' ? Number(part.toPrecision(4)) : part instanceof Float32Array ? undefined : part
  );

function graded(grade: Grade): string[] {
  const {
    elements,
    findings,
    measures,
    checks,
    segments,
    story,
    before,
    comparable,
    phases,
    circumstances,
    unjudged
  } = grade;
  return [
    `${grade.verdict}, ${grade.score}, ${grade.learningStep}. ${grade.summary}`,
    ...grade.arithmetic,
    ...circumstances.map((words) => `with ${words}`),
    ...(story ?? []).map(({ ...sentence }) => `story ${short(sentence)}`),
    ...findings.map(
      ({ kind, severity, failed, title, evidence, moment_s, start_s, end_s, worth, side, ...more }) =>
        `${clock(moment_s)} ${severity}${failed ? '!' : ''} ${kind}${side ? ` ${side}` : ''}, ${figure(start_s)} to ${figure(end_s)} s, worth ${figure(worth ?? 0)}: ${title}. ${evidence} ${short(more)}`
    ),
    ...elements.map(
      ({ name, verdict, score, arithmetic, weight }) =>
        `${name}: ${verdict}, ${figure(score)} × ${weight}. ${arithmetic}`
    ),
    ...phases.map(
      ({ phaseId, start_s, end_s, complete }) =>
        `${phaseId} ${clock(start_s)}–${clock(end_s)}${complete ? '' : ', not to its end'}`
    ),
    ...[segments, unjudged, before, comparable].filter((part) => part !== undefined).map(short),
    ...checks.map(short),
    ...measures.map(({ corridor, exceedances, ...measure }) =>
      short({ ...measure, corridor: corridor.channel, exceedances })
    )
  ];
}

/** What the coach, and an examiner, would have said of it as it was flown. */
function saidInFlight(flight: Flight, plan: LessonPlan): string[] {
  const planned = lessonOf({ ...plan, corridors: 'hints' });
  const judged = asJudged(flight, planned);
  const { lesson, spans } = detectPhases(judged, planned);
  const voice = coach(lesson);
  const strict = examiner(lesson, null);
  const events = [...flight.events];
  const said: string[] = [];
  for (let k = 0; k < flight.length; k++) {
    const time_s = k / flight.rate_hz;
    while (events[0] && events[0].time_s <= time_s) voice.heard(events.shift()!);
    const flown = spans.filter(({ start_s }) => start_s <= time_s);
    const now = flown.at(-1);
    if (!now) continue;
    const index = lesson.drill.phases.findIndex(({ id }) => id === now.phaseId);
    const read = (channel: string) => judged.columns.get(channel as never)?.[k] ?? 0;
    // It looks at every fifth sample of ten a second.
    for (let look = 0; look < 10 / flight.rate_hz; look++) {
      const words = voice.watch(time_s, index, read);
      if (words) said.push(`${clock(time_s)} coach: ${words}`);
      const past = flown.map((span) => (span === now ? { ...span, end_s: time_s, complete: false } : span));
      const stops = strict.watch(past, read);
      if (stops) said.push(`${clock(time_s)} examiner: ${stops}`);
    }
  }
  return said;
}

test.each(names)('%s', async (name) => {
  const plan = JSON.parse(readFileSync(new URL(`${name}.plan.json`, folder), 'utf8')) as LessonPlan;
  const bytes = new Uint8Array(readFileSync(new URL(`${name}.parquet`, folder)));
  const flight = await flightFromParquet(bytes, (part) => gunzipSync(part));
  const read = [...graded(gradeFlight(flight, plan)), ...saidInFlight(flight, plan)];
  await expect(`${read.join('\n')}\n`.replaceAll('\u2009', ' ')).toMatchFileSnapshot(`flights/${name}.txt`);
});
