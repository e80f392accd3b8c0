import { describe, expect, test } from 'vitest';
import { onOneCourse, tracking as trackingCheck } from '$core/grade/checks/tracking';
import type { Finding } from '$core/finding/finding';
import type { ArcMeasure } from '$core/grade/checks/arc';
import type { TrackingMeasure } from '$core/grade/checks/tracking-measure';
import type { InterceptMeasure } from '$core/grade/checks/intercept';
import type { ReversalMeasure } from '$core/grade/checks/reversal';
import type { StationTimeMeasure } from '$core/grade/checks/station-time';
import type { CircuitMeasure, HoldMeasure } from '$core/grade/checks/hold-measure';
import type { SetUpMeasure } from '$core/grade/checks/set-up';
import { lessonFor } from './drawn-flight';
import { checkFigures, type CheckMeasure } from '$core/grade/checks/checks';
import { findingsOf, elementsOf } from './told';

/** A measure's findings and verdicts, as the grade has them. */
function graded(drill: string, m: CheckMeasure) {
  const lesson = lessonFor(drill, {});
  const findings: Finding[] = findingsOf(lesson, m);
  return {
    kinds: findings.filter(({ severity }) => severity !== 'good').map(({ kind }) => kind),
    praise: findings.filter(({ severity }) => severity === 'good').map(({ kind }) => kind),
    titles: findings.filter(({ severity }) => severity !== 'good').map(({ title }) => title),
    verdicts: elementsOf(lesson, m).map(({ verdict }) => verdict),
    arithmetic: elementsOf(lesson, m).map(({ arithmetic }) => arithmetic)
  };
}

const intercept: InterceptMeasure = {
  kind: 'intercept',
  phaseId: 'intercept',
  course_deg: 60,
  askedAngle_deg: 45,
  angle_deg: 45,
  established_s: 80,
  overshoot: 0,
  overshoot_s: 70
};
const tracking: TrackingMeasure = {
  kind: 'tracking',
  phaseId: 'inbound',
  course_deg: 60,
  from_s: 0,
  to_s: 200,
  peaks: [],
  unshrinking: null,
  off_s: 0,
  waited_s: 0,
  banked_s: 0,
  rolls: 0,
  keptTurning_s: [],
  driftedOff_s: [],
  driftSide: null,
  correction_deg: -8,
  neededCorrection_deg: -8,
  driftedWith_deg: null,
  level_s: 150,
  uncorrected_s: 0,
  farthestOff: 0.1,
  nearStation_deg: null
};
const circuit: CircuitMeasure = {
  start_s: 100,
  end_s: 340,
  clockDue_s: 165,
  clockStarted_s: 165,
  outbound_s: 60,
  inbound_s: 60,
  rollOut_s: 280,
  rollOutOff: 0.1,
  overshot_nm: 0.05,
  outboundCorrection_deg: 24,
  inboundCorrection_deg: -8
};
const hold: HoldMeasure = {
  kind: 'hold',
  phaseId: 'hold',
  inboundCourse_deg: 60,
  turn: 'right',
  leg_s: 60,
  arrivalHeading_deg: 60,
  due: { entry: 'direct', alternative: null, relative_deg: 180 },
  entry: 'direct',
  entryRight: true,
  entered_s: 100,
  askedTimes: 3,
  outOfTime: false,
  circuits: [circuit, circuit, circuit],
  firstCircuit: 0,
  solution: { outbound_s: 60, outboundCorrection_deg: 24, inboundCorrection_deg: -8 }
};
const flownAs = (...changes: Partial<CircuitMeasure>[]): HoldMeasure => ({
  ...hold,
  circuits: changes.map((change) => ({ ...circuit, ...change }))
});

describe('what a measure is worth', () => {
  test.each([
    [0.5, 80, [], 'met'],
    [0.51, 80, ['intercept-overshoot'], 'met with prompt correction'],
    [1.01, 80, ['intercept-overshoot'], 'not met'],
    [0, null, ['not-established'], 'not met']
  ])(
    'through a course by %f of full scale, established after %s s: %j, %s',
    (overshoot, after, kinds, verdict) => {
      const g = graded('intercept', { ...intercept, overshoot, established_s: after });
      expect([g.kinds, g.verdicts]).toEqual([kinds, [verdict]]);
    }
  );

  test('one fault of tracking is one finding: the bank kept in before chasing, chasing before the wind', () => {
    const drifting = { ...tracking, driftedOff_s: [40, 90], driftSide: 'right' as const, correction_deg: 0 };
    const chasing = { ...drifting, off_s: 60, waited_s: 10 };
    const kept = {
      ...chasing,
      keptTurning_s: [50, 80],
      peaks: [
        { at_s: 40, off: 0.4 },
        { at_s: 70, off: -0.4 }
      ]
    };
    expect(graded('vor-tracking', tracking)).toMatchObject({ kinds: [], verdicts: ['met'] });
    expect(graded('vor-tracking', drifting).kinds).toEqual(['no-wind-correction']);
    expect(graded('vor-tracking', chasing).kinds).toEqual(['chasing-needle']);
    // The needle in the middle all the way, by rolling from side to side all the way; a few turns are none of that.
    expect(graded('vor-tracking', { ...tracking, rolls: 14, banked_s: 70 }).kinds).toEqual([
      'chasing-needle'
    ]);
    expect(graded('vor-tracking', { ...tracking, rolls: 7, banked_s: 70 }).kinds).toEqual([]);
    expect(graded('vor-tracking', { ...tracking, rolls: 14, banked_s: 50 }).kinds).toEqual([]);
    expect(graded('vor-tracking', kept).kinds).toEqual(['still-turning']);
    expect(graded('vor-tracking', kept).verdicts).toEqual(['met with prompt correction']);
    // Once in each of several phases of one course is more than once; on another course it is another matter.
    const once = { ...kept, keptTurning_s: [50] };
    const kindsBeside = (course_deg: number, keptTurning_s = [250]) => {
      const other = { ...once, phaseId: 'other', course_deg, keptTurning_s };
      return graded('vor-tracking', onOneCourse([once, other])[0]!).kinds;
    };
    expect(kindsBeside(60)).toEqual(['still-turning']);
    expect(kindsBeside(61)).toEqual(['chasing-needle']);
    expect(kindsBeside(60, [])).toEqual(['chasing-needle']);
    // Four crossings of which two were so.
    const often = { ...once, peaks: [...once.peaks, ...once.peaks.slice(0, 1)] };
    expect(graded('vor-tracking', onOneCourse([often, { ...often, phaseId: 'other' }])[0]!).kinds).toEqual([
      'chasing-needle'
    ]);
    // Half of what the wind asks for is kept: that is a correction.
    expect(graded('vor-tracking', { ...drifting, correction_deg: -4 }).kinds).toEqual([]);
    // Where the wind asks for next to nothing there is none to keep.
    expect(graded('vor-tracking', { ...drifting, neededCorrection_deg: -2.9 }).kinds).toEqual([]);
  });

  test('a hold: converged is praised, and each fault of it is told apart by its own figures', () => {
    expect(graded('vor-hold', hold)).toMatchObject({
      kinds: [],
      praise: ['right-entry', 'hold-converged'],
      verdicts: ['met', 'met', 'met']
    });
    const kinds = (...changes: Partial<CircuitMeasure>[]) => graded('vor-hold', flownAs(...changes)).kinds;
    // Tried, and brought to its time: put right in good time is said, and no more.
    const tried = graded('vor-hold', flownAs({ inbound_s: 82 }, { inbound_s: 71 }, { inbound_s: 63 }));
    expect([tried.kinds, tried.verdicts[1]]).toEqual([['inbound-leg'], 'met with prompt correction']);
    expect(tried.titles).toEqual(['First two inbound legs off their time, then put right']);
    // Timed by the second: 70.4 s is the 70 that is allowed.
    expect(kinds({ inbound_s: 70.4 }, { inbound_s: 49.6 }, {})).toEqual([]);
    expect(kinds({ inbound_s: 82 }, { inbound_s: 84 }, { inbound_s: 81 })).toEqual(['inbound-leg']);
    expect(
      kinds(
        { outbound_s: 80, inbound_s: 82 },
        { outbound_s: 78, inbound_s: 84 },
        { outbound_s: 80, inbound_s: 81 }
      )
    ).toEqual(['hold-timing']);
    expect(kinds({ clockStarted_s: 175 }, { clockStarted_s: 176 }, {})).toEqual(['hold-timing']);
    expect(kinds({ clockStarted_s: 175 }, {}, {})).toEqual([]);
    expect(kinds({ outboundCorrection_deg: 8 }, { outboundCorrection_deg: 8 })).toEqual([
      'no-hold-correction'
    ]);
    // More than the wind asks for is not too little of it.
    expect(kinds({ outboundCorrection_deg: 40 }, { outboundCorrection_deg: 38 })).toEqual([]);
    expect(kinds({ rollOutOff: 0.9 }, { rollOutOff: 1 })).toEqual(['hold-roll-out']);
    // The last one in the middle: it was learnt, and is not a failure.
    const learnt = graded('vor-hold', flownAs({ rollOutOff: 0.9 }, { rollOutOff: 1 }, { rollOutOff: 0.2 }));
    expect(learnt.kinds).toEqual(['hold-roll-out']);
    expect(learnt.verdicts).not.toContain('not met');
  });

  test('an entry that cannot be told is neither praised nor failed; the wrong one is not met', () => {
    const untold = graded('vor-hold', { ...hold, entry: null });
    expect([untold.kinds, untold.praise, untold.verdicts]).toEqual([[], ['hold-converged'], ['met', 'met']]);
    const wrong = graded('vor-hold', { ...hold, entry: 'teardrop', entryRight: false });
    expect([wrong.kinds, wrong.verdicts[0]]).toEqual([['wrong-entry'], 'not met']);
    expect(wrong.arithmetic[0]).toBe('teardrop flown, direct due');
  });

  test('arcs, limits, times: inside is inside, a tenth beyond is not', () => {
    const arc: ArcMeasure = {
      kind: 'arc',
      phaseId: 'arc',
      radius_nm: 10,
      from_s: 0,
      to_s: 400,
      joined_s: 20,
      rms_nm: 0.3,
      inside_nm: 0.4,
      outside_nm: 1,
      worst_s: 200,
      turns: 9,
      degreesATurn: 10,
      shareTurning: 0.2
    };
    expect(graded('dme-arc', arc)).toMatchObject({ kinds: [], verdicts: ['met'] });
    expect(graded('dme-arc', { ...arc, inside_nm: 1.1 })).toMatchObject({
      kinds: ['arc-off'],
      verdicts: ['not met']
    });
    const reversal: ReversalMeasure = {
      kind: 'reversal',
      phaseId: 'reversal',
      within_nm: 10,
      farthest_nm: 10.1,
      farthest_s: 150,
      rollOutOff: 0.2,
      rollOut_s: 260,
      outOfTime: false,
      end_s: 400
    };
    expect(graded('procedure-turn', reversal)).toMatchObject({ kinds: [], verdicts: ['met'] });
    expect(graded('procedure-turn', { ...reversal, farthest_nm: 10.11 })).toMatchObject({
      kinds: ['beyond-limit'],
      verdicts: ['not met']
    });
    const time: StationTimeMeasure = {
      kind: 'station-time',
      phaseId: 'bearings',
      at_s: 90,
      answered_min: 12,
      due_min: 10,
      change_deg: 10
    };
    // A fifth of it, and a minute at the least.
    expect(graded('time-and-distance', time).kinds).toEqual([]);
    expect(graded('time-and-distance', { ...time, answered_min: 12.1 }).kinds).toEqual(['station-time-off']);
    expect(graded('time-and-distance', { ...time, due_min: 3, answered_min: 4 }).kinds).toEqual([]);
  });

  test('radios: every step that is missing is named, and only when all are there is it said that they were', () => {
    const ready: SetUpMeasure = {
      kind: 'set-up',
      phaseId: 'set-up',
      at_s: 75,
      radio: 'nav1',
      tuned: true,
      set: '113.40 MHz',
      asked: 'VLB, 113.40 MHz',
      identified: true,
      courseError_deg: 5,
      source: 'nav1',
      sourceRight: true
    };
    const at = (change: Partial<SetUpMeasure>) => graded('centring-and-identifying', { ...ready, ...change });
    expect(at({})).toMatchObject({ kinds: [], praise: ['radios-ready'], verdicts: ['met'] });
    const steps: [Partial<SetUpMeasure>, string][] = [
      [{ tuned: false }, 'not-tuned'],
      [{ identified: false }, 'not-identified'],
      [{ courseError_deg: -5.1 }, 'wrong-course'],
      [{ sourceRight: false }, 'wrong-source']
    ];
    for (const [change, kind] of steps)
      expect(at(change)).toMatchObject({ kinds: [kind], praise: [], verdicts: ['not met'] });
    expect(at({ identified: false, courseError_deg: 90, sourceRight: false }).kinds).toEqual([
      'not-identified',
      'wrong-course',
      'wrong-source'
    ]);
  });

  test('figures to be laid side by side leave out the entry and what was not measured', () => {
    const figure = (id: string, ...measures: CheckMeasure[]) =>
      checkFigures(measures).find((f) => f.id === id)?.value;
    const teardrop = {
      ...flownAs({ inbound_s: 20 }, { inbound_s: 70 }, { inbound_s: null }),
      firstCircuit: 1
    };
    expect(figure('hold.inbound', teardrop)).toBe(10);
    expect(figure('intercept.overshoot', { ...intercept, overshoot: 0.25 }, intercept)).toBe(12.5);
    expect(figure('intercept.established', { ...intercept, established_s: null })).toBeUndefined();
    expect(figure('tracking.correction', { ...tracking, correction_deg: -3 })).toBe(5);
  });
});

test('who holds more of a correction than the wind asks for, or the wind is with, is not told of keeping none', () => {
  const lesson = lessonFor('vor-tracking', {});
  const measure = {
    kind: 'tracking', phaseId: 'x', course_deg: 90, from_s: 0, to_s: 300, peaks: [], unshrinking: null, off_s: 60, waited_s: 60,
    banked_s: 20, rolls: 2, keptTurning_s: [], driftedOff_s: [60, 140], driftSide: 'left', driftedWith_deg: 0, correction_deg: 0,
    neededCorrection_deg: 8, level_s: 250, uncorrected_s: 0, farthestOff: -0.4, nearStation_deg: null
  } as TrackingMeasure; // prettier-ignore
  const told = (changes: Partial<TrackingMeasure>) =>
    trackingCheck.judge({ ...measure, ...changes }, lesson).includes('no-wind-correction');
  expect(told({})).toBe(true);
  expect(told({ driftedWith_deg: 3.9 })).toBe(true);
  expect(told({ driftedWith_deg: 4.1 })).toBe(false);
  expect(told({ driftedWith_deg: 38 })).toBe(false);
  expect(told({ driftedWith_deg: -2 })).toBe(true);
  expect(told({ neededCorrection_deg: -8, driftedWith_deg: -38 })).toBe(false);
  expect(told({ neededCorrection_deg: -8, driftedWith_deg: 2 })).toBe(true);
  expect(told({ neededCorrection_deg: 2.9 })).toBe(false);
  // Off to a side all the time with nothing held is told as well; once, and not for long, is not.
  expect(told({ driftedOff_s: [60], uncorrected_s: 160 })).toBe(true);
  expect(told({ driftedOff_s: [60], uncorrected_s: 140 })).toBe(false);
  expect(told({ driftedOff_s: [60], uncorrected_s: 160, farthestOff: 0.2 })).toBe(false);
});
