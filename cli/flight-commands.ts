import { writeFileSync } from 'node:fs';
import { gunzipSync, gzipSync } from 'node:zlib';
import { aircraftById } from '../src/lib/core/aircraft/catalogue';
import { powerWords } from '../src/lib/core/aircraft/power-shown';
import { briefingFor } from '../src/lib/core/drill/briefing';
import { drillFileById } from '../src/lib/core/drill/catalogue/catalogue';
import { lessonOf } from '../src/lib/core/drill/lesson';
import { LessonPlan } from '../src/lib/core/drill/lesson-plan';
import { upgradePlan } from '../src/lib/core/drill/plan-version';
import { problemsOf } from '../src/lib/core/drill/plan-check';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { trainingAreas } from '../src/lib/core/earth/training-area';
import type { Flight } from '../src/lib/core/flight/flight';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { flightToCsv } from '../src/lib/core/format/flight-csv';
import { flightFromParquet, flightToParquet } from '../src/lib/core/format/flight-parquet';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { clock, figure, signedFigure } from '../src/lib/core/measure/figure';
import { Rejection } from '../src/lib/core/measure/rejection';
import { parse } from '../src/lib/core/measure/validation';
import { habitNames, noHabits, type Habits } from '../src/lib/core/pilot/habits';
import { json, needed, options, print, readFileOf, show, type Commands } from './options';

/** A lesson from plan to grade. */
export const flightCommands: Commands = {
  plan: () =>
    show(sensiblePlan(aircraftById(options.aircraft!), trainingAreas[0]!, drillFileById(options.drill!).id)),
  brief() {
    const briefing = briefed(readPlan());
    if (options.json) return show(briefing);
    for (const { phase, line } of briefing.settings) {
      print(
        `${phase.name.padEnd(18)} pitch ${signedFigure(line.pitch_deg, 1)}°  ${powerWords(line)}  flaps ${line.flaps_deg}°  ${line.ias_kt} kt  ${signedFigure(line.verticalSpeed_fpm)} ft/min`
      );
    }
    for (const turn of briefing.turns)
      print(
        `${turn.phase.name}: bank ${figure(turn.bank_deg, 1)}° (${turn.rules.map((rule) => `${rule.name} ${figure(rule.bank_deg)}°, ${signedFigure(rule.error_deg, 1)}°`).join('; ')}), roll out ${figure(turn.rollOutLead_deg)}° before`
      );
    for (const vertical of briefing.verticals)
      print(
        `${vertical.phase.name}: path ${signedFigure(vertical.pathAngle_deg, 2)}°, ${clock(vertical.time_s)}, ${figure(vertical.distance_nm, 1)} NM${vertical.levelOffLead_ft === null ? '' : `, level off ${figure(vertical.levelOffLead_ft)} ft before`}`
      );
    for (const { words } of briefing.compass) print(words);
    for (const words of [...briefing.tolerances, ...briefing.cautions]) print(words);
  },
  fly() {
    const plan = readPlan();
    const out = needed('out');
    const flight = flightFromChunks(simulateFlight(lessonOf(plan), habitsAsked(), plan.seed));
    writeFileSync(
      out,
      out.endsWith('.csv')
        ? flightToCsv(flight)
        : flightToParquet(flight, (part) => gzipSync(part, { level: 9 }))
    );
    if (options.json) show({ out, samples: flight.length });
    else print(`${out}: ${clock(flight.length / flight.rate_hz)} flown`);
  },
  async grade() {
    const plan = readPlan();
    const flight = await readFlight();
    const grade = gradeFlight(flight, plan);
    if (options.json) return show(grade);
    print(`${grade.verdict}, score ${grade.score}, ${grade.learningStep}`);
    print(grade.summary);
    for (const finding of grade.findings)
      print(`${clock(finding.moment_s)}  ${finding.title}: ${finding.evidence}`);
    for (const line of grade.arithmetic) print(line);
  }
};

/** The habits asked for with --habit. */
export function habitsAsked(): Habits {
  const habits = { ...noHabits };
  for (const asked of options.habit ?? []) {
    const [name, share] = asked.split('=') as [keyof Habits, string | undefined];
    const strength = Number(share ?? 1);
    if (!Object.hasOwn(habits, name) || !(strength >= 0 && strength <= 1))
      throw new Rejection('habit', asked, `NAME=0..1, with one of ${Object.keys(habitNames).join(', ')}`);
    habits[name] = strength;
  }
  return habits;
}

function briefed(plan: LessonPlan) {
  const briefing = briefingFor(lessonOf(plan));
  if ('kind' in briefing) throw new Rejection(briefing.phase.id, briefing.reason, briefing.explanation);
  return briefing;
}

/** The plan of --plan, if it can be flown. */
export function readPlan(): LessonPlan {
  const plan = parse(LessonPlan, upgradePlan(json('plan', readFileOf('plan'))), 'plan');
  const [problem] = problemsOf(plan);
  if (problem) throw new Rejection(problem.field, undefined, problem.message);
  return plan;
}

/** The flight of --flight. */
export async function readFlight(): Promise<Flight> {
  const bytes = readFileOf('flight');
  return flightFromParquet(new Uint8Array(bytes), (part) => gunzipSync(part)).catch((error: Error) => {
    throw error instanceof Rejection
      ? error
      : new Rejection('flight', options.flight, `a flight in Parquet (${error.message})`);
  });
}
