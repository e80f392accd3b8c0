import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import Papa from 'papaparse';
import { logToCsv, type SignedEntry } from '$core/format/log-csv';
import {
  checkTrainingEntry,
  type LogEntry,
  type TrainingEntry,
  type TrainingLogEntry
} from '$core/record/log-entry';
import { countingEntries, firstDayMonthsBefore, progressToward } from '$core/record/progress';
import { instrumentRatingAirplane } from '$core/record/requirement-set';

const TODAY = '2026-11-23';
const flight = (changes: Partial<TrainingEntry> = {}): TrainingEntry => ({
  date: '2026-11-01',
  device: 'airplane',
  aircraft: 'Sandling 160',
  route: 'XVLB – XVLB',
  total_h: 1.5,
  instrumentActual_h: 0.3,
  instrumentSimulated_h: 0.9,
  crossCountryPic_h: 0,
  withInstructor: true,
  approaches: [],
  holding: false,
  interceptingTracking: false,
  ifrCrossCountry_nm: 0,
  safetyPilot: '',
  remarks: '',
  ...changes
});
const entry = (
  id: string,
  changes: Partial<TrainingEntry> = {},
  more: Partial<TrainingLogEntry> = {}
): TrainingLogEntry => ({
  id,
  kind: 'training',
  corrects: null,
  signed: true,
  content: flight(changes),
  ...more
});
const practice: LogEntry = {
  id: 'p',
  kind: 'practice',
  corrects: null,
  signed: true,
  content: {
    date: '2026-11-02',
    drill: 'Rate-and-speed descent',
    aircraft: 'Sandling 160',
    duration_s: 200,
    flownBy: 'the student',
    verdict: 'met',
    score: 98
  }
};
const have = (entries: LogEntry[], id: string, asOf = TODAY) =>
  progressToward(instrumentRatingAirplane, entries, asOf).find((item) => item.requirement.id === id)!;

describe('progress toward 14 CFR 61.65(d)', () => {
  test('only signed training counts, and practice never', () => {
    const entries = [entry('a'), entry('b', {}, { signed: false }), practice];
    expect(countingEntries(entries).map((e) => e.id)).toEqual(['a']);
    expect(have(entries, 'instrument')).toMatchObject({
      have: 1.2,
      entries: [{ entryId: 'a', amount: 1.2 }]
    });
  });

  test('a correction counts in place of what it corrects, from its signature on', () => {
    const old = entry('a');
    const better = entry('b', { instrumentSimulated_h: 0.2 }, { corrects: 'a' });
    expect(have([old, { ...better, signed: false }], 'instrument').have).toBe(1.2);
    expect(have([old, better], 'instrument').have).toBe(0.5);
  });

  test('devices count up to their caps, each and together, and the cap is said', () => {
    const device = (id: string, kind: TrainingEntry['device'], hours: number) =>
      entry(id, { device: kind, total_h: hours, instrumentActual_h: 0, instrumentSimulated_h: hours });
    const basic = have([device('a', 'basic-atd', 8), device('b', 'basic-atd', 7)], 'instrument');
    expect(basic).toMatchObject({ have: 10, flown: 15 });
    expect(basic.notes[0]).toContain('at most 10 h');
    expect(have([device('a', 'basic-atd', 9), device('b', 'advanced-atd', 16)], 'instrument').have).toBe(20);
    expect(
      have([device('a', 'ftd', 12), entry('c', { total_h: 30, instrumentSimulated_h: 20 })], 'instrument')
        .have
    ).toBe(32.3);
    const exact = have([device('a', 'basic-atd', 10), device('b', 'ftd', 10)], 'instrument');
    expect(exact).toMatchObject({ have: 20, notes: [] });
    expect(have([device('a', 'basic-atd', 10.5), device('b', 'ftd', 12.5)], 'instrument').notes).toEqual([
      '10.5 h in basic-atd; at most 10 h count',
      '22.5 h in devices; at most 20 h count together'
    ]);
  });

  test('who was there and in what decides what it counts for', () => {
    const each = (changes: Partial<TrainingEntry>) =>
      progressToward(
        instrumentRatingAirplane,
        [entry('a', { crossCountryPic_h: 0.7, ...changes })],
        TODAY
      ).map(({ have }) => have);
    // cross-country, in airplanes, instrument, instruction, recent, long
    expect(each({})).toEqual([0.7, 0.7, 1.2, 1.2, 1.2, 0]);
    expect(each({ withInstructor: false })).toEqual([0.7, 0.7, 1.2, 0, 0, 0]);
    expect(each({ device: 'ftd' })).toEqual([0.7, 0, 1.2, 1.2, 0, 0]);
    // Device time without the instructor who gives it is no credit at all.
    expect(each({ device: 'ftd', withInstructor: false })).toEqual([0, 0, 0, 0, 0, 0]);
    expect(each({ date: '1999-05-01' })).toEqual([0.7, 0.7, 1.2, 1.2, 0, 0]);
    expect(each({ date: TODAY })).toEqual([0.7, 0.7, 1.2, 1.2, 1.2, 0]);
    const nothing = entry('n', { instrumentActual_h: 0, instrumentSimulated_h: 0 });
    expect(have([nothing], 'instrument').entries).toEqual([]);
  });

  test('an entry that corrects none takes nothing away, and entries stand by date, then by name', () => {
    const entries = [entry('c', { date: '2026-10-02' }), entry('b'), entry('a')];
    expect(have(entries, 'instrument').entries.map((e) => e.entryId)).toEqual(['c', 'a', 'b']);
  });

  test('the two-month window reaches back to the first of the calendar month', () => {
    expect(firstDayMonthsBefore('2026-11-23', 2)).toBe('2026-09-01');
    expect(firstDayMonthsBefore('2026-01-15', 2)).toBe('2025-11-01');
    const entries = [
      entry('old', { date: '2026-08-31' }),
      entry('in', { date: '2026-09-01' }),
      entry('later', { date: '2026-11-24' })
    ];
    expect(have(entries, 'recent').entries.map((e) => e.entryId)).toEqual(['in']);
  });

  test('the long cross-country needs 250 NM, an instructor and three kinds of approach', () => {
    const approaches = (['ILS', 'VOR', 'LNAV'] as const).map((kind) => ({ kind, place: 'XVLB' }));
    expect(have([entry('a', { ifrCrossCountry_nm: 250, approaches })], 'long-cross-country').have).toBe(1);
    expect(have([entry('a', { ifrCrossCountry_nm: 249, approaches })], 'long-cross-country').have).toBe(0);
    expect(
      have([entry('a', { ifrCrossCountry_nm: 260, approaches: approaches.slice(1) })], 'long-cross-country')
        .have
    ).toBe(0);
  });

  test('totals are a replay: any order of entries gives the same sums, exact to the tenth', () => {
    const tenth = fc.integer({ min: 0, max: 40 }).map((n) => n / 10);
    const some = fc.array(fc.tuple(tenth, tenth), { maxLength: 40 });
    fc.assert(
      fc.property(some, (hours) => {
        const entries = hours.map(([actual, simulated], i) =>
          entry(`e${i}`, { instrumentActual_h: actual, instrumentSimulated_h: simulated, total_h: 8 })
        );
        const tenths = hours.reduce((sum, [a, s]) => sum + Math.round(10 * a) + Math.round(10 * s), 0);
        expect(have(entries, 'instrument').have).toBe(tenths / 10);
        expect(have([...entries].reverse(), 'instrument')).toEqual(have(entries, 'instrument'));
      })
    );
  });
});

test.each([
  ['date', { date: '2026-12-01' }],
  ['instrumentSimulated_h', { instrumentActual_h: 1, instrumentSimulated_h: 0.6 }],
  ['crossCountryPic_h', { crossCountryPic_h: 2 }],
  ['crossCountryPic_h', { device: 'ftd' as const, crossCountryPic_h: 1 }],
  ['safetyPilot', { withInstructor: false }],
  ['safetyPilot', { withInstructor: false, safetyPilot: '  ' }]
])('an entry that contradicts itself is refused at %s', (field, changes) => {
  expect(() => checkTrainingEntry(flight(changes), TODAY)).toThrow(expect.objectContaining({ field }));
});

test.each([
  ['flown today', { date: TODAY }],
  ['on instruments all the way', { instrumentActual_h: 0.6, instrumentSimulated_h: 0.9 }],
  ['across country all the way', { crossCountryPic_h: 1.5 }],
  ['with a safety pilot', { withInstructor: false, safetyPilot: 'Davi Almansor' }],
  ['alone in cloud', { withInstructor: false, instrumentSimulated_h: 0 }],
  ['alone in a device', { withInstructor: false, device: 'ftd' as const }],
  ['in a device with an instructor', { device: 'ftd' as const }]
])('an entry %s is taken', (_, changes) => {
  expect(() => checkTrainingEntry(flight(changes), TODAY)).not.toThrow();
});

test('the log as CSV quotes what needs it, defuses formulas, and leaves practice without hours', () => {
  const rows = logToCsv([
    {
      ...entry('a', { remarks: 'said "level"; =1+1', route: '=XVLB' }),
      signedBy: 'Ines Brandvik',
      signedAt: '2026-11-02T10:00:00.000Z'
    },
    { ...practice, signedBy: null, signedAt: null }
  ]).split('\r\n');
  expect(rows[0]).toMatch(/^entry,kind,corrects,date,device,/);
  expect(rows[1]).toContain(`'=XVLB`);
  expect(rows[1]).toContain('"said ""level""; =1+1"');
  expect(rows[2]).toMatch(/^p,practice,,2026-11-02,trainer,Sandling 160,,,,/);
  expect(rows[0]!.split(',').length).toBe(rows[2]!.replace(/"[^"]*"/g, 'x').split(',').length);
});

test('a spreadsheet finds every entry in its columns: what it corrects, who signed it, and why it is void', () => {
  const read = (row: SignedEntry) => {
    const { data } = Papa.parse<Record<string, string>>(logToCsv([row]), {
      header: true,
      skipEmptyLines: true
    });
    return data[0]!;
  };
  const flown = {
    ...entry('a', { approaches: [{ kind: 'ILS', place: 'XVLB' }, { kind: 'VOR', place: 'XVNA' }], holding: true }),
    corrects: 'z',
    signedBy: '@Ines',
    signedAt: '2026-11-02T10:00:00.000Z'
  }; // prettier-ignore
  expect(read(flown)).toMatchObject({
    corrects: 'z',
    total_h: '1.5',
    instrument_simulated_h: '0.9',
    with_instructor: 'yes',
    approaches: 'ILS XVLB; VOR XVNA',
    holding: 'yes',
    intercepting_tracking: 'no',
    signed_by: "'@Ines",
    signed_at: '2026-11-02T10:00:00.000Z'
  });
  const taken = read({
    id: 'v',
    kind: 'void',
    corrects: 'a',
    signed: true,
    content: { date: '2026-11-03', reason: 'entered twice' },
    signedBy: null,
    signedAt: null
  });
  expect(taken).toEqual({
    ...Object.fromEntries(Object.keys(taken).map((name) => [name, ''])),
    entry: 'v',
    kind: 'void',
    corrects: 'a',
    date: '2026-11-03',
    remarks: 'void: entered twice'
  });
  const rows = logToCsv([flown, { ...practice, signedBy: null, signedAt: null }]).split('\r\n');
  expect(Papa.parse(rows[2]!).data[0]).toHaveLength(20);
  expect(read({ ...practice, signedBy: null, signedAt: null })['remarks']).toBe(
    'Rate-and-speed descent, flown by the student, 200 s, met (98)'
  );
});
