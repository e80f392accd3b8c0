import { describe, expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import type { FlightEvent } from '$core/flight/flight-event';
import { checkFigures, type CheckMeasure } from '$core/grade/checks/checks';
import type { ArcMeasure } from '$core/grade/checks/arc';
import type { CircuitMeasure, HoldMeasure } from '$core/grade/checks/hold-measure';
import type { PassageMeasure } from '$core/grade/checks/passage';
import { measureRecovery, type RecoveryMeasure } from '$core/grade/checks/recovery-measure';
import type { ToFixMeasure } from '$core/grade/checks/to-fix';
import { testTold } from '$core/grade/examiner';
import type { StationTimeMeasure } from '$core/grade/checks/station-time';
import { before, type CoachMoment } from '$core/grade/coach/coach-moment';
import { lessonFor } from './drawn-flight';
import { madeFlight, planOf } from './flown';
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
    // What the order lacks is named.
    const lacking = (changes: Parameters<typeof of>[0]) => of({ rightOrder: false, ...changes }).findings[0]!.match(/°: (.*?)\. 140 ft/)![1]; // prettier-ignore
    expect(lacking({ power_s: null, nose_s: null, wingsLevel_s: 3.8 })).toBe('wings level at 3.8 s, no full power'); // prettier-ignore
    expect(lacking({ power_s: 1, nose_s: null, wingsLevel_s: 3.8 })).toBe('power at 1.0 s, wings level at 3.8 s, nose not lowered'); // prettier-ignore
    expect(lacking({ attitude: 'nose low', power_s: null, nose_s: 2, wingsLevel_s: 4 })).toBe('nose up at 2.0 s, wings level at 4.0 s, power not at idle'); // prettier-ignore
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

describe('an arc, a hold and a fix to be turned to', () => {
  test('off an arc it is failed, more so the farther; never joined is said so', () => {
    const arc: ArcMeasure = {
      kind: 'arc',
      phaseId: 'arc',
      radius_nm: 12,
      from_s: 100,
      to_s: 400,
      joined_s: 20,
      rms_nm: 0.6,
      inside_nm: 0.4,
      outside_nm: 1.6,
      worst_s: 250,
      turns: 9,
      degreesATurn: 11,
      shareTurning: 0.3
    };
    const worth = (outside_nm: number) =>
      findingsOf(lessonFor('dme-arc', {}), { ...arc, outside_nm }).find(({ kind }) => kind === 'arc-off')!
        .worth!;
    expect(said('dme-arc', arc).findings).toEqual([
      'fault! Off the arc, outside: Up to 1.6 NM outside the 12 NM arc (1.0 NM allowed); one turn every 11° of it.'
    ]);
    expect(said('dme-arc', { ...arc, joined_s: null, inside_nm: 2, degreesATurn: null }).findings).toEqual([
      'fault! Arc never joined: Up to 2.0 NM inside the 12 NM arc (1.0 NM allowed); no turns along it.'
    ]);
    // Rocked to and fro by the air it was not stepped round.
    expect(said('dme-arc', { ...arc, turns: 60, degreesATurn: 1.4 }).findings).toEqual([
      'fault! Off the arc, outside: Up to 1.6 NM outside the 12 NM arc (1.0 NM allowed).'
    ]);
    expect(worth(3.2)).toBeCloseTo(2 * worth(1.6), 6);
  });

  const circuit: CircuitMeasure = {
    start_s: 100,
    end_s: 330,
    clockDue_s: 140,
    clockStarted_s: 140,
    outbound_s: 60,
    inbound_s: 61,
    rollOut_s: 269,
    rollOutOff: 0.05,
    overshot_nm: 0.01,
    outboundCorrection_deg: 0,
    inboundCorrection_deg: 0
  };
  const held: HoldMeasure = {
    kind: 'hold',
    phaseId: 'hold',
    inboundCourse_deg: 60,
    turn: 'right',
    leg_s: 60,
    arrivalHeading_deg: 62,
    due: { entry: 'direct', alternative: null, relative_deg: 178 },
    entry: 'direct',
    entryRight: true,
    entryLegOff_deg: null,
    entered_s: 100,
    circuits: [circuit, { ...circuit, start_s: 330, end_s: 560, inbound_s: 59 }],
    askedTimes: 2,
    outOfTime: false,
    firstCircuit: 0,
    solution: { outbound_s: 60, outboundCorrection_deg: 0, inboundCorrection_deg: 0 }
  };

  test('a hold in order has its inbound legs read out; one that was not finished is failed, worse than a slow clock', () => {
    expect(said('vor-hold', held).findings.at(-1)).toBe(
      'good Inbound legs on time: 61, 59 s inbound; 60 s asked for.'
    );
    const lesson = lessonFor('vor-hold', {});
    const short = findingsOf(lesson, { ...held, askedTimes: 4, outOfTime: true }).find(
      ({ kind }) => kind === 'not-back-over-fix'
    )!;
    expect(short).toMatchObject({
      failed: true,
      evidence: 'Back over the fix 2 of 4 times when the time was up.'
    });
    const late = findingsOf(lesson, {
      ...held,
      circuits: [{ ...circuit, clockStarted_s: 150 }, ...held.circuits],
      firstCircuit: 1,
      entry: 'parallel',
      due: { ...held.due, entry: 'parallel' }
    }).find(({ title }) => title.startsWith('Clock started late'))!;
    expect(short.worth!).toBeGreaterThan(2 * late.worth!);
  });

  test('of a fix to be turned to: never, late, the wrong way round; hard only in a missed approach', () => {
    const turn: ToFixMeasure = {
      kind: 'to-fix',
      phaseId: 'arrive',
      fix: 'VLB',
      isMissed: true,
      start_s: 100,
      end_s: 400,
      off_deg: 120,
      turn: 'right',
      made: 'right',
      begun_s: 5,
      toward_s: 50,
      from_nm: 2,
      to_nm: 6
    };
    const of = (change: Partial<ToFixMeasure>) => said('vor-hold', { ...turn, ...change }).findings;
    expect(of({})).toEqual([]);
    expect(of({ off_deg: 44, made: null, begun_s: null, toward_s: null })).toEqual([]);
    expect(of({ made: null, begun_s: null, toward_s: null })).toEqual([
      'hard! Never headed for VLB: For 5:00 from 1:40 on no turn was made toward VLB: 2.0 NM away at first, 6.0 NM at the end.'
    ]);
    // A minute without a turn is never; less is a flight that ended.
    expect(of({ made: null, begun_s: null, toward_s: null, end_s: 159 })).toEqual([]);
    expect(of({ toward_s: null })[0]).toMatch(/no track led toward VLB/);
    expect(of({ toward_s: null, end_s: 279 })).toEqual([]);
    expect(of({ toward_s: 200 })).toEqual([
      'hard! Headed late for VLB: For 3:20 from 1:40 on no track led toward VLB: 2.0 NM away at first, 6.0 NM by then.'
    ]);
    expect(of({ begun_s: 30, toward_s: 70 })).toEqual([
      'fault Turned late to VLB: The turn began 30 s after it was due; 20 s allowed.'
    ]);
    expect(of({ made: 'left' })).toEqual([
      'hard! Turned left, not right, to VLB: A right turn was asked for; the first went left.'
    ]);
    expect(of({ made: 'left', isMissed: false })[0]).toMatch(/^fault! Turned left/);
    expect(of({ made: 'left', turn: null })).toEqual([]);
  });
});

test('a test by its examiner is told in one sentence, however the offer was worded', () => {
  const offer = (detail: string): FlightEvent => ({ time_s: 95, kind: 'examiner', detail });
  const answer = (detail: 'goes on' | 'discontinued'): FlightEvent => ({ time_s: 99, kind: 'test', detail });
  const words = 'Low in “Level”: 120 ft below 4,000 ft (100 ft allowed) for 1.5 s.';
  expect(testTold([])).toBeNull();
  expect(testTold([offer(words), answer('goes on')])).toEqual({
    words:
      'Flown as a test, it was outside the standard at 1:35: Low in “Level”: 120 ft below 4,000 ft (100 ft allowed) for 1.5 s; it was flown on, and the rest is judged.',
    moment_s: 95
  });
  expect(testTold([offer(words), answer('discontinued')])!.words).toMatch(
    /for 1\.5 s; it was stopped there, and what was flown before stands\.$/
  );
  expect(testTold([offer(words)])!.words).toMatch(/it was flown on/);
});

test('the speed a wing may never see is told from the moment it was passed, and a stall from the moment it came back', () => {
  const plan = planOf({ drill: 'unusual-attitudes', figures: {} });
  const { aircraft } = lessonOf(plan);
  const span = { phaseId: 'recovery', start_s: 10, end_s: 40 } as Parameters<typeof measureRecovery>[2];
  const { neverExceed_kt } = aircraft.speeds;
  const { stallAngle_deg } = aircraft.lift;
  const measured = (fastest_kt: number, alpha: (t: number) => number) =>
    measureRecovery(
      madeFlight(60, {
        pitch_deg: () => -20,
        bank_deg: () => 30,
        // A knot a second on, up to the fastest.
        trueIas_kt: (t) => Math.min(fastest_kt, neverExceed_kt - 20 + t),
        angleOfAttack_deg: alpha
      }),
      aircraft,
      span
    );
  const level = () => 2;
  expect(measured(neverExceed_kt, level)).toMatchObject({ overspeed_s: null, stalledAgain_s: null });
  const over = measured(neverExceed_kt + 6, level);
  expect(over.overspeed_s).toBeCloseTo(20.1, 1);
  expect(over.peakSpeed_kt).toBeCloseTo(neverExceed_kt + 6, 1);
  // Stalled as it is given over is no second stall; flown again for a while, and stalled once more, is.
  const twice = (t: number) => (t < 15 || t > 30 ? stallAngle_deg + 1 : stallAngle_deg - 8);
  expect(measured(neverExceed_kt, twice).stalledAgain_s).toBeCloseTo(30.1, 1);
  expect(measured(neverExceed_kt, () => stallAngle_deg + 1).stalledAgain_s).toBeNull();
});
