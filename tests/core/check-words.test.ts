import { describe, expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import { checkFigures, type CheckMeasure } from '$core/grade/checks/checks';
import type { PassageMeasure } from '$core/grade/checks/passage';
import type { RecoveryMeasure } from '$core/grade/checks/recovery-measure';
import type { StationTimeMeasure } from '$core/grade/checks/station-time';
import { before, type CoachMoment } from '$core/grade/coach/coach-moment';
import { planOf } from './flown';
import { elementsOf, findingsOf } from './told';

/** What is said of a measure, and what it comes to: what is read here is what a person reads. */
const said = (drill: string, measure: CheckMeasure) => {
  const lesson = lessonOf(planOf({ drill, figures: {} }));
  return {
    findings: findingsOf(lesson, measure).map(
      ({ severity, failed, title, evidence }) => `${severity}${failed ? '!' : ''} ${title}: ${evidence}`
    ),
    verdict: elementsOf(lesson, measure)[0]!.verdict,
    arithmetic: elementsOf(lesson, measure)[0]!.arithmetic
  };
};

describe('a recovery', () => {
  const recovering = lessonOf(planOf({ drill: 'unusual-attitudes', figures: {} })).drill.phases.find(
    ({ recovery }) => recovery
  )!.id;
  const clean: RecoveryMeasure = {
    kind: 'recovery',
    phaseId: recovering,
    attitude: 'nose high',
    start_s: 60,
    end_s: 80,
    pitch_deg: 24,
    bank_deg: -32,
    firstInput_s: 1.2,
    power_s: 1.2,
    wingsLevel_s: 3,
    nose_s: 2,
    rightOrder: true,
    altitudeChange_ft: 140,
    peakSpeed_kt: 96,
    peakLoad_g: 1.4,
    stalledAgain_s: null,
    overspeed_s: null
  };
  const of = (change: Partial<RecoveryMeasure>) => said('unusual-attitudes', { ...clean, ...change });

  test('in order is said with its inputs as they came, and what it cost', () => {
    expect(of({})).toEqual({
      findings: [
        'good Recovered in order: Nose high, pitch 24°, bank 32°: power at 1.2 s, nose down at 2.0 s, wings level at 3.0 s. 140 ft gained, at most 96 kt and 1.4 g.'
      ],
      verdict: 'met',
      arithmetic: 'first input after 1.2 s (3 s), order right, 140 ft, 1.4 g'
    });
    // Wings that were level need no input; nose low it is raised, and height lost.
    expect(
      of({ attitude: 'nose low', wingsLevel_s: 0, nose_s: 4, pitch_deg: -18, bank_deg: 50 }).findings
    ).toEqual([
      'good Recovered in order: Nose low, pitch −18°, bank 50°: power at 1.2 s, nose up at 4.0 s. 140 ft lost, at most 96 kt and 1.4 g.'
    ]);
  });

  test('slow from three seconds on: put right up to a half more, failed where nothing was done', () => {
    expect(of({ firstInput_s: 3 }).findings[0]).toMatch(/^good Recovered in order/);
    const late = of({ firstInput_s: 3.2 });
    expect(late.verdict).toBe('met with prompt correction');
    expect(late.findings).toEqual([
      'fault Slow to recover: Nose high, pitch 24°, bank 32°: first input the right way after 3.2 s; 3 s allowed. 140 ft gained, at most 96 kt and 1.4 g.'
    ]);
    expect(of({ firstInput_s: 9 }).findings[0]).toMatch(/^fault! Slow to recover/);
    const never = of({ firstInput_s: null, power_s: null, nose_s: null, wingsLevel_s: null });
    expect([never.verdict, never.findings[0]]).toEqual([
      'not met',
      'fault! Slow to recover: Nose high, pitch 24°, bank 32°: no input the right way; 3 s allowed. 140 ft gained, at most 96 kt and 1.4 g.'
    ]);
    expect(never.arithmetic).toBe('first input after – s (3 s), order right, 140 ft, 1.4 g');
  });

  test('the wrong order, a second stall and the never-exceed speed fail it, the last two whatever else', () => {
    const wrong = of({ rightOrder: false });
    expect(wrong.verdict).toBe('not met');
    expect(wrong.findings).toEqual([
      expect.stringMatching(/^fault! Recovered in the wrong order: Nose high, .*: power at 1\.2 s, nose down/)
    ]);
    expect(of({ rightOrder: false, power_s: null, nose_s: null, wingsLevel_s: null }).findings[0]).toMatch(
      /: nothing done\. 140 ft/
    );
    expect(of({ stalledAgain_s: 67.4 })).toMatchObject({
      verdict: 'not met',
      findings: ['hard! Stalled in the recovery: The wing stalled again 7.4 s after the hand-over.']
    });
    const fast = of({ overspeed_s: 70, peakSpeed_kt: 161 });
    expect([fast.verdict, fast.findings]).toEqual([
      'not met',
      ['hard! Above the never-exceed speed: 161 kt; the limit is 155 kt.']
    ]);
  });

  test('laid beside another one it has its first input and its height; none without an input', () => {
    const figures = (measures: CheckMeasure[]) => checkFigures(measures).map(({ id, value }) => [id, value]);
    expect(
      figures([
        { ...clean, firstInput_s: 1.5 },
        { ...clean, firstInput_s: 2.5, altitudeChange_ft: 60 }
      ])
    ).toEqual([
      ['recovery.first', 2],
      ['recovery.altitude', 100]
    ]);
    expect(figures([{ ...clean, firstInput_s: null }])).toEqual([['recovery.altitude', 140]]);
  });
});

describe('a fix and a time to the station', () => {
  const called = (called_s: number | null): PassageMeasure => ({
    kind: 'passage',
    phaseId: 'to-fix',
    passed_s: 245,
    called_s,
    within_s: 10
  });

  test('called, called off or not at all: by how much, and on which side of it', () => {
    const drill = 'fix-from-radials';
    expect(said(drill, called(10))).toEqual({
      findings: [],
      verdict: 'met',
      arithmetic: '+10 s from it; 10 s allowed'
    });
    expect(said(drill, called(-11)).findings[0]).toMatch(
      /^fault! Fix called too soon: \w+ was passed at 4:05 and called 11 s before; 10 s allowed\.$/
    );
    expect(said(drill, called(12)).findings[0]).toMatch(/^fault! Fix called late: .* called 12 s after; /);
    const never = said(drill, called(null));
    expect([never.verdict, never.arithmetic]).toEqual(['not met', 'not called']);
    expect(never.findings[0]).toMatch(/^fault! Fix not called: .* and not called; 10 s allowed\.$/);
    expect(checkFigures([called(-8), called(4), called(null)])).toMatchObject([
      { id: 'fix.called', value: 6 }
    ]);
    expect(checkFigures([called(null)])).toEqual([]);
  });

  test('minutes that are wrong are told beside what the bearing makes of them', () => {
    const time: StationTimeMeasure = {
      kind: 'station-time',
      phaseId: 'bearings',
      at_s: 90,
      answered_min: 7.5,
      due_min: 12,
      change_deg: 10
    };
    expect(said('time-and-distance', time).findings).toEqual([
      'fault! Time to the station wrong: 7.5 min; the bearing moved by 10°, which makes 12.0 min.'
    ]);
    expect(said('time-and-distance', { ...time, answered_min: null }).findings).toEqual([
      'fault! Time to the station not worked out: No answer; the bearing moved by 10°, which makes 12.0 min.'
    ]);
    // Where the bearing has not moved nothing is due.
    expect(said('time-and-distance', { ...time, due_min: null, answered_min: null }).findings).toEqual([]);
  });
});

test('the coach remembers the last moment that is at least so long ago', () => {
  const moment = (time_s: number): CoachMoment => ({
    time_s,
    inPhase_s: 0,
    phaseIndex: 0,
    values: new Map()
  });
  const memory = [10, 14, 15, 20].map(moment);
  expect([10, 6, 5, 4, 0].map((seconds) => before(memory, seconds)?.time_s)).toEqual([10, 14, 15, 15, 20]);
  expect(before(memory, 11)).toBeNull();
});
