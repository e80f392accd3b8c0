import Papa from 'papaparse';
import { Rejection } from '../measure/rejection';
import { areaNames, isGaze, type Gaze } from '../instrument/scan-area';
import type { GazeSample } from '../scan/eye-tracker';
import type { Look } from '../scan/look';
import { toCsv } from './csv';

/** How a dwell log's own clock lies to the flight's: one pair of moments gives the offset, two give the drift as well. */
export interface ClockMark {
  log_s: number;
  flight_s: number;
}

/** What an import asks of the person: areas by their name in the file, and clock marks. */
export interface DwellImport {
  mapping: Readonly<Record<string, Gaze>>;
  marks: readonly ClockMark[];
}

/** A dwell log as read, with everything that was put right on the way. */
export interface DwellRead {
  looks: Look[];
  notes: string[];
  /** Areas as the file names them, and what they were taken for; null: nobody has said. */
  areas: { name: string; gaze: Gaze | null; rows: number; firstRow: number }[];
}

/** Files larger than this are refused: two hours at 120 Hz have 900,000 rows. */
export const MOST_ROWS = 1_000_000;
/** Rows that step back by no more than this are put in order; a larger step means another clock. */
const SORTED_BACK_S = 0.5;
/** A hole no longer than this in the looks at one area is a blink. */
const BLINK_S = 0.35;
/** A glance elsewhere shorter than this between two looks at one area is the tracker's noise. */
const FLICKER_S = 0.05;
/** Rows that follow each other faster than this are a tracker's samples, not looks. */
const SAMPLED_BELOW_S = 0.2;
/** Clocks that differ by more than this share are not the same time. */
const LARGEST_DRIFT = 0.02;

const TIME_NAMES = ['time_s', 'time', 'timestamp', 't', 'time_ms', 'zeit', 'tijd', 'temps'];
const AREA_NAMES = ['area', 'aoi', 'area_of_interest', 'instrument', 'region'];
const END_NAMES = ['end_s', 'end', 'until'];
const LENGTH_NAMES = ['duration_s', 'duration', 'dwell', 'dwell_s'];

/** Names that are understood without being mapped. */
const KNOWN: Readonly<Record<string, Gaze>> = {
  ...Object.fromEntries(Object.entries(areaNames).map(([gaze, words]) => [words, gaze as Gaze])),
  asi: 'airspeed',
  ai: 'attitude',
  horizon: 'attitude',
  alt: 'altimeter',
  altitude: 'altimeter',
  tc: 'turn',
  'turn coordinator': 'turn',
  hi: 'heading',
  vsi: 'vertical-speed',
  tachometer: 'engine',
  outside: 'elsewhere',
  '': 'elsewhere'
};

interface Row {
  time_s: number;
  end_s: number | null;
  name: string;
  gaze: Gaze | null;
}

/**
 * Reads a dwell log: rows of time and area, as samples or as looks with an end or a duration.
 * A byte-order mark, decimal commas, milliseconds, rows out of order by a little, overlapping looks and blinks are put right
 * and said; areas nobody has mapped come back with `gaze: null` and their rows are left out.
 * @throws Rejection with row and reason for what cannot be put right
 */
export function readDwellCsv(text: string, { mapping, marks }: DwellImport): DwellRead {
  const notes: string[] = [];
  const bare = text.startsWith('\uFEFF') ? text.slice(1) : text;
  if (bare !== text) notes.push('A byte-order mark at the beginning was left out.');
  const { data } = Papa.parse<string[]>(bare, { skipEmptyLines: 'greedy', delimiter: delimiterOf(bare) });
  if (data.length < 2)
    throw new Rejection('file', `${data.length} rows`, 'a header row and at least one look');
  if (data.length > MOST_ROWS)
    throw new Rejection('file', `${data.length} rows`, `at most ${MOST_ROWS} rows`);
  const header = data[0]!.map((name) => name.trim().toLowerCase());
  const find = (names: readonly string[]) => header.findIndex((name) => names.includes(name));
  const timeAt = find(TIME_NAMES);
  const areaAt = find(AREA_NAMES);
  const endAt = find(END_NAMES);
  const lengthAt = find(LENGTH_NAMES);
  if (timeAt < 0)
    throw new Rejection(
      'row 1',
      header.join(', '),
      `a column of times, named ${TIME_NAMES.slice(0, 4).join(', ')}`
    );
  if (areaAt < 0)
    throw new Rejection('row 1', header.join(', '), `a column of areas, named ${AREA_NAMES.join(', ')}`);
  const unit = header[timeAt] === 'time_ms' ? 0.001 : 1;
  let commas = 0;
  const number = (cell: string | undefined, row: number, what: string): number => {
    const trimmed = (cell ?? '').trim();
    const dotted = /^[-+]?\d+,\d+$/.test(trimmed) ? trimmed.replace(',', '.') : trimmed;
    if (dotted !== trimmed) commas += 1;
    const value = dotted === '' ? NaN : Number(dotted);
    if (!Number.isFinite(value)) throw new Rejection(`row ${row}`, cell, `a number as ${what}`);
    return value * unit;
  };
  const areas = new Map<string, DwellRead['areas'][number]>();
  const lowered = new Map(Object.entries(mapping).map(([name, gaze]) => [name.trim().toLowerCase(), gaze]));
  const rows: Row[] = [];
  let turned = 0;
  for (let i = 1; i < data.length; i++) {
    const cells = data[i]!;
    const time_s = number(cells[timeAt], i + 1, 'the time');
    const end_s =
      endAt >= 0
        ? number(cells[endAt], i + 1, 'the end')
        : lengthAt >= 0
          ? time_s + number(cells[lengthAt], i + 1, 'the duration')
          : null;
    if (end_s !== null && end_s < time_s)
      throw new Rejection(`row ${i + 1}`, `${time_s} to ${end_s}`, 'a look that ends after it begins');
    const before = rows.at(-1);
    if (before && time_s < before.time_s) {
      if (before.time_s - time_s > SORTED_BACK_S)
        throw new Rejection(
          `row ${i + 1}`,
          time_s,
          `a time no earlier than ${before.time_s} of the row before; the clock seems to have been set anew, cut the file there`
        );
      turned += 1;
    }
    const name = (cells[areaAt] ?? '').trim();
    const lower = name.toLowerCase();
    const gaze = lowered.get(lower) ?? (isGaze(lower) ? lower : (KNOWN[lower] ?? null));
    const known = areas.get(lower);
    if (known) known.rows += 1;
    else areas.set(lower, { name, gaze, rows: 1, firstRow: i + 1 });
    rows.push({ time_s, end_s, name, gaze });
  }
  if (commas > 0) notes.push(`${commas} numbers with decimal commas were read as such.`);
  if (unit !== 1) notes.push('Times are in milliseconds.');
  if (turned > 0) {
    rows.sort((a, b) => a.time_s - b.time_s);
    notes.push(
      `${turned} rows stepped back in time by no more than ${SORTED_BACK_S} s and were put in order.`
    );
  }
  const looks = merged(rows, notes);
  const toFlight = clockOf(marks, notes);
  return {
    looks: looks.map((look) => ({ ...look, start_s: toFlight(look.start_s), end_s: toFlight(look.end_s) })),
    notes,
    areas: [...areas.values()]
  };
}

/** More semicolons than commas in the header: a file from where the comma is a decimal sign. */
function delimiterOf(text: string): string {
  const header = text.slice(0, Math.max(0, text.indexOf('\n')) || undefined);
  const count = (sign: string) => header.split(sign).length;
  return count(';') > count(',') ? ';' : count('\t') > count(',') ? '\t' : ',';
}

/** Rows to looks: runs of one area become one look, overlaps are cut, blinks bridged. */
function merged(rows: readonly Row[], notes: string[]): Look[] {
  const usual_s = usualStep(rows);
  let overlapping = 0;
  let bridged = 0;
  let flickers = 0;
  const looks: Look[] = [];
  rows.forEach((row, i) => {
    if (row.gaze === null) return;
    const next = rows[i + 1];
    // A sample stands for its own moment, and what follows late was not seen; a look written down lasts until the next.
    const lasts_s = usual_s < SAMPLED_BELOW_S ? usual_s * 1.5 : Infinity;
    let end_s = row.end_s ?? (next ? Math.min(next.time_s, row.time_s + lasts_s) : row.time_s + usual_s);
    if (row.end_s !== null && next && end_s > next.time_s + 1e-9) {
      end_s = next.time_s;
      overlapping += 1;
    }
    const last = looks.at(-1);
    if (last?.area === row.gaze && row.time_s - last.end_s <= BLINK_S) {
      if (row.time_s - last.end_s > usual_s * 1.6) bridged += 1;
      last.end_s = Math.max(last.end_s, end_s);
      return;
    }
    const glance = looks.at(-1);
    const beforeIt = looks.at(-2);
    if (glance && beforeIt?.area === row.gaze && glance.end_s - glance.start_s < FLICKER_S) {
      looks.pop();
      beforeIt.end_s = Math.max(end_s, row.time_s);
      flickers += 1;
      return;
    }
    looks.push({ area: row.gaze, start_s: row.time_s, end_s });
  });
  if (overlapping > 0)
    notes.push(`${overlapping} looks overlapped the next one and were cut where it begins.`);
  if (bridged > 0) notes.push(`${bridged} blinks of up to ${BLINK_S} s were bridged.`);
  if (flickers > 0) notes.push(`${flickers} glances shorter than ${FLICKER_S} s were taken for noise.`);
  return looks.filter((look) => look.end_s > look.start_s);
}

/** The median step from row to row: a tracker's sample time, or the usual look. */
function usualStep(rows: readonly Row[]): number {
  const steps = rows.slice(1, 2000).map((row, i) => row.time_s - rows[i]!.time_s);
  steps.sort((a, b) => a - b);
  return steps[Math.floor(steps.length / 2)] ?? 1;
}

function clockOf(marks: readonly ClockMark[], notes: string[]): (log_s: number) => number {
  const [first, second] = marks;
  if (!first) return (log_s) => log_s;
  if (!second) return (log_s) => log_s - first.log_s + first.flight_s;
  const logged = second.log_s - first.log_s;
  const flown = second.flight_s - first.flight_s;
  if (!(Math.abs(logged) >= 1))
    throw new Rejection('marks.1.log_s', second.log_s, 'a moment at least a second from the first mark');
  const rate = flown / logged;
  if (Math.abs(rate - 1) > LARGEST_DRIFT + 1e-9)
    throw new Rejection(
      'marks',
      `${flown.toFixed(1)} s of flight in ${logged.toFixed(1)} s of the log`,
      `two marks whose times agree to ${LARGEST_DRIFT * 100} %; one of them belongs to another moment`
    );
  if (Math.abs(rate - 1) > 1e-5)
    notes.push(
      `The log’s clock ran ${Math.abs((1 / rate - 1) * 100).toFixed(2)} % too ${rate < 1 ? 'fast' : 'slow'}; put right.`
    );
  return (log_s) => first.flight_s + (log_s - first.log_s) * rate;
}

/** Samples of an eye tracker as CSV: time, area, and the place on the panel. */
export function gazeToCsv(samples: Iterable<GazeSample>): string {
  const rows = [...samples].map((s) => [s.time_s.toFixed(4), s.area, s.x.toFixed(4), s.y.toFixed(4)]);
  return toCsv([['time_s', 'area', 'x', 'y'], ...rows]);
}

/** Looks as CSV: start, end and area; what `readDwellCsv` reads back. */
export function looksToCsv(looks: readonly Look[]): string {
  const rows = looks.map((look) => [look.start_s.toFixed(3), look.end_s.toFixed(3), look.area]);
  return toCsv([['time_s', 'end_s', 'area'], ...rows]);
}
