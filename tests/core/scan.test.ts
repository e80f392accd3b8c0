import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { distractionsOf, oilPressure, OIL_GREEN } from '$core/drill/distraction';
import { lessonOf } from '$core/drill/lesson';
import { cuedArea, patternSequence, scanPatterns, taughtMoves } from '$core/drill/scan-pattern';
import { cueStrength, scanStages } from '$core/drill/scan-task';
import { flightFromChunks } from '$core/flight/recorder';
import { simulateFlight } from '$core/flight/simulated-flight';
import { gazeToCsv, looksToCsv, readDwellCsv } from '$core/format/dwell-csv';
import { flightFromParquet, flightToParquet } from '$core/format/flight-parquet';
import { gradeFlight } from '$core/grade/grade';
import { scanAreas, type Gaze, type ScanArea } from '$core/instrument/scan-area';
import { correlationOf } from '$core/measure/statistics';
import { noHabits, type Habits } from '$core/pilot/habits';
import { areaShowing, deviationCosts } from '$core/scan/deviation-cost';
import { looksOfLog, logLooks } from '$core/scan/dwell-log';
import { simulatedEyeTracker } from '$core/scan/eye-tracker';
import { looksFrom, looksOf, type Look } from '$core/scan/look';
import { mendingLesson } from '$core/scan/mending-lesson';
import { areaMeasure, measureScan } from '$core/scan/scan-measure';
import { watchedScan } from '$core/scan/scan-report';
import { planOf } from './flown';
import { even } from './even';

/** Looks of given lengths one after the other from time zero. */
function looksFor(parts: readonly (readonly [Gaze, number])[]): Look[] {
  let at = 0;
  return parts.map(([area, seconds]) => ({ area, start_s: at, end_s: (at += seconds) }));
}
const scanned = (drill: string, stage = 'flying', changes = {}) =>
  planOf({
    drill,
    seed: 31,
    scan: { pattern: 'hub-and-spoke', ...scanStages.find((s) => s.id === stage)!.task },
    ...changes
  });
function fly(plan: ReturnType<typeof planOf>, habits: Partial<Habits> = {}) {
  return flightFromChunks(simulateFlight(lessonOf(plan), { ...noHabits, ...habits }, plan.seed));
}

describe('measures of a scan', () => {
  const looks = looksFor([
    ['attitude', 1],
    ['altimeter', 2],
    ['attitude', 1],
    ['heading', 4],
    ['altimeter', 2]
  ]);

  test('shares, looks, gaps and moves by hand', () => {
    const m = measureScan(looks, { from_s: 0, to_s: 10 }, 'hub-and-spoke', ['airspeed']);
    expect(areaMeasure(m, 'altimeter')).toMatchObject({
      looks: 2,
      share: 0.4,
      meanLook_s: 2,
      longestGap_s: 5,
      gapFrom_s: 3
    });
    expect(areaMeasure(m, 'heading')).toMatchObject({
      longestLook_s: 4,
      longestGap_s: 4,
      longestLookAt_s: 4
    });
    expect(areaMeasure(m, 'airspeed')).toMatchObject({ looks: 0, longestGap_s: 10 });
    // attitude>altimeter, altimeter>attitude, attitude>heading are taught; heading>altimeter is not.
    expect(m.likeness).toBeCloseTo(3 / 4, 12);
    expect(m.hubReturns).toBeCloseTo(1 / 2, 12);
  });

  test('laws: shares add up to one, no gap is longer than the stretch, and cutting a look in two changes no share', () => {
    const look = fc.tuple(fc.constantFrom(...scanAreas), even(0.05, 8));
    fc.assert(
      fc.property(fc.array(look, { minLength: 1, maxLength: 60 }), even(0.1, 0.9), (parts, cut) => {
        const all = looksFor(parts);
        const to_s = all.at(-1)!.end_s;
        const m = measureScan(all, { from_s: 0, to_s }, 'rectangular', scanAreas);
        expect(m.areas.reduce((sum, area) => sum + area.share, 0)).toBeCloseTo(1, 9);
        for (const area of m.areas) {
          expect(area.longestGap_s).toBeLessThanOrEqual(to_s + 1e-9);
          expect(area.longestGap_s + area.share * to_s).toBeLessThanOrEqual(to_s + 1e-6);
        }
        const halved = measureScan(
          looksFor(parts.flatMap(([area, s]) => [[area, s * cut] as const, [area, s * (1 - cut)] as const])),
          { from_s: 0, to_s },
          'rectangular',
          scanAreas
        );
        for (const area of halved.areas) expect(area.share).toBeCloseTo(areaMeasure(m, area.area)!.share, 9);
      })
    );
  });

  test('what each deviation cost: looked at, unseen before, never seen again', () => {
    const corridor = { channel: 'altitude_ft', target: 4000, above: 100, below: 100 } as const;
    const measure = (channel: 'altitude_ft' | 'heading_deg' | 'ias_kt', start_s: number) =>
      ({
        channel,
        phaseId: 'x',
        corridor,
        exceedances: [{ start_s, end_s: start_s + 5, peak: 120 }]
      }) as never;
    const [altitude, speed, heading] = deviationCosts(
      looks,
      [measure('heading_deg', 9), measure('altitude_ft', 2), measure('ias_kt', 5)],
      []
    );
    expect(altitude).toMatchObject({ area: 'altimeter', unseen_s: 0, seenAfter_s: 0 });
    expect(speed).toMatchObject({ area: 'airspeed', unseen_s: null, seenAfter_s: null });
    expect(heading).toMatchObject({ area: 'heading', unseen_s: 1, seenAfter_s: null });
    // What is covered is read from what stands in for it, and nothing else is.
    const shownBy = (channel: 'bank_deg' | 'heading_deg' | 'ias_kt', ...covered: ScanArea[]) =>
      areaShowing(channel, covered);
    expect(shownBy('bank_deg')).toBe('attitude');
    expect(shownBy('bank_deg', 'attitude')).toBe('turn');
    expect(shownBy('bank_deg', 'heading')).toBe('attitude');
    expect(shownBy('heading_deg', 'heading')).toBe('compass');
    expect(shownBy('ias_kt', 'attitude')).toBe('airspeed');
  });
});

describe('patterns, cues and distractions', () => {
  test.each(scanPatterns)('%s: its own sequence is all by the pattern, and visits the engine', (pattern) => {
    const sequence = patternSequence(pattern);
    const m = measureScan(
      looksFor([...sequence, ...sequence].map((area) => [area, 1])),
      { from_s: 0, to_s: 2 * sequence.length },
      pattern,
      []
    );
    expect(m.likeness).toBe(1);
    expect(sequence).toContain('engine');
    expect(cuedArea(sequence, 1.5, 1.5 * sequence.length + 0.1)).toBe(sequence[0]);
    expect(patternSequence(pattern, ['heading', 'turn'])).not.toContain('heading');
    expect(taughtMoves(pattern).size).toBeGreaterThan(2);
  });

  test('a cue fades within two minutes, is steady when paced, and gone without', () => {
    const cue = (stage: string, time_s: number) =>
      cueStrength({ pattern: 't', ...scanStages.find((s) => s.id === stage)!.task }, time_s);
    expect([
      cue('paced', 600),
      cue('fading', 0),
      cue('fading', 60),
      cue('fading', 121),
      cue('flying', 0)
    ]).toEqual([1, 1, 0.5, 0, 0]);
  });

  test('distractions come from the seed, apart, each with one right answer; the gauge leaves the green after its own', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const all = distractionsOf(seed, 300);
        expect(distractionsOf(seed, 300)).toEqual(all);
        expect(all.length).toBeGreaterThanOrEqual(4);
        all.forEach((d, i) => {
          if (i > 0) expect(d.at_s - all[i - 1]!.at_s).toBeGreaterThanOrEqual(32);
          if (d.kind !== 'gauge') expect(new Set(d.options).size).toBe(3);
        });
        const gauge = all.find((d) => d.kind === 'gauge');
        const early = oilPressure(all, (gauge?.at_s ?? 1e9) - 1);
        expect(early > OIL_GREEN[0] && early < OIL_GREEN[1]).toBe(true);
        if (gauge) expect(oilPressure(all, gauge.at_s + 30)).toBeLessThan(OIL_GREEN[0]);
      }),
      { numRuns: 60 }
    );
  });
});

describe('a simulated pilot’s eyes', () => {
  const cases: [keyof Habits, string, string, RegExp][] = [
    ['fixates', 'straight-and-level', 'scan-fixation', /altimeter/],
    ['omitsHeading', 'constant-rate-climb', 'scan-omission', /Heading/],
    ['omitsEngine', 'straight-and-level', 'scan-omission', /Engine/],
    ['overemphasises', 'straight-and-level', 'scan-emphasis', /vertical speed/]
  ];
  test.each(cases)(
    '%s at %s is said as %s, and the reference has none of it',
    (habit, drill, kind, title) => {
      const plan = scanned(drill);
      const grade = gradeFlight(fly(plan, { [habit]: 1 }), plan);
      expect(grade.scan!.findings.find((f) => f.kind === kind)?.title).toMatch(title);
      expect(grade.elements.some((e) => e.name.startsWith('Scan') && e.verdict !== 'met')).toBe(true);
      expect(mendingLesson(grade.scan!, plan).why).toMatch(title);
      const clean = gradeFlight(fly(plan), plan);
      expect(clean.scan!.findings).toEqual([]);
      expect(clean.verdict).not.toBe('not met');
      // With a dwell log nothing is guessed from the flying.
      expect(grade.findings.map((f) => f.kind)).not.toContain('fixation');
    }
  );

  test('know only what they last looked at: who leaves the heading out drifts off, and the cost says unseen', () => {
    const plan = scanned('constant-rate-climb');
    const { scan } = gradeFlight(fly(plan, { omitsHeading: 1 }), plan);
    const heading = scan!.costs.filter((cost) => cost.channel === 'heading_deg');
    expect(heading.length).toBeGreaterThan(0);
    expect(Math.max(...heading.map((cost) => cost.unseen_s ?? Infinity))).toBeGreaterThan(10);
  });

  test('where the reference flies only the scan is graded; unanswered calls are found', () => {
    const eyes = scanned('straight-and-level', 'paced');
    expect(gradeFlight(fly(eyes), eyes).elements.every((e) => e.name.startsWith('Scan'))).toBe(true);
    const calls = scanned('straight-and-level', 'distracted');
    const grade = gradeFlight(fly(calls), calls);
    expect(grade.scan!.distractions.length).toBeGreaterThanOrEqual(3);
    expect(grade.findings.filter((f) => f.kind === 'missed-call')).toHaveLength(
      grade.scan!.distractions.length
    );
  });

  test('looks survive the Parquet file to the hundredth of a second', async () => {
    const flight = fly(scanned('straight-and-level'));
    const read = await flightFromParquet(
      flightToParquet(flight, (b) => b),
      (b) => b
    );
    const [before, after] = [looksOf(flight), looksOf(read)];
    expect(after.map((l) => l.area)).toEqual(before.map((l) => l.area));
    after.forEach((look, i) => expect(look.start_s).toBeCloseTo(before[i]!.start_s, 2));
    expect(read.events.filter((e) => e.kind !== 'look')).toEqual(
      flight.events.filter((e) => e.kind !== 'look')
    );
  });
});

describe('dwell logs from outside', () => {
  const plain = { mapping: {}, marks: [] };
  const read = (text: string, how: Parameters<typeof readDwellCsv>[1] = plain) => readDwellCsv(text, how);

  test('an eye tracker with offset, drift and blinks is read back to the true looks', () => {
    const truth = looksFor(
      Array.from({ length: 80 }, (_, i) => [scanAreas[(i * 5) % 8]!, 0.4 + 0.1 * (i % 7)] as const)
    );
    const tracker = { rate_hz: 120, seed: 5, clockOffset_s: 900, clockDrift: 0.002, lost: 0.02 };
    const log_s = (flight_s: number) => 900 + flight_s * 1.002;
    const { looks, notes, areas } = read(gazeToCsv(simulatedEyeTracker(truth, tracker)), {
      mapping: {},
      marks: [0, 30].map((flight_s) => ({ log_s: log_s(flight_s), flight_s }))
    });
    expect(looks.map((l) => l.area)).toEqual(truth.map((l) => l.area));
    looks.forEach((look, i) => expect(Math.abs(look.start_s - truth[i]!.start_s)).toBeLessThan(0.15));
    expect(notes.join()).toMatch(/0\.20 % too fast/);
    expect(areas.every((area) => area.gaze !== null)).toBe(true);
  });

  test('a mark, decimal commas, semicolons, small steps back and overlaps are put right and said', () => {
    const { looks, notes } = read(
      '\uFEFFTime_s;End_s;AOI\n0,0;1,2;attitude\n1,0;2,0;ASI\n2,0;3,0;Altimeter\n1,9;2,4;attitude\n'
    );
    expect(notes).toHaveLength(4);
    expect(notes.join()).toMatch(/byte-order.*decimal commas.*stepped back.*overlapped/s);
    expect(looks.map((l) => [l.area, l.start_s, l.end_s])).toEqual([
      ['attitude', 0, 1],
      ['airspeed', 1, 1.9],
      ['attitude', 1.9, 2],
      ['altimeter', 2, 3]
    ]);
  });

  test('what cannot be put right is refused with its row', () => {
    expect(() => read('time_s,area\n1,attitude\nx,heading\n')).toThrow(/row 3/);
    expect(() => read('time_s,area\n10,attitude\n2,heading\n')).toThrow(/row 3.*set anew/s);
    expect(() => read('time_s,end_s,area\n10,9,attitude\n')).toThrow(/row 2/);
    expect(() => read('when,where\n1,attitude\n')).toThrow(/row 1.*column of times/s);
    expect(() => read('time_s,area\n')).toThrow(/at least one look/);
    expect(() => read('time_s,area\n0,attitude\n100,turn\n', { mapping: {}, marks: [{ log_s: 0, flight_s: 0 }, { log_s: 100, flight_s: 90 }] })).toThrow(/another moment/); // prettier-ignore
    const unknown = read('time_s,area\n0,attitude\n1,Gizmo\n2,attitude\n');
    expect(unknown.areas).toContainEqual({ name: 'Gizmo', gaze: null, rows: 1, firstRow: 3 });
    expect(
      read('time_s,area\n0,attitude\n1,Gizmo\n2,attitude\n', { mapping: { gizmo: 'engine' }, marks: [] })
        .looks
    ).toHaveLength(3);
  });

  test('a glance shorter than 0.05 s is noise, a hole up to 0.35 s a blink, a longer one is away', () => {
    const spans = (rows: [number, number, string][]) =>
      read(`time_s,end_s,area\n${rows.map((row) => row.join(',')).join('\n')}\n`);
    const noise = spans([[0, 1, 'attitude'], [1, 1.04, 'turn'], [1.04, 2, 'attitude'], [2, 3, 'heading']]); // prettier-ignore
    expect(noise.looks).toEqual([
      { area: 'attitude', start_s: 0, end_s: 2 },
      { area: 'heading', start_s: 2, end_s: 3 }
    ]);
    expect(noise.notes.join()).toMatch(/^1 glances shorter than 0\.05 s/);
    // Between two different areas it is not noise but on the way.
    expect(spans([[0, 1, 'attitude'], [1, 1.04, 'turn'], [1.04, 2, 'heading']]).looks).toHaveLength(3); // prettier-ignore
    expect(spans([[0, 1, 'attitude'], [1, 1.06, 'turn'], [1.06, 2, 'attitude']]).looks).toHaveLength(3); // prettier-ignore
    expect(spans([[0, 1, 'attitude'], [1.34, 2, 'attitude']]).looks).toHaveLength(1); // prettier-ignore
    expect(
      spans([
        [0, 1, 'attitude'],
        [1.36, 2, 'attitude']
      ]).looks
    ).toEqual([
      { area: 'attitude', start_s: 0, end_s: 1 },
      { area: 'attitude', start_s: 1.36, end_s: 2 }
    ]);
  });

  test('names are taken without the space about them, by tabs as by commas, in milliseconds as in seconds', () => {
    const { looks, notes } = read('time_ms\tduration_s\taoi\n0\t1000\t  Horizon \n1000\t500\t gauge A \n', {
      mapping: { ' Gauge a ': 'engine' },
      marks: []
    });
    expect(looks).toEqual([
      { area: 'attitude', start_s: 0, end_s: 1 },
      { area: 'engine', start_s: 1, end_s: 1.5 }
    ]);
    expect(notes).toEqual(['Times are in milliseconds.']);
    expect(() => read(`time_s,area\n${'0,turn\n'.repeat(1_000_001)}`)).toThrow(/at most 1000000 rows/);
    expect(read('time_s,area\n5,attitude\n6,turn\n7,attitude\n', { mapping: {}, marks: [{ log_s: 5, flight_s: 100 }] }).looks[0]!.start_s).toBe(100); // prettier-ignore
    const drifting = read('time_s,area\n0,attitude\n50,turn\n100,attitude\n', { mapping: {}, marks: [{ log_s: 10, flight_s: 30 }, { log_s: 110, flight_s: 129 }] }); // prettier-ignore
    expect(drifting.looks.map(({ start_s }) => start_s)).toEqual(
      [30 - 9.9, 30 + 39.6, 30 + 89.1].map((at) => expect.closeTo(at, 9))
    );
    expect(drifting.notes.join()).toMatch(/1\.01 % too fast/);
  });

  test('samples are looks as long as they go on: a tracker that stops is away, and says how many blinks it had', () => {
    const samples = (rows: [number, string][]) =>
      read(`time_s,area\n${rows.map((row) => row.join(',')).join('\n')}\n`);
    const every = (from_s: number, to_s: number, area: string): [number, string][] =>
      Array.from({ length: Math.round((to_s - from_s) * 10) }, (_, k) => [
        +(from_s + k / 10).toFixed(1),
        area
      ]);
    // Ten a second: two seconds, a blink of 0.3 s, a second more; then nothing for five, and the turn.
    const { looks, notes, areas } = samples([
      ...every(0, 2, 'attitude'),
      ...every(2.3, 3.3, 'attitude'),
      ...every(8.3, 9.3, 'turn')
    ]);
    expect(looks).toEqual([
      { area: 'attitude', start_s: 0, end_s: expect.closeTo(3.35, 9) },
      { area: 'turn', start_s: 8.3, end_s: expect.closeTo(9.3, 9) }
    ]);
    expect(notes).toEqual(['1 blinks of up to 0.35 s were bridged.']);
    expect(areas).toEqual([
      { name: 'attitude', gaze: 'attitude', rows: 30, firstRow: 2 },
      { name: 'turn', gaze: 'turn', rows: 10, firstRow: 32 }
    ]);
    // What begins to be written down lasts to the next, however long that is, and the last one as long as is usual.
    const slow = samples([[0, 'attitude'], [0.5, 'turn'], [1, 'turn'], [1.5, 'heading'], [8, 'attitude']]); // prettier-ignore
    expect(slow.looks.map(({ area, start_s, end_s }) => [area, start_s, end_s])).toEqual([
      ['attitude', 0, 0.5],
      ['turn', 0.5, 1.5],
      ['heading', 1.5, 8],
      ['attitude', 8, 8.5]
    ]);
    expect(slow.notes).toEqual([]);
    expect(() => read('time_s;area\n1,5x;attitude\n2;turn\n')).toThrow(/row 2/);
    expect(() => read('time_s,where\n1,attitude\n')).toThrow(/row 1.*column of areas/s);
  });

  test('looks round trip as CSV and as a log; a log out of order is refused', () => {
    const looks = looksFor([
      ['attitude', 1],
      ['heading', 0.5],
      ['attitude', 2],
      ['elsewhere', 1]
    ]);
    expect(read(looksToCsv(looks)).looks).toEqual(looks);
    const log = { id: 'x', source: 'file' as const, name: 'n', notes: [], looks: logLooks(looks) };
    expect(looksOfLog(log)).toEqual(looks);
    expect(() => looksOfLog({ ...log, looks: [...log.looks].reverse() })).toThrow(/looks\.1/);
    expect(watchedScan(looks)!.findings.some((f) => f.kind === 'scan-omission')).toBe(false);
  });

  test('looks from events: the same area twice is one look, the last lasts to the end', () => {
    const event = (time_s: number, detail: string) => ({ kind: 'look', time_s, detail }) as const;
    expect(
      looksFrom([event(0, 'attitude'), event(1, 'attitude'), event(2, 'turn'), event(3, 'nonsense')], 5)
    ).toEqual([
      { area: 'attitude', start_s: 0, end_s: 2 },
      { area: 'turn', start_s: 2, end_s: 5 }
    ]);
  });
});

// Checked by hand: r = 0.8 exactly for these five pairs; Fisher's z ± 1.645/√2.
test('a correlation carries its interval', () => {
  const c = correlationOf([
    [1, 2],
    [2, 1],
    [3, 4],
    [4, 3],
    [5, 5]
  ])!;
  expect(c.r).toBeCloseTo(0.8, 12);
  expect(c.interval![0]).toBeCloseTo(Math.tanh(Math.atanh(0.8) - 1.645 / Math.SQRT2), 9);
  expect(
    correlationOf([
      [1, 1],
      [1, 2],
      [1, 3]
    ])
  ).toBeNull();
});
