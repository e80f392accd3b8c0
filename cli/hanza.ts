/** The core without a screen: `npm run -s hanza -- <command> [--json]`. */
import { readFileSync, writeFileSync } from 'node:fs';
import { gunzipSync, gzipSync } from 'node:zlib';
import { parseArgs } from 'node:util';
import { AircraftFile } from '../src/lib/core/aircraft/aircraft-file';
import { aircraftById, aircraftCatalogue } from '../src/lib/core/aircraft/catalogue';
import { trim } from '../src/lib/core/aircraft/trim';
import { briefingFor } from '../src/lib/core/drill/briefing';
import { LessonPlan } from '../src/lib/core/drill/lesson-plan';
import { problemsOf } from '../src/lib/core/drill/plan-check';
import { rateAndSpeedDescent } from '../src/lib/core/drill/rate-and-speed-descent';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { toleranceProfileById } from '../src/lib/core/drill/tolerance-profile';
import { trainingAreaById, trainingAreas } from '../src/lib/core/earth/training-area';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { flightToCsv } from '../src/lib/core/format/flight-csv';
import { flightFromParquet, flightToParquet } from '../src/lib/core/format/flight-parquet';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { clock, figure, signedFigure } from '../src/lib/core/measure/figure';
import { Rejection } from '../src/lib/core/measure/rejection';
import { parse } from '../src/lib/core/measure/validation';
import { descentPilot } from '../src/lib/core/pilot/pilot';

const HELP = `hanza <command> [options]

  plan                          a sensible plan to start from, as JSON
  brief  --plan FILE            what to expect of a plan, phase by phase
  fly    --plan FILE --out F    a simulated pilot flies it; F ends in .parquet or .csv
         [--early 0..1] [--pump 0..1]   with these habits
  grade  --plan FILE --flight F.parquet   findings and grade of a recorded flight
  trim   --ias KT --vs FT/MIN [--flaps DEG] [--altitude FT] [--aircraft ID or FILE.json]
  schema plan|aircraft          the JSON Schema of a plan or an aircraft file

  --json  answers as JSON. Exit code 2: an input does not fit; the line says which.`;

const OPTIONS = {
  json: { type: 'boolean', default: false },
  help: { type: 'boolean', default: false },
  plan: { type: 'string' },
  flight: { type: 'string' },
  out: { type: 'string' },
  early: { type: 'string', default: '0' },
  pump: { type: 'string', default: '0' },
  ias: { type: 'string' },
  vs: { type: 'string' },
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
  plan: () => show(sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!)),
  brief() {
    const plan = readPlan();
    const briefing = briefed(plan);
    if (options.json) return show(briefing);
    for (const { phase, line } of briefing.settings) {
      print(
        `${phase.padEnd(10)} pitch ${signedFigure(line.pitch_deg, 1)}°  ${figure(line.rpm)} RPM  ${figure(line.throttle * 100)} %  flaps ${line.flaps_deg}°  ${line.ias_kt} kt  ${signedFigure(line.verticalSpeed_fpm)} ft/min`
      );
    }
    print(
      `path ${figure(briefing.pathAngle_deg, 2)}°  groundspeed ${figure(briefing.groundspeed_kt)} kt  descent ${clock(briefing.descentTime_s)}, ${figure(briefing.descentDistance_nm, 1)} NM`
    );
    for (const words of [...briefing.tolerances, ...briefing.cautions]) print(words);
  },
  fly() {
    const plan = readPlan();
    const out = needed('out');
    const habits = { startsDownBeforeSlowing: share('early'), pumpsPitch: share('pump') };
    const tolerance = toleranceProfileById(plan.toleranceProfile);
    const pilot = descentPilot(plan, briefed(plan), habits, plan.seed);
    const chunks = simulateFlight(
      aircraftById(plan.aircraft),
      trainingAreaById(plan.area),
      plan,
      rateAndSpeedDescent(plan, tolerance),
      pilot
    );
    const flight = flightFromChunks(chunks);
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
    const aircraft = options.aircraft!.endsWith('.json')
      ? parse(AircraftFile, json('aircraft', readFileOf('aircraft')), 'aircraft')
      : aircraftById(options.aircraft!);
    const found = trim(aircraft, {
      ias_kt: number('ias'),
      verticalSpeed_fpm: number('vs'),
      flaps_deg: number('flaps'),
      pressureAltitude_ft: number('altitude')
    });
    if (found.kind === 'impossible')
      throw new Rejection('condition', `${options.ias} kt, ${options.vs} ft/min`, found.explanation);
    const { pitch_deg, angleOfAttack_deg, rpm, throttle, trim: setting, tas_kt } = found;
    if (options.json) return show({ pitch_deg, angleOfAttack_deg, rpm, throttle, trim: setting, tas_kt });
    print(
      `pitch ${signedFigure(pitch_deg, 2)}°  angle of attack ${signedFigure(angleOfAttack_deg, 2)}°  ${figure(rpm)} RPM  throttle ${figure(throttle * 100, 1)} %  trim ${signedFigure(setting, 3)}  TAS ${figure(tas_kt, 1)} kt`
    );
  },
  schema() {
    const schemas: Record<string, unknown> = { plan: LessonPlan, aircraft: AircraftFile };
    const schema = schemas[positionals[1] ?? ''];
    if (!schema) throw new Rejection('schema', positionals[1], `one of ${Object.keys(schemas).join(', ')}`);
    show(schema);
  }
};

function briefed(plan: LessonPlan) {
  const briefing = briefingFor(
    plan,
    aircraftById(plan.aircraft),
    toleranceProfileById(plan.toleranceProfile)
  );
  if ('kind' in briefing) throw new Rejection(briefing.phase, briefing.reason, briefing.explanation);
  return briefing;
}

function readPlan(): LessonPlan {
  const plan = parse(LessonPlan, json('plan', readFileOf('plan')), 'plan');
  toleranceProfileById(plan.toleranceProfile);
  const [problem] = problemsOf(plan, aircraftById(plan.aircraft), trainingAreaById(plan.area));
  if (problem) throw new Rejection(problem.field, plan[problem.field], problem.message);
  return plan;
}

function needed(
  option: 'plan' | 'flight' | 'out' | 'aircraft' | 'ias' | 'vs' | 'flaps' | 'altitude'
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

function number(option: 'ias' | 'vs' | 'flaps' | 'altitude'): number {
  const value = Number(needed(option));
  if (!Number.isFinite(value)) throw new Rejection(option, options[option], 'a number');
  return value;
}

function share(option: 'early' | 'pump'): number {
  const value = Number(options[option]);
  if (!(value >= 0 && value <= 1)) throw new Rejection(option, options[option], 'a number from 0 to 1');
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
