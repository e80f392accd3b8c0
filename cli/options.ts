/** What was typed after `hanza`, and the ways to read it. */
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { aircraftCatalogue } from '../src/lib/core/aircraft/catalogue';
import { Rejection } from '../src/lib/core/measure/rejection';

const OPTIONS = {
  json: { type: 'boolean', default: false },
  help: { type: 'boolean', default: false },
  plan: { type: 'string' },
  flight: { type: 'string' },
  out: { type: 'string' },
  habit: { type: 'string', multiple: true },
  gaze: { type: 'string' },
  offset: { type: 'string', default: '0' },
  live: { type: 'boolean', default: false },
  tas: { type: 'string' },
  wind: { type: 'string' },
  course: { type: 'string' },
  aside: { type: 'string' },
  angle: { type: 'string' },
  radius: { type: 'string' },
  from: { type: 'string' },
  to: { type: 'string' },
  direction: { type: 'string' },
  turn: { type: 'string' },
  leg: { type: 'string', default: '60' },
  distance: { type: 'string' },
  heading: { type: 'string' },
  kind: { type: 'string' },
  within: { type: 'string', default: '10' },
  minutes: { type: 'string' },
  degrees: { type: 'string' },
  groundspeed: { type: 'string' },
  world: { type: 'string' },
  temperature: { type: 'string' },
  transition: { type: 'string' },
  line: { type: 'string' },
  altimeter: { type: 'string' },
  lights: { type: 'string' },
  technique: { type: 'string' },
  drill: { type: 'string', default: 'rate-and-speed-descent' },
  ias: { type: 'string' },
  vs: { type: 'string' },
  gear: { type: 'string', default: '1' },
  propeller: { type: 'string', default: '1' },
  flaps: { type: 'string', default: '0' },
  altitude: { type: 'string', default: '0' },
  aircraft: { type: 'string', default: aircraftCatalogue[0]!.id }
} as const;

type Given = ReturnType<typeof parse>;
export let options: Given['values'];
export let positionals: Given['positionals'];

/**
 * Takes the words typed after `hanza`, for all that follows.
 * @throws Rejection naming the option there is none of, or that has no value
 */
export function readWords(words: readonly string[]): void {
  try {
    ({ values: options, positionals } = parse(words));
  } catch (error) {
    throw new Rejection('options', words.join(' '), (error as Error).message.split('\n')[0]!);
  }
}

function parse(words: readonly string[]) {
  // A negative number after an option belongs to it: `--vs -500`.
  const args = words.reduce<string[]>(
    (all, word) =>
      /^-\d/.test(word) && all.at(-1)?.startsWith('--')
        ? [...all.slice(0, -1), `${all.at(-1)}=${word}`]
        : [...all, word],
    []
  );
  return parseArgs({ args, allowPositionals: true, options: OPTIONS });
}

export type Option = keyof typeof OPTIONS;
export type Commands = Record<string, () => void | Promise<void>>;

/** An option that must be given. */
export function needed(option: Option): string {
  const value = options[option];
  if (value === undefined) throw new Rejection(option, undefined, `give it with --${option}`);
  return String(value);
}

/** The bytes of the file an option names. */
export function readFileOf(option: Option): Buffer {
  return bytesOf(option, needed(option));
}

/** The bytes of a file. @throws Rejection naming the field that asked for it */
export function bytesOf(field: string, path: string): Buffer {
  try {
    return readFileSync(path);
  } catch (error) {
    throw new Rejection(field, path, `a file that can be read (${(error as NodeJS.ErrnoException).code})`);
  }
}

/** A JSON file's content. */
export function json(option: string, bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'));
  } catch (error) {
    throw new Rejection(option, options[option as 'plan'], `a JSON file (${(error as Error).message})`);
  }
}

export function number(option: Option): number {
  const value = Number(needed(option));
  if (!Number.isFinite(value)) throw new Rejection(option, options[option], 'a number');
  return value;
}

/** A number an option must give, within limits. */
export function between(option: Option, low: number, high: number): number {
  const value = number(option);
  if (value < low || value > high) throw new Rejection(option, value, `a number from ${low} to ${high}`);
  return value;
}

/** Prints an answer as JSON. */
export function show(value: unknown): void {
  print(JSON.stringify(value, null, 2));
}
export function print(line: string): void {
  process.stdout.write(`${line}\n`);
}
