import { expect, test } from 'vitest';
import { holdEntry } from '$core/procedure/hold-entry';
import { checkFigures, type CheckMeasure } from '$core/grade/checks/checks';
import type { CircuitMeasure, HoldMeasure } from '$core/grade/checks/hold-measure';
import { decisionStory } from '$core/grade/checks/decision';
import type { TrackingMeasure } from '$core/grade/checks/tracking-measure';
import type { Lesson } from '$core/drill/lesson';
import { lessonFor } from './drawn-flight';
import { elementsOf, findingsOf } from './told';

type Kind = CheckMeasure['kind'];
type Of<K extends Kind> = Extract<CheckMeasure, { kind: K }>;
/** What a check measured in order, and what was different about some flights: each is told by itself. */
type Cases = { [K in Kind]?: [lesson: Lesson, inOrder: Of<K>, others: Partial<Of<K>>[]] };

const phaseOf = (lesson: Lesson, matches: (phase: Lesson['drill']['phases'][number]) => boolean) =>
  lesson.drill.phases.find(matches)!.id;
const [descent, hold, unusual, track, dme, reversal, fix, station] = [
  'rate-and-speed-descent',
  'vor-hold',
  'unusual-attitudes',
  'vor-tracking',
  'dme-arc',
  'procedure-turn',
  'fix-from-radials',
  'time-and-distance'
].map((drill) => lessonFor(drill, {})) as [Lesson, Lesson, Lesson, Lesson, Lesson, Lesson, Lesson, Lesson];
const goingDown = phaseOf(descent, ({ goal }) => goal.vertical.kind === 'rate');
const onCourse = phaseOf(track, ({ goal }) => goal.lateral.kind === 'course');
const about = { start_s: 100, end_s: 160 };

const circuit: CircuitMeasure = {
  start_s: 100,
  end_s: 330,
  clockDue_s: 140,
  clockStarted_s: 141,
  outbound_s: 61,
  inbound_s: 58,
  rollOut_s: 270,
  rollOutOff: 0.3,
  overshot_nm: 0.05,
  outboundCorrection_deg: 18,
  inboundCorrection_deg: -7
};
const circuits = (...changes: Partial<CircuitMeasure>[]) => changes.map((change, i) => ({ ...circuit, start_s: 100 + 230 * i, end_s: 330 + 230 * i, ...change })); // prettier-ignore
const held: HoldMeasure = {
  kind: 'hold',
  phaseId: phaseOf(hold, ({ goal }) => goal.lateral.kind === 'hold'),
  inboundCourse_deg: 60,
  turn: 'right',
  leg_s: 60,
  arrivalHeading_deg: 62,
  due: holdEntry({ inboundCourse_deg: 60, turn: 'right' }, 62),
  entry: 'direct',
  entryRight: true,
  entryLegOff_deg: null,
  entered_s: 100,
  circuits: circuits({}, { inbound_s: 63, rollOutOff: -0.6, overshot_nm: -0.1 }),
  askedTimes: 2,
  outOfTime: false,
  firstCircuit: 0,
  solution: { outbound_s: 60, outboundCorrection_deg: 20, inboundCorrection_deg: -7 }
};
const teardrop: Partial<HoldMeasure> = { arrivalHeading_deg: 200, due: holdEntry({ inboundCourse_deg: 60, turn: 'right' }, 200), entry: 'teardrop', firstCircuit: 1, circuits: circuits({}, {}) }; // prettier-ignore
const tracked: TrackingMeasure = {
  kind: 'tracking',
  phaseId: onCourse,
  course_deg: 60,
  from_s: 20,
  to_s: 220,
  peaks: [],
  unshrinking: null,
  off_s: 20,
  waited_s: 12,
  banked_s: 30,
  rolls: 3,
  keptTurning_s: [],
  driftedOff_s: [],
  driftSide: null,
  driftedWith_deg: null,
  correction_deg: -7,
  neededCorrection_deg: -8,
  level_s: 150,
  uncorrected_s: 0,
  farthestOff: 0.2,
  nearStation_deg: 12
};
const swings = (...off: number[]) => off.map((one, i) => ({ at_s: 30 * i, off: one }));

const cases: Cases = {
  altimeter: [
    descent,
    { kind: 'altimeter', phaseId: goingDown, at_s: 90, set_hPa: 1004, asked_hPa: 1003 },
    [{ set_hPa: 1005 }, { set_hPa: 1001 }, { set_hPa: 1013.25 }]
  ],
  arc: [
    dme,
    { kind: 'arc', phaseId: phaseOf(dme, ({ goal }) => goal.lateral.kind === 'arc'), radius_nm: 12, ...{ from_s: 100, to_s: 400 }, joined_s: 20, rms_nm: 0.31, inside_nm: 0.4, outside_nm: 1, worst_s: 250, turns: 8, degreesATurn: 9.6, shareTurning: 0.4 }, // prettier-ignore
    [{ outside_nm: 1.1 }, { inside_nm: 1.4, outside_nm: 0.2 }, { joined_s: null, degreesATurn: null }]
  ],
  circle: [
    descent,
    { kind: 'circle', phaseId: goingDown, from_s: 100, to_s: 200, farthest_nm: 1.34, farthest_s: 150, bank_deg: 30.4, bank_s: 170, onSide: 0.5, turn: 'left', within_nm: 1.3, category: 'A', runway: '24', lost: null }, // prettier-ignore
    [{ farthest_nm: 1.36 }, { bank_deg: 30.6 }, { onSide: 0.49 }, { onSide: null }, { farthest_nm: 2, bank_deg: 35, onSide: 0 }, { lost: 'base' }] // prettier-ignore
  ],
  configuration: [
    descent,
    { kind: 'configuration', phaseId: goingDown, at_s: 120, flaps_deg: 12, askedFlaps_deg: 10, gear: 0.8, askedGear: 1 }, // prettier-ignore
    [{ flaps_deg: 12.1 }, { flaps_deg: 0 }, { gear: 0.5 }, { gear: null }, { flaps_deg: 20, gear: 0 }, { gear: 1, askedGear: 0 }] // prettier-ignore
  ],
  decision: [
    descent,
    { kind: 'decision', phaseId: goingDown, altitude_ft: 3000, at_s: 200, passed: true, toClimb_s: 2.4, lowest_ft: 2990, lowest_s: 201 }, // prettier-ignore
    [
      { passed: false, toClimb_s: 0, lowest_ft: 3050 },
      { passed: false, toClimb_s: 0, lowest_ft: 3051 },
      { passed: false, toClimb_s: 0, lowest_ft: 3390 },
      { lowest_ft: 2900 },
      { toClimb_s: 30, overEnd_ft: 3100 },
      { toClimb_s: null },
      { overEnd_ft: 3100 }
    ]
  ],
  'final-clock': [
    descent,
    { kind: 'final-clock', phaseId: goingDown, passed_s: 300, started_s: 6, within_s: 6, fix: 'GRIMA' },
    [{ started_s: -6 }, { started_s: 7 }, { started_s: -9 }, { started_s: null }]
  ],
  hold: [
    hold,
    held,
    [
      teardrop,
      { ...teardrop, entry: 'parallel', entryRight: false },
      { ...teardrop, entryLegOff_deg: 15 },
      { ...teardrop, entryLegOff_deg: 22 },
      { ...teardrop, entryLegOff_deg: -18, circuits: circuits({ rollOutOff: 0.8, overshot_nm: -0.3 }, {}) },
      { ...teardrop, arrivalHeading_deg: 265, due: holdEntry({ inboundCourse_deg: 60, turn: 'right' }, 265), entry: 'parallel', entryLegOff_deg: -20, circuits: circuits({ rollOutOff: -1, overshot_nm: 0.3 }, {}) }, // prettier-ignore
      { ...teardrop, circuits: circuits({ clockStarted_s: 147 }, {}) },
      { askedTimes: 1, circuits: circuits({ clockStarted_s: 147 }) },
      { entry: null },
      { outOfTime: true, askedTimes: 4 },
      { circuits: circuits({ outboundCorrection_deg: 8 }, { outboundCorrection_deg: 11 }) },
      { circuits: circuits({ outboundCorrection_deg: -8 }, { outboundCorrection_deg: null }) },
      { circuits: circuits({ clockStarted_s: null }, { clockStarted_s: null }) },
      { circuits: circuits({ clockStarted_s: null }, {}) },
      { circuits: circuits({ clockStarted_s: 150, inbound_s: 75 }, { clockStarted_s: 149, inbound_s: 74 }) },
      { circuits: circuits({ clockStarted_s: 150 }, { clockStarted_s: 130 }) },
      { circuits: circuits({ outbound_s: 75, inbound_s: 75 }, { outbound_s: 74, inbound_s: 72 }) },
      { circuits: circuits({ inbound_s: 75 }, { inbound_s: 62 }) },
      { circuits: circuits({ inbound_s: 75 }, { inbound_s: 73 }, { inbound_s: 62 }), askedTimes: 3 },
      { circuits: circuits({ inbound_s: 62 }, { inbound_s: 75 }, { inbound_s: 62 }), askedTimes: 3 },
      { circuits: circuits({ inbound_s: 62 }, { inbound_s: 75 }) },
      { circuits: circuits({ inbound_s: null }, { inbound_s: 75 }) },
      { circuits: circuits({ rollOutOff: 0.76, overshot_nm: 0.2 }, {}) },
      { circuits: circuits({ rollOutOff: 0.8, overshot_nm: 0.2 }, { rollOutOff: -1, overshot_nm: -0.4 }) },
      { circuits: circuits({}, { rollOutOff: 0.9, overshot_nm: -0.2 }), turn: 'left' },
      { circuits: circuits({ rollOutOff: null }, { rollOutOff: null }), leg_s: null }
    ]
  ],
  'left-hold': [
    hold,
    { kind: 'left-hold', phaseId: held.phaseId, fix: 'VLB', turned: false, due: held.due, ...about, away_nm: 3.2 }, // prettier-ignore
    [{ turned: true }, { end_s: 500 }, { nearest_nm: 0.4 }, { nearest_nm: 3.2 }]
  ],
  intercept: [
    track,
    { kind: 'intercept', phaseId: onCourse, course_deg: 60, askedAngle_deg: 45, angle_deg: 44, established_s: 80, overshoot: 0.5, overshoot_s: 150 }, // prettier-ignore
    [{ overshoot: 0.6 }, { overshoot: 1.01 }, { overshoot: 0.6, angle_deg: 9 }, { overshoot: 2, angle_deg: null }, { established_s: null }, { established_s: null, angle_deg: null, overshoot: 0 }] // prettier-ignore
  ],
  'level-off': [
    descent,
    { kind: 'level-off', phaseId: goingDown, altitude_ft: 3600, stopped_ft: -40, stopped_s: 150, beyond_ft: 30, beyond_s: 155, climbing: true }, // prettier-ignore
    [{ beyond_ft: 160 }, { beyond_ft: 260, climbing: false }, { stopped_ft: -150 }, { stopped_ft: -260, climbing: false }, { stopped_ft: null, stopped_s: null }] // prettier-ignore
  ],
  'minimum-set': [
    descent,
    { kind: 'minimum-set', phaseId: goingDown, at_s: 90, marked_ft: 290, asked_ft: 290, least_ft: 288 },
    [{ marked_ft: null }, { marked_ft: 280 }, { marked_ft: 341 }, { marked_ft: 600, pathLost: true }]
  ],
  missed: [
    descent,
    { kind: 'missed', phaseId: goingDown, begun_s: 300, power_s: 3, climb_s: 4.2, cleanedBefore_s: null, turned: null, first: { straight_ft: 1200 } }, // prettier-ignore
    [
      { power_s: 3.1 },
      { power_s: null },
      { power_s: null, climb_s: null },
      { cleanedBefore_s: 302 },
      { turned: { at_s: 320, altitude_ft: 700, bank_deg: -21 } },
      { first: { turn: 'left', made: 'left' }, power_s: 6 },
      { first: { turn: 'left', made: 'right' }, power_s: 6.1 },
      { first: { turn: 'right', made: null } }
    ]
  ],
  'missed-station': [
    descent,
    { kind: 'missed-station', phaseId: goingDown, station: 'VLB, 113.40 MHz', at_s: 200, setAfter_s: 0, inMissed: false }, // prettier-ignore
    [{ setAfter_s: 40 }, { setAfter_s: 140, inMissed: true }, { setAfter_s: null, inMissed: true }]
  ],
  passage: [
    fix,
    { kind: 'passage', phaseId: fix.drill.phases[0]!.id, passed_s: 245, called_s: 10, within_s: 10 },
    [{ called_s: -11 }, { called_s: 12 }, { called_s: null }]
  ],
  'path-start': [
    descent,
    { kind: 'path-start', phaseId: goingDown, at_s: 200, pathShare: 0.1, highest: 0.75, left_s: 190, courseShare: 0.5, checkOff_ft: 100, checkAt_s: 230, fix: 'GRIMA' }, // prettier-ignore
    [{ highest: 0.76 }, { courseShare: 0.6 }, { courseShare: -0.9 }, { checkOff_ft: 101 }, { checkOff_ft: -150 }, { left_s: null, courseShare: null, highest: -0.2, checkOff_ft: null }, { highest: 2, courseShare: 1.4 }] // prettier-ignore
  ],
  recovery: [
    unusual,
    { kind: 'recovery', phaseId: phaseOf(unusual, ({ recovery }) => recovery !== null && recovery !== undefined), attitude: 'nose low', ...about, pitch_deg: -18, bank_deg: 40, firstInput_s: 1.1, power_s: 1.1, wingsLevel_s: 2, nose_s: 3, rightOrder: true, altitudeChange_ft: 400, peakSpeed_kt: 140, peakLoad_g: 2.2, stalledAgain_s: null, overspeed_s: null }, // prettier-ignore
    [{ firstInput_s: 3.1 }, { rightOrder: false }, { stalledAgain_s: 130 }, { overspeed_s: 120, peakSpeed_kt: 160 }] // prettier-ignore
  ],
  reversal: [
    reversal,
    { kind: 'reversal', phaseId: phaseOf(reversal, ({ goal }) => goal.lateral.kind === 'reversal'), within_nm: 10, farthest_nm: 10.1, farthest_s: 200, rollOutOff: 0.4, rollOut_s: 260, outOfTime: false, end_s: 400 }, // prettier-ignore
    [{ farthest_nm: 10.2 }, { outOfTime: true }, { outOfTime: true, rollOutOff: null, rollOut_s: null }]
  ],
  'roll-out': [
    descent,
    { kind: 'roll-out', phaseId: goingDown, heading_deg: 270, error_deg: 8, at_s: 180, direction: 1 },
    [{ error_deg: 12 }, { error_deg: -24 }, { error_deg: 14, direction: -1 }, { error_deg: 372 }, { error_deg: 725 }] // prettier-ignore
  ],
  'set-up': [
    track,
    { kind: 'set-up', phaseId: onCourse, at_s: 60, radio: 'nav1', tuned: true, set: '113.40 MHz', asked: '113.40 MHz', identified: true, courseError_deg: 5, source: 'nav1', sourceRight: true }, // prettier-ignore
    [{ identified: null, courseError_deg: null }, { tuned: false, set: '110.30 MHz', identified: false }, { identified: false, courseError_deg: -6 }, { courseError_deg: 180 }, { source: 'rnav', sourceRight: false }, { radio: 'adf', asked: '407 kHz', set: '407 kHz', courseError_deg: null, source: 'adf' }, { radio: 'adf', asked: '407 kHz', set: '407 kHz', courseError_deg: null, sourceRight: false }, { radio: 'rnav', asked: 'GRIMA', set: 'GRIMA, RW24', identified: null, source: 'rnav', courseError_deg: 0 }, { radio: 'rnav', asked: 'GRIMA', set: 'RW24', tuned: false, identified: null, source: 'rnav', courseError_deg: null }, { radio: 'rnav', asked: 'GRIMA', set: 'GRIMA', identified: null, sourceRight: false, courseError_deg: null }] // prettier-ignore
  ],
  'speed-first': [
    descent,
    { kind: 'speed-first', phaseId: goingDown, asked_kt: 90, at_s: 120, ias_kt: 95.4, left_ft: 4500 },
    [{ ias_kt: 95.6 }, { ias_kt: 110 }]
  ],
  stabilised: [
    descent,
    { kind: 'stabilised', phaseId: goingDown, at_s: 300, height_ft: 500, courseShare: 0.75, pathShare: -0.75, speedOff_kt: 10.4, rate_fpm: -1000, throttle: 0.03, flaps_deg: 12, gear: 1 }, // prettier-ignore
    [
      { courseShare: 0.8 },
      { courseShare: -0.8 },
      { pathShare: 0.9 },
      { pathShare: -0.9 },
      { pathShare: null },
      { speedOff_kt: 10.6 },
      { speedOff_kt: -5.4 },
      { speedOff_kt: -5.6 },
      { rate_fpm: -1001 },
      { throttle: 0.02 },
      { flaps_deg: 12.1 },
      { gear: 0.4 },
      { courseShare: 1.2, pathShare: 1, speedOff_kt: 20, rate_fpm: -1400, throttle: 0, flaps_deg: 0, gear: 0 }
    ]
  ],
  'station-time': [
    station,
    { kind: 'station-time', phaseId: station.drill.phases[0]!.id, at_s: 90, answered_min: 10, due_min: 12, change_deg: 10 }, // prettier-ignore
    [{ answered_min: 9.5 }, { answered_min: null }, { answered_min: null, due_min: null }, { due_min: 3, answered_min: 4 }] // prettier-ignore
  ],
  'step-down': [
    descent,
    { kind: 'step-down', phaseId: goingDown, passed_s: 200, altitude_ft: 2400, target_ft: 2200, fix: 'NORIN', pathShare: null, descent_fpm: 500 }, // prettier-ignore
    [{ altitude_ft: 2401 }, { altitude_ft: 2500, pathShare: 0.75 }, { altitude_ft: 2500, pathShare: 0.8 }]
  ],
  threshold: [
    descent,
    { kind: 'threshold', phaseId: goingDown, at_s: 400, came: true, before_nm: 0, aside_m: 45, height_ft: 80, speedOff_kt: 4, crossing_ft: 50 } as Of<'threshold'>, // prettier-ignore
    [
      { aside_m: -46 },
      { aside_m: 0.3, height_ft: 19 },
      { height_ft: 81 },
      { speedOff_kt: -7 },
      { aside_m: 120, height_ft: 150, speedOff_kt: 15 },
      { came: false },
      { height_ft: 90, aside_m: 151 },
      { height_ft: 60, before_nm: 0.8, aside_m: 0.2 },
      { height_ft: 110, aside_m: 400 }
    ]
  ],
  'to-fix': [
    hold,
    { kind: 'to-fix', phaseId: hold.drill.phases[0]!.id, fix: 'VLB', isMissed: false, ...about, off_deg: -120, turn: null, made: 'left', begun_s: 20, toward_s: 50, from_nm: 2, to_nm: 2.4 }, // prettier-ignore
    [{ begun_s: 21 }, { begun_s: null, made: null, toward_s: null }, { begun_s: 2, toward_s: null, end_s: 280 }, { turn: 'right' }, { off_deg: 44, begun_s: 40 }] // prettier-ignore
  ],
  tracking: [
    track,
    tracked,
    [
      { keptTurning_s: [50, 110], peaks: swings(0.4, -0.4, 0.3) },
      { keptTurning_s: [50], peaks: swings(0.4, -0.4, 0.3) },
      { keptTurning_s: [50], peaks: swings(0.4, -0.1), elsewhere: { kept: 1, crossed: 1 } },
      { keptTurning_s: [50], peaks: swings(0.4, -0.4, 0.3, -0.3), elsewhere: { kept: 2, crossed: 6 } },
      { off_s: 60, waited_s: 17 },
      { off_s: 60, waited_s: 0.4 },
      { off_s: 60, waited_s: 18 },
      { rolls: 14, banked_s: 60 },
      { rolls: 14, banked_s: 59 },
      { rolls: 13, banked_s: 90 },
      { unshrinking: { start_s: 40, end_s: 160, peaks: [0.5, -0.5, 0.6] } },
      { driftedOff_s: [60, 120], driftSide: 'left', driftedWith_deg: -1 },
      { driftedOff_s: [60, 120], driftSide: 'left', driftedWith_deg: -4 },
      { uncorrected_s: 90, correction_deg: 0, farthestOff: 0.4 },
      { uncorrected_s: 90, correction_deg: 0, farthestOff: 0.25 },
      { uncorrected_s: 90, correction_deg: 0, farthestOff: -0.4 },
      { uncorrected_s: 89, correction_deg: 1, farthestOff: 0.5 },
      { uncorrected_s: 59, level_s: 60, correction_deg: 0, farthestOff: 0.5 },
      { uncorrected_s: 90, correction_deg: 0, neededCorrection_deg: 2.9, farthestOff: 0.5 },
      { nearStation_deg: 13 },
      { nearStation_deg: null }
    ]
  ]
};

test('every check, word by word and figure by figure: read once by a person, held against what was read', async () => {
  const read: string[] = [];
  for (const [kind, each] of Object.entries(cases)) {
    if (!each) continue;
    const [lesson, inOrder, others] = each as [Lesson, CheckMeasure, Partial<CheckMeasure>[]];
    read.push(`# ${kind}`);
    for (const change of [{}, ...others]) {
      const measure = { ...inOrder, ...change } as CheckMeasure;
      read.push(`- ${JSON.stringify(change).replaceAll('"', '').slice(0, 160)}`);
      for (const { name, verdict, arithmetic } of elementsOf(lesson, measure))
        read.push(`    ${name} [${verdict}] ${arithmetic}`);
      for (const f of findingsOf(lesson, measure)) {
        const where = [f.moment_s, f.start_s, f.end_s].map((at) => at ?? '–').join('/');
        const weight = `${f.kind} ${f.severity}${f.failed ? '!' : ''} ${f.worth?.toFixed(1) ?? ''} ${f.channel ?? ''} ${f.side ?? ''}`;
        read.push(`    ${f.title}. ${f.evidence}`, `        (${weight.trim()} at ${where})`);
      }
      for (const { id, value } of checkFigures([measure])) read.push(`    ${id} = ${value.toFixed(2)}`);
      if (measure.kind === 'decision') read.push(`    ${decisionStory(measure)}`);
    }
  }
  await expect(`${read.join('\n')}\n`).toMatchFileSnapshot('checks-as-read.txt');
});
