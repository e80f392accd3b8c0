import { describe, expect, test } from 'vitest';
import type { Distraction } from '$core/drill/distraction';
import type { CorridorMeasure } from '$core/deviation/corridor-measure';
import type { CorridorChannel } from '$core/drill/corridor';
import type { Phase } from '$core/drill/drill';
import { lessonOf } from '$core/drill/lesson';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { scanStages, type ScanTask } from '$core/drill/scan-task';
import type { FlightEvent } from '$core/flight/flight-event';
import type { Gaze, ScanArea } from '$core/instrument/scan-area';
import { distractionFindings, measureDistractions } from '$core/scan/distraction-measure';
import { looksBetween, type Look } from '$core/scan/look';
import { mendingLesson } from '$core/scan/mending-lesson';
import { scanElements } from '$core/scan/scan-elements';
import { judgeScan, type ScannedStretch } from '$core/scan/scan-faults';
import { scanFigures } from '$core/scan/scan-figures';
import { scanFindings } from '$core/scan/scan-findings';
import { measureScan } from '$core/scan/scan-measure';
import {
  costliestOmission,
  engineInterval_s,
  scanReport,
  watchedScan,
  type ScanReport
} from '$core/scan/scan-report';
import { madeFlight, planOf } from './flown';

/** Looks of given lengths one after the other from a time on. */
function looksFor(parts: readonly (readonly [Gaze, number])[], from_s = 0): Look[] {
  let at = from_s;
  return parts.map(([area, seconds]) => ({ area, start_s: at, end_s: (at += seconds) }));
}
const round: (readonly [Gaze, number])[] = [
  ['attitude', 1],
  ['airspeed', 0.8],
  ['attitude', 1],
  ['altimeter', 0.8],
  ['attitude', 1],
  ['heading', 0.8],
  ['attitude', 1],
  ['vertical-speed', 0.8],
  ['attitude', 1],
  ['engine', 0.8]
];
/** Nine seconds a round. */
const rounds = (count: number, from_s = 0) =>
  looksFor(Array.from({ length: count }, () => round).flat(), from_s);
const ALL: readonly ScanArea[] = ['attitude', 'airspeed', 'altimeter', 'heading', 'vertical-speed', 'engine'];
const stretch = (
  looks: readonly Look[],
  name: string,
  from_s: number,
  to_s: number,
  expected = ALL
): ScannedStretch => ({
  name,
  expected,
  measure: measureScan(looks, { from_s, to_s }, 'hub-and-spoke', expected)
});

describe('what takes the eyes away', () => {
  const call = (at_s: number, kind: Distraction['kind'] = 'call'): Distraction => ({
    at_s,
    kind,
    words: 'Say altitude',
    options: ['3,000', '4,000'],
    answer: 1
  });
  const answered = (index: number, time_s: number, option: number) =>
    ({ kind: 'answer', time_s, answer: { to: 'distraction', index, option } }) as FlightEvent;
  const flight = (events: FlightEvent[]) => ({ ...madeFlight(120, {}), events });

  test('is answered rightly, wrongly, late or not; a gauge is only noticed; what comes at the very end is not asked for', () => {
    const events = [answered(0, 14, 1), answered(1, 36, 0), answered(2, 71, 0), answered(4, 119.5, 1)];
    const asked = [call(10), call(30), call(60, 'gauge'), call(80), call(118)];
    const measured = measureDistractions(flight(events), [], asked, []);
    expect(measured.map(({ answeredAfter_s, right }) => [answeredAfter_s, right])).toEqual([
      [4, true],
      [6, false],
      [11, true],
      [null, false]
    ]);
    expect(
      distractionFindings(measured).map(({ title, evidence, moment_s }) => [moment_s, title, evidence])
    ).toEqual([
      [30, 'Call answered wrongly', 'At 0:30: “Say altitude”; answered after 6.0 s, wrongly, 30 s allowed.'],
      [80, 'Call not answered', 'At 1:20: “Say altitude”; no answer, 30 s allowed.']
    ]);
  });

  test('answered after more than half a minute is late, however right it was', () => {
    const late = [call(10), call(20, 'gauge')];
    const said = distractionFindings(
      measureDistractions(flight([answered(0, 40.5, 1), answered(1, 50.5, 0)]), [], late, [])
    );
    expect(said.map(({ title }) => title)).toEqual(['Call answered late', 'Engine gauge noticed late']);
    expect(
      distractionFindings(measureDistractions(flight([answered(0, 40, 1)]), [], [call(10)], []))
    ).toEqual([]);
    const [gauge] = distractionFindings(measureDistractions(flight([]), [], [call(10, 'gauge')], []));
    expect(gauge).toMatchObject({
      title: 'Engine gauge not noticed',
      evidence: 'At 0:10: the oil pressure left the green; no answer, 30 s allowed.'
    });
  });

  test('what went unseen in the twenty seconds after is told, the longest of what is not covered', () => {
    // One round before; after the call only the attitude, the airspeed and the altimeter, which is last seen at 23 s.
    const looks = [...rounds(1), ...looksFor([['attitude', 5], ['altimeter', 3], ['airspeed', 1], ['attitude', 5], ['altimeter', 3], ['attitude', 40]], 9)]; // prettier-ignore
    const measured = (covered: ScanArea[]) => measureDistractions(flight([]), looks, [call(10)], covered)[0]!;
    // Neither heading nor vertical speed at all: the whole twenty seconds, the first named.
    expect(measured([])).toMatchObject({ gapArea: 'heading', longestGap_s: 20 });
    expect(measured(['heading', 'vertical-speed'])).toMatchObject({ gapArea: 'airspeed' });
    expect(measured(['heading', 'vertical-speed']).longestGap_s).toBeCloseTo(12, 9);
    expect(measured(['heading', 'vertical-speed', 'airspeed']).longestGap_s).toBeCloseTo(6, 9);
    expect(distractionFindings([measured([])])[0]!.evidence).toMatch(
      / The heading indicator went unseen for 20 s meanwhile\.$|heading.*went unseen for 20 s meanwhile\.$/
    );
    expect(measureDistractions(flight([]), [], [call(10)], [])[0]).toMatchObject({
      gapArea: null,
      longestGap_s: 0
    });
  });
});

describe('what the eyes did wrong', () => {
  test('a clean round of two minutes has nothing, in one stretch or in two', () => {
    const looks = rounds(14);
    const none = { stares: [], omissions: [], emphases: [] };
    expect(judgeScan(looks, [stretch(looks, 'Level', 0, 126)])).toEqual(none);
    expect(judgeScan(looks, [stretch(looks, 'Level', 0, 60), stretch(looks, 'Climb', 60, 126)])).toEqual(
      none
    );
  });

  test('a stare is a look longer than 3 s at one thing, each instrument once, with its longest', () => {
    const looks = [...rounds(2), ...looksFor([['heading', 3.4], ['attitude', 1], ['heading', 5], ['attitude', 1], ['elsewhere', 9], ['altimeter', 3]], 18)]; // prettier-ignore
    const { stares } = judgeScan(looks, [stretch(looks, 'Level', 0, 40.4)]);
    expect(stares).toHaveLength(1);
    expect(stares[0]).toMatchObject({ area: 'heading', looks: 2 });
    const [said] = scanFindings({ stares, omissions: [], emphases: [] });
    expect(said).toMatchObject({ kind: 'scan-fixation', area: 'heading' });
    expect(said!.moment_s).toBeCloseTo(22.4, 9);
    expect(said!.evidence).toMatch(/^2 looks longer than 3 s, the longest 5\.0 s at 0:22\.$/);
  });

  test('a gap that reaches from stretch to stretch is one, and no stretch is named for it but one it lay in; the engine may wait a minute', () => {
    const withoutHeading = Array.from({ length: 4 }, () =>
      round.filter(([area]) => area !== 'heading')
    ).flat();
    const looks = [...rounds(1), ...looksFor(withoutHeading, 9), ...rounds(2, 41.8)];
    const parts = [
      stretch(looks, 'Level', 0, 15),
      stretch(looks, 'Climb', 15, 30),
      stretch(looks, 'Turn', 30, 59.8)
    ];
    const { omissions } = judgeScan(looks, parts);
    expect(omissions.map(({ area }) => area)).toEqual(['heading']);
    // Last seen in the first round until 5.4 s, and again in the first round after 41.8 s: ten seconds of it in the first stretch, fifteen in the second.
    expect(omissions[0]).toMatchObject({ stretch: null, count: 1 });
    const mostly = [stretch(looks, 'Level', 0, 10), stretch(looks, 'Climb', 10, 59.8)];
    expect(judgeScan(looks, mostly).omissions[0]).toMatchObject({
      stretch: 'Climb',
      from_s: expect.closeTo(5.4, 9)
    });
    expect(scanFindings({ stares: [], omissions, emphases: [] })[0]!.evidence).toMatch(
      /^Unseen for 41 s from 0:05; 20 s allowed/
    );
    expect(omissions[0]!.from_s).toBeCloseTo(5.4, 9);
    expect(omissions[0]!.from_s + omissions[0]!.gap_s).toBeCloseTo(41.8 + 4.6, 9);
    const engineless = looksFor(
      Array.from({ length: 8 }, () => round.filter(([area]) => area !== 'engine')).flat()
    );
    const until = engineless.at(-1)!.end_s;
    expect(until).toBeGreaterThan(57);
    expect(judgeScan(engineless, [stretch(engineless, 'Level', 0, Math.min(60, until))]).omissions).toEqual(
      []
    );
    const longer = looksFor(
      Array.from({ length: 10 }, () => round.filter(([area]) => area !== 'engine')).flat()
    );
    const left = judgeScan(longer, [stretch(longer, 'Level', 0, longer.at(-1)!.end_s)]).omissions;
    expect(left.map(({ area, count }) => [area, count])).toEqual([['engine', 1]]);
    const words = scanFindings({ stares: [], omissions: left, emphases: [] })[0]!;
    expect(words).toMatchObject({ kind: 'scan-omission', area: 'engine', moment_s: 0 });
    expect(words.evidence).toMatch(/^Unseen for 82 s from 0:00, in “Level”; 60 s allowed\.$/);
    for (const [count, more] of [
      [2, ', and 1 more such gap;'],
      [4, ', and 3 more such gaps;']
    ] as const)
      expect(
        scanFindings({ stares: [], omissions: [{ ...left[0]!, count }], emphases: [] })[0]!.evidence
      ).toContain(`in “Level”${more}`);
  });

  test('too much on one is said with what the next had, not where it was stared at, and not of a short stretch', () => {
    const much = (look_s: number, times = 12) =>
      looksFor(Array.from({ length: times }, () => [['attitude', 1], ['altimeter', look_s], ['attitude', 1], ['airspeed', 0.5]] as const).flat()); // prettier-ignore
    const judged = (looks: Look[]) =>
      judgeScan(looks, [stretch(looks, 'Level', 0, looks.at(-1)!.end_s, [])]).emphases;
    const looks = much(2);
    expect(judged(looks)).toHaveLength(1);
    expect(judged(looks)[0]).toMatchObject({ area: 'altimeter', stretch: 'Level' });
    expect(judged(looks)[0]!.share).toBeCloseTo(2 / 4.5, 9);
    expect(judged(looks)[0]!.next).toBeCloseTo(0.5 / 4.5, 9);
    expect(scanFindings({ stares: [], omissions: [], emphases: judged(looks) })[0]).toMatchObject({
      area: 'altimeter',
      evidence: '44\u2009% of the looking in “Level”, 2.0 s a look; the next instrument had 11\u2009%.'
    });
    expect(judged(much(3.2))).toEqual([]);
    expect(judged(much(2, 5))).toEqual([]);
    // The hub may have more than any other, but not nearly all.
    const hub = (look_s: number) => looksFor(Array.from({ length: 12 }, () => [['attitude', look_s], ['altimeter', 0.6], ['attitude', look_s], ['airspeed', 0.5]] as const).flat()); // prettier-ignore
    expect(judged(hub(1.3))).toEqual([]);
    expect(judged(hub(1.6))).toMatchObject([{ area: 'attitude' }]);
  });

  test('the moves of a stretch are told, the commonest first; a look between two times is cut to them', () => {
    const looks = looksFor([['attitude', 1], ['altimeter', 1], ['attitude', 1], ['heading', 1], ['attitude', 1], ['heading', 1]]); // prettier-ignore
    expect(measureScan(looks, { from_s: 0, to_s: 6 }, 'hub-and-spoke', []).moves).toEqual([
      { from: 'attitude', to: 'heading', count: 2 },
      { from: 'attitude', to: 'altimeter', count: 1 },
      { from: 'altimeter', to: 'attitude', count: 1 },
      { from: 'heading', to: 'attitude', count: 1 }
    ]);
    expect(looksBetween(looks, 1.5, 3)).toEqual([
      { area: 'altimeter', start_s: 1.5, end_s: 2 },
      { area: 'attitude', start_s: 2, end_s: 3 }
    ]);
    expect(looksBetween(looks, 6, 9)).toEqual([]);
    expect(measureScan([], { from_s: 0, to_s: 6 }, 'hub-and-spoke', ['heading'])).toMatchObject({ looks: 0, meanLook_s: 0, likeness: null, hubReturns: null, areas: [{ share: 0 }] }); // prettier-ignore
  });
});

describe('a scan reported with its flight', () => {
  const lesson = lessonOf(
    planOf({
      drill: 'unusual-attitudes',
      scan: { pattern: 'hub-and-spoke', ...scanStages[3]!.task } as ScanTask
    })
  );
  const eyesClosed = lesson.drill.phases.find(({ upset }) => upset !== null)!;
  const recovering = lesson.drill.phases.find(({ recovery }) => recovery)!;
  const ordinary = lesson.drill.phases.find((phase) => phase.upset === null && !phase.recovery)!;
  const span = (phase: Phase, start_s: number, end_s: number) => ({ phaseId: phase.id, start_s, end_s, settled_s: {}, complete: true }) as unknown as PhaseSpan; // prettier-ignore
  const flight = madeFlight(200, {});
  const off = (channel: CorridorChannel, ...starts: number[]) =>
    ({ channel, phaseId: ordinary.id, exceedances: starts.map((start_s) => ({ start_s, end_s: start_s + 5, peak: 120 })) }) as unknown as CorridorMeasure; // prettier-ignore

  test('phases with the eyes closed, recoveries and moments are not scanned', () => {
    const looks = rounds(14);
    const spans = [
      span(ordinary, 0, 60),
      span(eyesClosed, 60, 80),
      span(recovering, 80, 100),
      span(ordinary, 100, 100.9),
      span(ordinary, 100, 190)
    ];
    const report = scanReport(looks, lesson, spans, [], flight)!;
    expect(report.phases.map(({ phaseId, measure }) => [phaseId, measure.from_s, measure.to_s])).toEqual([
      [ordinary.id, 0, 60],
      [ordinary.id, 100, expect.closeTo(126, 6)]
    ]);
    expect(scanReport(looks.slice(0, 3), lesson, spans, [], flight)).toBeNull();
    expect(report.findings).toEqual([]);
    expect(report.summary).toBe(
      '140 looks of 0.9 s on average, 100\u2009% of the moves by the hub and spoke pattern.'
    );
  });

  test('what it cost is told with the instrument that was missed most, and findings stand as they came', () => {
    // A round, then half a minute of nothing but attitude and airspeed with a stare at its end, and rounds again.
    const blind = looksFor([...Array.from({ length: 14 }, () => [['attitude', 1], ['airspeed', 1]] as const).flat(), ['heading', 4]], 9); // prettier-ignore
    const looks = [...rounds(1), ...blind, ...rounds(4, 41)];
    const measures = [off('altitude_ft', 20, 30), off('heading_deg', 25), off('ias_kt', 22)];
    const report = scanReport(looks, lesson, [span(ordinary, 0, 77)], measures, flight)!;
    const moments = report.findings.map(({ moment_s }) => moment_s);
    expect(moments).toEqual([...moments].sort((a, b) => a - b));
    expect(report.findings.map(({ kind }) => kind)).toEqual(
      expect.arrayContaining(['scan-omission', 'scan-fixation'])
    );
    expect(
      report.costs.map(({ area, unseen_s, seenAfter_s }) => [
        area,
        unseen_s === null ? null : Math.round(unseen_s),
        seenAfter_s === null ? null : Math.round(seenAfter_s)
      ])
    ).toEqual([
      ['altimeter', 16, 24],
      ['airspeed', 0, 0],
      ['heading', 20, 12],
      ['altimeter', 26, 14]
    ]);
    expect(report.summary).toMatch(
      /^\d+ looks of .*\. Altimeter left out: Unseen for 40 s .*\. 3 of 4 deviations began with their instrument unseen for more than 5 s \(most often the altimeter\)\.$/
    );
    const seen = scanReport(rounds(8), lesson, [span(ordinary, 0, 72)], [off('ias_kt', 1.5, 10.5)], flight)!;
    expect(seen.summary).toMatch(
      /Each of the 2 deviations began while its instrument had just been seen: they were seen, not missed\.$/
    );
  });

  test('how often the eyes came back to the hub is told only of a pattern that has one, and where it can be seen', () => {
    const there = (pattern: 'hub-and-spoke' | 'rectangular', covered: ScanArea[] = []) =>
      measureScan(rounds(2), { from_s: 0, to_s: 18 }, pattern, [], covered).hubReturns;
    expect([there('hub-and-spoke'), there('rectangular'), there('hub-and-spoke', ['attitude'])]).toEqual([
      1,
      null,
      null
    ]);
    // The same thing looked at twice in a row is no move.
    const twice = measureScan(
      looksFor([
        ['attitude', 1],
        ['attitude', 1],
        ['heading', 1]
      ]),
      { from_s: 0, to_s: 3 },
      'hub-and-spoke',
      []
    );
    expect(twice.moves).toEqual([{ from: 'attitude', to: 'heading', count: 1 }]);
  });

  test('one spoke alone can have too much; a third of the looking is not, nor less than twice the next', () => {
    const shares = (...parts: (readonly [Gaze, number])[]) => {
      const looks = looksFor(Array.from({ length: 30 }, () => parts).flat());
      return judgeScan(looks, [stretch(looks, 'Level', 0, looks.at(-1)!.end_s, [])]).emphases.map(
        ({ area, next }) => [area, next]
      );
    };
    expect(shares(['attitude', 1.2], ['altimeter', 0.8])).toEqual([['altimeter', 0]]);
    expect(shares(['attitude', 1.2], ['altimeter', 0.6])).toEqual([]);
    expect(shares(['attitude', 0.9], ['altimeter', 0.8], ['heading', 0.3])).toHaveLength(1);
    expect(shares(['attitude', 0.9], ['altimeter', 0.8], ['heading', 0.45])).toEqual([]);
    // A stare at something else does not excuse it.
    const looks = [
      ...looksFor(
        Array.from(
          { length: 30 },
          () =>
            [
              ['attitude', 1.2],
              ['altimeter', 1]
            ] as const
        ).flat()
      ),
      ...looksFor([['heading', 3.5]], 66)
    ];
    const all = judgeScan(looks, [stretch(looks, 'Level', 0, 69.5, [])]);
    expect(all.emphases.map(({ area }) => area)).toEqual(['altimeter']);
    const [said] = scanFindings({ ...all, stares: [] });
    expect(said).toMatchObject({ moment_s: 0, start_s: 0, end_s: 69.5 });
  });
});

describe('a scan graded', () => {
  const task = (id: string) =>
    ({ pattern: 'hub-and-spoke', ...scanStages.find((s) => s.id === id)!.task }) as ScanTask;
  const measured = {
    ...measureScan(rounds(14), { from_s: 0, to_s: 126 }, 'hub-and-spoke', ALL),
    likeness: 0.7 as number | null
  };
  const report = (changes: Partial<ScanReport> = {}): ScanReport => ({
    pattern: 'hub-and-spoke',
    whole: measured,
    phases: [{ phaseId: 'a', measure: measured }],
    faults: { stares: [], omissions: [], emphases: [] },
    findings: [],
    costs: [],
    distractions: [],
    summary: '',
    ...changes
  });
  const verdicts = (r: ScanReport, stage: string) =>
    scanElements(r, task(stage)).map(({ name, verdict }) => `${name}: ${verdict}`);
  const at = (likeness: number | null, stage: string) =>
    scanElements(report({ whole: { ...measured, likeness } }), task(stage)).at(-1)!;

  test('one fault is put right, two are not met; calls only where there are any', () => {
    expect(verdicts(report(), 'flying')).toEqual([
      'Scan: no staring: met',
      'Scan: nothing left out: met',
      'Scan: even looks: met',
      'Scan: the pattern: met'
    ]);
    const stare = (area: Gaze) => ({ area, looks: 1, longest: { area, start_s: 0, end_s: 4 } });
    const faulty = (count: number) => report({ faults: { stares: (['heading', 'airspeed'] as const).slice(0, count).map(stare), omissions: [], emphases: [] } }); // prettier-ignore
    expect(verdicts(faulty(1), 'flying')[0]).toBe('Scan: no staring: met with prompt correction');
    expect(verdicts(faulty(2), 'flying')[0]).toBe('Scan: no staring: not met');
    expect(scanElements(faulty(2), task('flying'))[0]).toMatchObject({
      score: 0,
      arithmetic: expect.stringMatching(/^staring at the .*, staring at the /)
    });
    const call = {
      at_s: 1,
      kind: 'call' as const,
      words: '',
      answeredAfter_s: 5,
      right: true,
      longestGap_s: 0,
      gapArea: null
    };
    const calls = (missed: number) =>
      report({ distractions: [call, ...Array.from({ length: missed }, () => ({ ...call, right: false }))] });
    expect(scanElements(calls(1), task('distracted'))[3]).toMatchObject({
      verdict: 'met with prompt correction',
      arithmetic: '1 of 2 answered rightly'
    });
    expect(scanElements(calls(2), task('distracted'))[3]!.verdict).toBe('not met');
    expect(verdicts(calls(2), 'flying')).toHaveLength(4);
  });

  test.each([
    [0.75, 'paced', 'met', 100],
    [0.7, 'paced', 'met with prompt correction', 93.3],
    [0.5625, 'paced', 'met with prompt correction', 75],
    [0.55, 'paced', 'not met', 73.3],
    [0.6, 'flying', 'met', 100],
    [0.45, 'flying', 'met with prompt correction', 75],
    [0.44, 'flying', 'not met', 73.3]
  ])('%d of the moves by the pattern, %s: %s', (likeness, stage, verdict, score) => {
    const element = at(likeness, stage);
    expect(element).toMatchObject({ name: 'Scan: the pattern', verdict });
    expect(element.score).toBeCloseTo(score, 1);
  });

  test('the pattern is not asked of who only followed it, nor where nothing moved', () => {
    expect(at(0.1, 'follow').name).toBe('Scan: even looks');
    expect(at(null, 'flying').name).toBe('Scan: even looks');
  });

  test('its figures: the longest anything of the round was out of sight, the engine only where it was seen twice', () => {
    const figures = Object.fromEntries(scanFigures(report()).map(({ id, value }) => [id, value]));
    // Seen every nine seconds for 0.8 s; the first spoke waits from the start until 1 s.
    expect(figures['scan.gap']).toBeCloseTo(8.2, 6);
    expect(figures['scan.engine']).toBeCloseTo(9, 6);
    expect(figures['scan.likeness']).toBeCloseTo(70, 9);
    expect(figures['scan.look']).toBeCloseTo(0.9, 6);
    expect(figures['scan.faults']).toBe(0);
    const none = scanFigures(report({ phases: [], whole: { ...measured, likeness: null, areas: [] } })).map(
      ({ id }) => id
    );
    expect(none).toEqual(['scan.look', 'scan.faults']);
    expect(engineInterval_s(measureScan(rounds(1), { from_s: 0, to_s: 9 }, 'hub-and-spoke', ALL))).toBeNull();
    // Four rounds of nine seconds, of which the first is left out: three looks in twenty-seven seconds.
    const later = measureScan(rounds(4), { from_s: 9, to_s: 36 }, 'hub-and-spoke', ALL);
    expect(engineInterval_s(later)).toBeCloseTo(9, 1);
  });

  test('the lesson that mends it: the stare before the omission, the emphasis, the missed call; clean goes one stage on', () => {
    const plan = planOf({ drill: 'turn-to-heading', scan: { ...task('flying'), pattern: 'rectangular' } });
    const found = (...kinds: string[]) =>
      kinds.map((kind) => ({
        kind,
        title: 'T',
        evidence: '',
        area: 'heading'
      })) as unknown as ScanReport['findings'];
    const next = (kinds: string[], from = plan) => mendingLesson({ findings: found(...kinds) }, from);
    expect(next(['missed-call', 'scan-emphasis', 'scan-omission', 'scan-fixation'])).toMatchObject({
      drill: 'straight-and-level',
      scan: { cue: 'paced', rhythm_s: 1.2, pattern: 'rectangular' }
    });
    expect(next(['missed-call', 'scan-emphasis', 'scan-omission'])).toMatchObject({
      drill: 'turn-to-heading',
      scan: { cue: 'paced', rhythm_s: 1.5, pattern: 'hub-and-spoke', attention: 'student' }
    });
    expect(next(['missed-call', 'scan-emphasis'])).toMatchObject({
      scan: { cue: 'fading', pattern: 'rectangular' }
    });
    expect(next(['missed-call'])).toMatchObject({
      scan: { distractions: true, flownBy: 'student', pattern: 'rectangular' }
    });
    const stages = scanStages.map(({ id }) => next([], planOf({ scan: task(id) })).scan);
    const steps = [...scanStages.slice(1), scanStages.at(-1)!];
    steps.forEach((stage, i) => expect(stages[i]).toMatchObject(stage.task));
    const { scan: _, ...unscanned } = planOf({});
    expect(next([], unscanned).scan).toMatchObject({ pattern: 'hub-and-spoke', ...scanStages[0]!.task });
  });

  test('of two left out the one that cost more is the first to mend', () => {
    const omission = (area: Gaze) =>
      ({ kind: 'scan-omission', title: area, area }) as unknown as ScanReport['findings'][number];
    const cost = (area: ScanArea, unseen_s: number | null) =>
      ({ area, unseen_s }) as ScanReport['costs'][number];
    const both = [omission('heading'), omission('altimeter')];
    expect(costliestOmission(both, [])!.area).toBe('heading');
    expect(costliestOmission(both, [cost('altimeter', 6), cost('heading', 4)])!.area).toBe('altimeter');
    expect(costliestOmission(both, [cost('altimeter', null), cost('heading', 5)])!.area).toBe('altimeter');
    expect(costliestOmission([], [cost('altimeter', 6)])).toBeNull();
  });

  test('eyes that were only watched are judged by themselves, from four looks on', () => {
    expect(watchedScan(rounds(1).slice(0, 3))).toBeNull();
    expect(watchedScan(rounds(14))!.findings).toEqual([]);
    expect(watchedScan(looksFor([['attitude', 1], ['heading', 1], ['attitude', 1], ['heading', 40]]))!.findings.map(({ kind }) => kind)).toContain('scan-fixation'); // prettier-ignore
  });
});
