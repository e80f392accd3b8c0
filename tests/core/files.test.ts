import { gunzipSync, gzipSync } from 'node:zlib';
import { parquetMetadata, parquetReadObjects } from 'hyparquet';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { describe, expect, test } from 'vitest';
import { readDwellCsv } from '$core/format/dwell-csv';
import { approachFrom, mustFit } from '$core/format/approach-file';
import { flightToCsv } from '$core/format/flight-csv';
import { flightFromParquet, flightToParquet } from '$core/format/flight-parquet';
import { eventsFromLookText, lookText } from '$core/format/look-text';
import { syllabusFrom } from '$core/format/syllabus-file';
import type { Flight } from '$core/flight/flight';
import { scanAreas } from '$core/instrument/scan-area';
import { approachById, approaches } from '$core/procedure/approach/approach-catalogue';
import { worldById } from '$core/radio/world-catalogue';
import { instrumentSyllabus } from '$core/road/instrument-syllabus';

const gzip = (bytes: Uint8Array) => gzipSync(bytes);
const gunzip = (bytes: Uint8Array) => gunzipSync(bytes);
const bufferOf = (bytes: Uint8Array) => new Uint8Array(bytes).buffer;

/** Four samples a second of somebody going down, with a note before it and looks all through. */
const drawn: Flight = {
  rate_hz: 4,
  length: 6,
  columns: new Map([
    ['altitude_ft', Float32Array.of(3000, 2990, 2980, 2970, 2960, 2950)],
    ['ias_kt', Float32Array.of(90, 90.1, 90.2, 90.3, 90.4, 104.9)]
  ]),
  events: [
    { kind: 'look', time_s: 0.25, detail: 'altimeter' },
    { kind: 'mark', time_s: 0.5, detail: 'here' },
    { kind: 'look', time_s: 0.9, detail: 'navigation' }
  ]
};

describe('a flight as a file of columns', () => {
  const bytes = flightToParquet(drawn, gzip, { attempt: 'a-1' });

  test('any reader finds times in seconds, decimals where there are some, and what it is about', async () => {
    const rows = await parquetReadObjects({ file: bufferOf(bytes), compressors: { GZIP: gunzip } });
    expect(rows.map(({ time_s }) => time_s as number)).toEqual([0, 0.25, 0.5, 0.75, 1, 1.25]);
    expect(rows.at(-1)).toEqual({ time_s: 1.25, altitude_ft: 2950, ias_kt: 104.9 });
    const metadata = parquetMetadata(bufferOf(bytes));
    const about = Object.fromEntries(metadata.key_value_metadata!.map(({ key, value }) => [key, value!]));
    expect(about).toMatchObject({ 'hanza.rate_hz': '4', 'hanza.attempt': 'a-1', 'hanza.looks': 'c25j65' });
    expect(JSON.parse(about['hanza.units']!)).toMatchObject({ altitude_ft: 'ft', ias_kt: 'kt' });
    // Looks have a shorter text of their own.
    expect(JSON.parse(about['hanza.events']!)).toEqual([drawn.events[1]]);
    expect(metadata.created_by).toBe('Hanza');
    const decimals = Object.fromEntries(metadata.schema.slice(1).map(({ name, scale }) => [name, scale]));
    expect(decimals).toEqual({ time_s: 3, altitude_ft: undefined, ias_kt: 1 });
  });

  test('read back it is the same, its events in the order of their times', async () => {
    expect(await flightFromParquet(bytes, gunzip)).toEqual(drawn);
  });

  const file = (rate_hz: string | null, altitude: unknown[], events?: string) =>
    new Uint8Array(
      parquetWriteBuffer({
        columnData: [{ name: 'altitude_ft', data: altitude, type: 'DOUBLE', nullable: true }],
        kvMetadata: [
          ...(rate_hz === null ? [] : [{ key: 'hanza.rate_hz', value: rate_hz }]),
          ...(events === undefined ? [] : [{ key: 'hanza.events', value: events }])
        ]
      })
    );
  test('a file made elsewhere is read with its rate, from one sample in five seconds to a hundred in one', async () => {
    for (const rate of ['0.2', '100', '2.5'])
      expect(await flightFromParquet(file(rate, [1, 2, 3]), gunzip)).toEqual({
        rate_hz: Number(rate),
        length: 3,
        columns: new Map([['altitude_ft', Float32Array.of(1, 2, 3)]]),
        events: []
      });
    for (const rate of ['0.19', '101', 'fast', null])
      await expect(flightFromParquet(file(rate, [1, 2, 3]), gunzip)).rejects.toThrow(
        /hanza\.rate_hz.*0\.2 to 100/
      );
  });
  test('a hole in a column and events that are no list are refused by name', async () => {
    await expect(flightFromParquet(file('10', [1, null, 3]), gunzip)).rejects.toThrow(
      /altitude_ft.*a number in every row/
    );
    await expect(flightFromParquet(file('10', [1], '{"kind":"mark"}'), gunzip)).rejects.toThrow(
      /hanza\.events.*a list of events/
    );
  });
});

test('a flight as CSV tells each sample’s own time, at whatever rate it was recorded', () => {
  expect(flightToCsv(drawn).split('\r\n').slice(0, 3)).toEqual([
    'time_s,altitude_ft,ias_kt',
    '0.000,3000,90.0',
    '0.250,2990,90.1'
  ]);
  const timesAt = (rate_hz: number) =>
    flightToCsv({ ...drawn, rate_hz })
      .split('\r\n')
      .slice(1, 4)
      .map((row) => row.split(',')[0]);
  expect(timesAt(10)).toEqual(['0.0', '0.1', '0.2']);
  expect(timesAt(2.5)).toEqual(['0.0', '0.4', '0.8']);
  expect(timesAt(100)).toEqual(['0.000', '0.010', '0.020']);
});

test('looks in their short text come back as they were; letters nobody knows keep their time', () => {
  const all = [...scanAreas, 'elsewhere' as const].map((detail, k) => ({
    kind: 'look' as const,
    time_s: 1.5 * (k + 1),
    detail
  }));
  expect(eventsFromLookText(lookText(all))).toEqual(all);
  expect(lookText([{ kind: 'mark', time_s: 1, detail: 'x' }])).toBe('');
  expect(eventsFromLookText('a100z50a50')).toEqual([
    { kind: 'look', time_s: 1, detail: 'airspeed' },
    { kind: 'look', time_s: 2, detail: 'airspeed' }
  ]);
});

describe('an approach as a file', () => {
  test('every approach that ships is read back as it is, and fits its world', () => {
    for (const approach of approaches) {
      const read = approachFrom(JSON.stringify(approach));
      expect(read).toEqual(approach);
      expect(() => mustFit(worldById(approach.world), read)).not.toThrow();
    }
  });
  test('what is no JSON is said with how it begins; what is none of ours, at its place; what cannot be, in its world', () => {
    expect(() => approachFrom(`<html>${' '.repeat(100)}`)).toThrow(
      /^file: "<html> {34}" is not accepted; an approach as JSON \(/
    );
    expect(() => approachFrom('{"id": 4}')).toThrow(/^\w+: .* is not accepted/);
    const approach = approachById('xvlb-ils-24');
    const world = worldById(approach.world);
    const station = JSON.stringify(approach).match(/"station":"(\w+)"/)![1]!;
    const without = { ...world, stations: world.stations.filter(({ id }) => id !== station) };
    expect(() => mustFit(without, approach)).toThrow(new RegExp(`"${station}" is not accepted`));
  });
});

describe('a syllabus as a file', () => {
  const text = JSON.stringify(instrumentSyllabus);
  test('it is read up to 200,000 characters, and no farther', () => {
    expect(syllabusFrom(text)).toEqual(instrumentSyllabus);
    expect(syllabusFrom(text.padEnd(200_000))).toEqual(instrumentSyllabus);
    expect(() => syllabusFrom(text.padEnd(200_001))).toThrow(/^syllabus: 200001 is not accepted; .*200 kB/);
  });
  test('what is no JSON is said with how it begins, another shape at its place', () => {
    expect(() => syllabusFrom(`{"steps": [${'1'.repeat(60)}`)).toThrow(
      /^syllabus: "\{\\?"steps\\?": \[1{29}" is not accepted; a syllabus as JSON$/
    );
    expect(() => syllabusFrom('[]')).toThrow(/^syllabus/);
  });
});

describe('a dwell log at the edges of what it may be', () => {
  const read = (text: string, marks: { log_s: number; flight_s: number }[] = []) =>
    readDwellCsv(text, { mapping: {}, marks });
  const rows = (times: number[]) =>
    `time_s,area\n${times.map((t, k) => `${t},${k % 2 ? 'turn' : 'attitude'}`).join('\n')}\n`;

  test('half a second back is put in order, more is another clock; the same time twice is neither', () => {
    expect(read(rows([0, 2, 1.5, 4])).notes).toEqual([expect.stringMatching(/^1 rows stepped back/)]);
    expect(() => read(rows([0, 2, 1.49, 4]))).toThrow(/row 4/);
    expect(read(rows([0, 2, 2, 4])).notes.join()).not.toContain('stepped back');
  });
  test('a look that ends as it begins is none, one that ends before is refused with its row', () => {
    expect(read('time_s,end_s,area\n1,1,attitude\n2,3,turn\n').looks).toEqual([
      { area: 'turn', start_s: 2, end_s: 3 }
    ]);
    expect(() => read('time_s,end_s,area\n0,1,attitude\n2,1.9,turn\n')).toThrow(/^row 3: "2 to 1\.9"/);
    expect(() => read('time_s,end_s,area\n0,1,attitude\n2,,turn\n')).toThrow(/^row 3.*a number as the end$/);
    expect(() => read('time_s,duration_s,area\n0,1,attitude\n2,x,turn\n')).toThrow(
      /^row 3.*as the duration$/
    );
  });
  test('numbers have a decimal comma whole or not at all', () => {
    const { looks, notes } = read('time_s;area\n-0,25;attitude\n+12,75;turn\n20;attitude\n');
    expect(looks.map(({ start_s }) => start_s)).toEqual([-0.25, 12.75, 20]);
    expect(notes).toEqual(['2 numbers with decimal commas were read as such.']);
    for (const odd of ['1,2,3', 'a1,2', '1,2x', ''])
      expect(() => read(`time_s;area\n${odd};attitude\n`)).toThrow(/^row 2.*a number as the time$/);
  });
  test('two marks a second apart give the rate, nearer ones are refused, and clocks may differ by two in a hundred', () => {
    const two = (log_s: number, flight_s: number) => () => read(rows([0, 50, 100]), [{ log_s: 0, flight_s: 0 }, { log_s, flight_s }]); // prettier-ignore
    expect(two(1, 1)().notes).toEqual([]);
    expect(two(-1, -1)().looks).toHaveLength(3);
    expect(two(0.9, 0.9)).toThrow(/marks\.1\.log_s/);
    expect(two(100, 102)().notes.join()).toMatch(/1\.96 % too slow; put right/);
    expect(two(100, 98)().notes.join()).toMatch(/2\.04 % too fast; put right/);
    expect(two(100, 102.1)).toThrow(/102\.1 s of flight in 100\.0 s of the log.*agree to 2 %/);
  });
  test('names of places are known by what they are called on a panel; the last row lasts as long as the usual one', () => {
    const { areas, looks } = read('TIME,Instrument\n0,ASI\n1,ai\n2,VSI\n3,TC\n4,\n5,Vertical Speed\n');
    expect(areas.map(({ name, gaze }) => [name, gaze])).toEqual([
      ['ASI', 'airspeed'],
      ['ai', 'attitude'],
      ['VSI', 'vertical-speed'],
      ['TC', 'turn'],
      ['', 'elsewhere'],
      ['Vertical Speed', 'vertical-speed']
    ]);
    expect(looks.at(-1)).toEqual({ area: 'vertical-speed', start_s: 5, end_s: 6 });
  });
});
