/** The core without a screen: `npm run -s hanza -- <command> [--json]`. */
import { readFileSync, writeFileSync } from 'node:fs';
import { gunzipSync, gzipSync } from 'node:zlib';
import { parseArgs } from 'node:util';
import { AircraftFile } from '../src/lib/core/aircraft/aircraft-file';
import { aircraftById, aircraftCatalogue } from '../src/lib/core/aircraft/catalogue';
import { DerivativeSet, modesOfDerivativeSet } from '../src/lib/core/aircraft/derivative-set';
import { linearise } from '../src/lib/core/aircraft/linearise';
import type { Mode } from '../src/lib/core/aircraft/modes';
import { powerWords } from '../src/lib/core/aircraft/power-shown';
import { trim, type TrimCondition } from '../src/lib/core/aircraft/trim';
import { briefingFor } from '../src/lib/core/drill/briefing';
import { drillCatalogue, drillFileById } from '../src/lib/core/drill/catalogue/catalogue';
import { DrillFile } from '../src/lib/core/drill/drill-file';
import { lessonOf } from '../src/lib/core/drill/lesson';
import { LessonPlan } from '../src/lib/core/drill/lesson-plan';
import { problemsOf } from '../src/lib/core/drill/plan-check';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { trainingAreas } from '../src/lib/core/earth/training-area';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { flightToCsv } from '../src/lib/core/format/flight-csv';
import { flightFromParquet, flightToParquet } from '../src/lib/core/format/flight-parquet';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { clock, figure, signedFigure } from '../src/lib/core/measure/figure';
import { Rejection } from '../src/lib/core/measure/rejection';
import { parse } from '../src/lib/core/measure/validation';
import { habitNames, noHabits, type Habits } from '../src/lib/core/pilot/habits';

const HELP = `hanza <command> [options]

  plan   [--drill ID] [--aircraft ID]   a sensible plan to start from, as JSON
  brief  --plan FILE            what to expect of a plan, phase by phase
  fly    --plan FILE --out F    a simulated pilot flies it; F ends in .parquet or .csv
         [--habit NAME=0..1 ...]        with these habits: ${Object.keys(habitNames).join(', ')}
  grade  --plan FILE --flight F.parquet   findings and grade of a recorded flight
  trim   --ias KT [--vs FT/MIN] [--flaps DEG] [--gear 0|1] [--propeller 0..1] [--altitude FT] [--aircraft ID or FILE.json]
  modes  as trim, or --aircraft FILE.json with a textbook's derivatives: the natural motions
  drills [ID]                   the drills there are; one of them as JSON
  schema plan|aircraft|drill|derivatives   the JSON Schema of that file

  --json  answers as JSON. Exit code 2: an input does not fit; the line says which.`;

const OPTIONS = {
  json: { type: 'boolean', default: false },
  help: { type: 'boolean', default: false },
  plan: { type: 'string' },
  flight: { type: 'string' },
  out: { type: 'string' },
  habit: { type: 'string', multiple: true },
  drill: { type: 'string', default: 'rate-and-speed-descent' },
  ias: { type: 'string' },
  vs: { type: 'string' },
  gear: { type: 'string', default: '1' },
  propeller: { type: 'string', default: '1' },
  flaps: { type: 'string', default: '0' },
  altitude: { type: 'string', default: '0' },
  aircraft: { type: 'string', default: aircraftCatalogue[0]!.id }
} as const;

/** A negative number after an option belongs to it: `--vs -500`. */
const given = process.argv
  .slice(2)
  .reduce<string[]>(
    (all, word) =>
      /^-\d/.test(word) && all.at(-1)?.startsWith('--')
        ? [...all.slice(0, -1), `${all.at(-1)}=${word}`]
        : [...all, word],
    []
  );

const { values: options, positionals } = readArguments();

function readArguments() {
  try {
    return parseArgs({ args: given, allowPositionals: true, options: OPTIONS });
  } catch (error) {
    process.stderr.write(`hanza: ${(error as Error).message.split('\n')[0]}\n`);
    process.exit(2);
  }
}

const commands: Record<string, () => void | Promise<void>> = {
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
        `${vertical.phase.name}: path ${signedFigure(vertical.pathAngle_deg, 2)}°, ${clock(vertical.time_s)}, ${figure(vertical.distance_nm, 1)} NM, level off ${figure(vertical.levelOffLead_ft)} ft before`
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
    const bytes = readFileOf('flight');
    const flight = await flightFromParquet(new Uint8Array(bytes), (part) => gunzipSync(part)).catch(
      (error: Error) => {
        throw error instanceof Rejection
          ? error
          : new Rejection('flight', options.flight, `a flight in Parquet (${error.message})`);
      }
    );
    const grade = gradeFlight(flight, plan);
    if (options.json) return show(grade);
    print(`${grade.verdict}, figure ${grade.score}, ${grade.learningStep}`);
    print(grade.summary);
    for (const finding of grade.findings)
      print(`${clock(finding.moment_s)}  ${finding.title}: ${finding.evidence}`);
    for (const line of grade.arithmetic) print(line);
  },
  trim() {
    const found = trim(readAircraft(), condition());
    if (found.kind === 'impossible')
      throw new Rejection(
        'condition',
        `${options.ias} kt, ${options.vs ?? 'full'} ft/min`,
        found.explanation
      );
    const { pitch_deg, angleOfAttack_deg, rpm, throttle, trim: setting, tas_kt, verticalSpeed_fpm } = found;
    const { manifoldPressure_inHg, torque_percent } = found;
    if (options.json)
      return show({
        pitch_deg,
        angleOfAttack_deg,
        verticalSpeed_fpm,
        rpm,
        manifoldPressure_inHg,
        torque_percent,
        throttle,
        trim: setting,
        tas_kt
      });
    print(
      `pitch ${signedFigure(pitch_deg, 2)}°  angle of attack ${signedFigure(angleOfAttack_deg, 2)}°  ${powerWords(found)}  throttle ${figure(throttle * 100, 1)} %  trim ${signedFigure(setting, 3)}  TAS ${figure(tas_kt, 1)} kt  ${signedFigure(verticalSpeed_fpm)} ft/min`
    );
  },
  modes() {
    const { longitudinal, lateral } = modesAsked();
    if (options.json) return show({ longitudinal, lateral });
    for (const mode of [...longitudinal, ...lateral]) print(modeWords(mode));
  },
  drills() {
    if (positionals[1]) return show(drillFileById(positionals[1]));
    if (options.json) return show(drillCatalogue);
    for (const drill of drillCatalogue) print(`${drill.id.padEnd(24)} ${drill.name}: ${drill.purpose}`);
  },
  schema() {
    const schemas: Record<string, unknown> = {
      plan: LessonPlan,
      aircraft: AircraftFile,
      drill: DrillFile,
      derivatives: DerivativeSet
    };
    const schema = schemas[positionals[1] ?? ''];
    if (!schema) throw new Rejection('schema', positionals[1], `one of ${Object.keys(schemas).join(', ')}`);
    show(schema);
  }
};

function modesAsked(): { longitudinal: Mode[]; lateral: Mode[] } {
  if (options.aircraft!.endsWith('.json')) {
    const file = json('aircraft', readFileOf('aircraft'));
    if (typeof file === 'object' && file !== null && 'kind' in file)
      return modesOfDerivativeSet(parse(DerivativeSet, file, 'derivatives'));
  }
  const found = linearise(readAircraft(), condition());
  if (found.kind === 'impossible')
    throw new Rejection('condition', `${options.ias} kt, ${options.vs ?? 'full'} ft/min`, found.explanation);
  return { longitudinal: found.longitudinalModes, lateral: found.lateralModes };
}

function modeWords(mode: Mode): string {
  const swing =
    mode.period_s === null
      ? ''
      : `  period ${figure(mode.period_s, 2)} s  damping ratio ${figure(mode.dampingRatio, 3)}`;
  const fades =
    mode.halving_s >= 0
      ? `half after ${figure(mode.halving_s, 2)} s`
      : `double after ${figure(-mode.halving_s, 2)} s`;
  return `${mode.name.padEnd(13)} ${signedFigure(mode.real_ps, 5)} ± ${figure(mode.imaginary_radps, 5)} i /s${swing}  ${fades}`;
}

function readAircraft(): AircraftFile {
  return options.aircraft!.endsWith('.json')
    ? parse(AircraftFile, json('aircraft', readFileOf('aircraft')), 'aircraft')
    : aircraftById(options.aircraft!);
}

/** Without --vs: full throttle. */
function condition(): TrimCondition {
  return {
    ias_kt: number('ias'),
    verticalSpeed_fpm: options.vs === undefined ? null : number('vs'),
    flaps_deg: number('flaps'),
    pressureAltitude_ft: number('altitude'),
    gear: number('gear'),
    propeller: number('propeller')
  };
}

function habitsAsked(): Habits {
  const habits = { ...noHabits };
  for (const asked of options.habit ?? []) {
    const [name, share] = asked.split('=') as [keyof Habits, string | undefined];
    const strength = Number(share ?? 1);
    if (!(name in habits) || !(strength >= 0 && strength <= 1))
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

function readPlan(): LessonPlan {
  const plan = parse(LessonPlan, json('plan', readFileOf('plan')), 'plan');
  const [problem] = problemsOf(plan);
  if (problem) throw new Rejection(problem.field, undefined, problem.message);
  return plan;
}

function needed(
  option: 'plan' | 'flight' | 'out' | 'aircraft' | 'ias' | 'vs' | 'flaps' | 'altitude' | 'gear' | 'propeller'
): string {
  const value = options[option];
  if (value === undefined) throw new Rejection(option, undefined, `give it with --${option}`);
  return value;
}

function readFileOf(option: 'plan' | 'flight' | 'aircraft'): Buffer {
  const path = needed(option);
  try {
    return readFileSync(path);
  } catch (error) {
    throw new Rejection(option, path, `a file that can be read (${(error as NodeJS.ErrnoException).code})`);
  }
}

function json(option: string, bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'));
  } catch (error) {
    throw new Rejection(option, options[option as 'plan'], `a JSON file (${(error as Error).message})`);
  }
}

function number(option: 'ias' | 'vs' | 'flaps' | 'altitude' | 'gear' | 'propeller'): number {
  const value = Number(needed(option));
  if (!Number.isFinite(value)) throw new Rejection(option, options[option], 'a number');
  return value;
}

function show(value: unknown): void {
  print(JSON.stringify(value, null, 2));
}
function print(line: string): void {
  process.stdout.write(`${line}\n`);
}

try {
  const command = commands[positionals[0] ?? ''];
  if (!command || options.help) {
    print(HELP);
    if (!options.help && positionals[0] !== undefined)
      throw new Rejection('command', positionals[0], `one of ${Object.keys(commands).join(', ')}`);
  } else await command();
} catch (error) {
  if (!(error instanceof Rejection)) throw error;
  process.stderr.write(`hanza: ${error.message}\n`);
  process.exitCode = 2;
}
