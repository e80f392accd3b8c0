import { describe, expect, test } from 'vitest';
import type { CorridorMeasure } from '$core/deviation/corridor-measure';
import type { Lesson } from '$core/drill/lesson';
import type { Corridor } from '$core/drill/corridor';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import type { Finding } from '$core/finding/finding';
import type { Flight } from '$core/flight/flight';
import { powerHuntingOf } from '$core/grade/habits/hand-habits';
import { overCorrectionOf } from '$core/grade/habits/over-correction';
import { turnByBankOf } from '$core/grade/habits/turn-by-bank';
import { habitFindings, staringFindings } from '$core/grade/habits/habit-findings';
import { habitsOf, type Habits } from '$core/grade/habits/habits';
import { limitFindings } from '$core/grade/airplane-limits';
import { heldWell } from '$core/grade/held-well';
import { notFlown } from '$core/grade/not-flown';
import { unjudgedWords } from '$core/grade/unjudged';
import { placeAt } from '$core/earth/geodesic';
import { lessonOf } from '$core/drill/lesson';
import { worldById } from '$core/radio/world-catalogue';
import { aircraft, area, madeFlight } from './flown';
import { lessonFor } from './drawn-flight';
import { planned } from './planned-approach';

const said = (findings: Finding[]) => findings.map(({ kind, severity, failed, title, evidence, worth, side }) => `${kind} ${severity}${failed ? '!' : ''} ${worth?.toFixed(1) ?? '–'} ${side ?? ''}| ${title}. ${evidence}`.replaceAll('\u2009', ' ')); // prettier-ignore
const none: Habits = { overCorrecting: [], pumping: [], hunting: null, outOfTrim: null, byBank: null, staring: null }; // prettier-ignore
const stretch = { start_s: 100, end_s: 140 };

test('a way of flying is told with its figures, a guess as one', () => {
  expect(said(habitFindings(none))).toEqual([]);
  const habits = {
    ...none,
    overCorrecting: [
      { channel: 'altitude_ft', ...stretch, crossings: 5, peaks: [80, -70, 90, -85, 75, -80, 95] },
      { channel: 'heading_deg', ...stretch, crossings: 2, peaks: [6, -7] }
    ],
    pumping: [{ ...stretch, highest_fpm: 420, lowest_fpm: -510, swings: 6, period_s: 6.6, pitch_deg: 4.25 }],
    hunting: { ...stretch, reversals: 7 },
    outOfTrim: { ...stretch, elevator: -0.081, seconds: 30 },
    byBank: { ...stretch, off: 2, turns: 3, bank_deg: 25, rate_degps: 4.94, due_degps: 3, tas_kt: 95, side: 'above' }, // prettier-ignore
    staring: { held: 'heading_deg', wandered: 'altitude_ft', times: [{ ...stretch, deviation: 120 }, { start_s: 200, end_s: 230, deviation: -160 }] } // prettier-ignore
  } as unknown as Habits;
  // Fifteen degrees of bank at 95 kt: g × tan 14.6° ÷ V is 3°/s.
  expect(said(habitFindings(habits))).toEqual([
    'over-correcting fault 24.0 | Over-correcting the altitude. Through it five times in 40 s, peaks +80, −70, +90, −85, +75, −80 … ft: they do not get smaller.',
    'over-correcting fault 24.0 | Over-correcting the heading. Through it twice in 40 s, peaks +6, −7°: they do not get smaller.',
    'pumping fault 40.0 | Pumping the nose. The vertical speed swung 6 times up and down between +420 and −510 ft/min, about 7 s each time, the nose with it by 4.3°.',
    'power-hunting fault 20.0 | Hunting with the power. The throttle changed direction 7 times within a minute, where one setting would do.',
    'not-trimmed fault 12.0 | Not trimmed. 8 % of the elevator held forward for 30 s of straight flight.',
    'turned-by-bank fault 24.0 above| Turns too steep for standard rate. 2 of 3 turns; in this one 25° of bank held at 95 kt make 4.9°/s, where 15° make 3.0°/s.'
  ]);
  const [stared] = staringFindings(habits);
  expect(said([stared!])).toEqual(['fixation fault 12.0 below| Perhaps too long on the heading indicator. Twice the altitude drifted off by up to 160 ft without any correction, while the heading was being worked and held. A guess from the flying: the eyes were not recorded.']); // prettier-ignore
  expect(stared).toMatchObject({ inferred: true, moment_s: 230, channel: 'altitude_ft' });
  expect(staringFindings(none)).toEqual([]);
  expect(said(habitFindings({ ...habits, overCorrecting: [], byBank: { ...habits.byBank!, side: 'below' }, outOfTrim: { ...habits.outOfTrim!, elevator: 0.1 } })).slice(2)).toEqual([expect.stringContaining('10 % of the elevator held back'), expect.stringContaining('Turns too shallow')]); // prettier-ignore
});

/** To one side and the other of a middle, a half swing so long. */
const swinging = (middle: number, size: (n: number) => number, half_s: number) => (t: number) => {
  const n = Math.floor(t / half_s);
  return middle + size(n) * Math.sin((Math.PI * (t - n * half_s)) / half_s) * (n % 2 === 0 ? 1 : -1);
};

describe('a way of flying as it is measured', () => {
  test('a quantity sent through its target again and again, its peaks no smaller: how large, how far apart, how many', () => {
    const over = (
      channel: 'altitude_ft' | 'heading_deg',
      allowed: number,
      size: (n: number) => number,
      half_s = 15,
      middle = 4000
    ) => {
      const corridor = { channel, target: middle, above: allowed, below: allowed } as Corridor;
      return overCorrectionOf(madeFlight(8 * half_s, { [channel]: (t) => (swinging(middle, size, half_s)(t) + 360) % (channel === 'heading_deg' ? 360 : Infinity) - (channel === 'heading_deg' ? 0 : 360) }), corridor, 0, 80 * half_s); // prettier-ignore
    };
    const feet = over('altitude_ft', 100, () => 40)!;
    expect(feet).toMatchObject({ crossings: 7, start_s: expect.closeTo(7.5, -0.5), end_s: expect.closeTo(112.5, -0.5) }); // prettier-ignore
    expect(feet.peaks.map(Math.round)).toEqual([40, -40, 40, -40, 40, -40, 40, -40]);
    expect(over('altitude_ft', 100, () => 28)).toBeNull();
    expect(over('altitude_ft', 100, () => 40, 34)).not.toBeNull();
    expect(over('altitude_ft', 100, () => 40, 36)).toBeNull();
    // A fifth smaller each time is not getting smaller; a half is.
    expect(over('altitude_ft', 100, (n) => 200 * 0.8 ** n)).not.toBeNull();
    expect(over('altitude_ft', 100, (n) => 1000 * 0.55 ** n)).toBeNull();
    // One side may be the smaller; a small one between large ones begins anew; three in a row are not four.
    expect(over('altitude_ft', 100, (n) => (n % 2 === 0 ? 90 : 50))!.crossings).toBe(6);
    expect(over('altitude_ft', 100, (n) => (n === 3 ? 35 : 80))!.crossings).toBe(4);
    expect(over('altitude_ft', 100, (n) => (n < 3 ? 80 : 0))).toBeNull();
    // Headings: six tenths of what is allowed, and no less than five degrees, across north as anywhere.
    const degrees = (allowed: number, size: number, middle = 210) => over('heading_deg', allowed, () => size, 15, middle) !== null; // prettier-ignore
    expect([degrees(10, 6.3), degrees(10, 5.7), degrees(5, 5.3), degrees(5, 4.7), degrees(10, 8, 360)]).toEqual([true, false, true, false, true]); // prettier-ignore
  });

  test('the throttle to and fro: seven times within a minute, the worst of them', () => {
    const hunts = (half_s: number, size = 0.05) => { const flight = madeFlight(180, { throttle: swinging(0.5, () => size, half_s) }); return powerHuntingOf(flight, [[0, 1800]]); }; // prettier-ignore
    expect(hunts(8)!.reversals).toBeGreaterThanOrEqual(7);
    expect(hunts(8)!.reversals).toBeLessThanOrEqual(8);
    expect(hunts(12)).toBeNull();
    expect(hunts(4)!.reversals).toBeGreaterThan(2 * hunts(9)!.reversals - 3);
    // Of six hundredths from low to high it is a swing.
    expect([hunts(6, 0.036) !== null, hunts(6, 0.024)]).toEqual([true, null]);
    // Stretches that are apart are told apart: what lies between was not steady flight.
    const flight = madeFlight(180, { throttle: swinging(0.5, () => 0.05, 8) });
    expect(powerHuntingOf(flight, [[0, 150], [700, 850], [1500, 1650]])).toBeNull(); // prettier-ignore
  });

  test('turns by bank: more than half of them, two at least, a quarter off what is due', () => {
    /** Turns of 120° one after the other, each at its rate; a bank beside it. */
    const turns = (...rates: number[]) => {
      const each_s = 70;
      const turned = (n: number, t: number) => Math.min(120, Math.max(0, rates[n]! * (t - 5)));
      return madeFlight(rates.length * each_s, {
        tas_kt: () => 100,
        bank_deg: (t) => { const n = Math.min(rates.length - 1, Math.floor(t / each_s)); const in_s = t - n * each_s; return in_s > 5 && in_s < 5 + 120 / rates[n]! ? 18 : 0; },
        heading_deg: (t) => { const n = Math.min(rates.length - 1, Math.floor(t / each_s)); return (n * 120 + turned(n, t - n * each_s)) % 360; }
      }); // prettier-ignore
    };
    const found = (...rates: number[]) => turnByBankOf(turns(...rates), [[0, rates.length * 700, 90]]);
    expect(found(4, 4.2, 3)).toMatchObject({ turns: 3, off: 2, side: 'above', due_degps: 3, tas_kt: expect.closeTo(100, 6), bank_deg: expect.closeTo(18, 6), start_s: expect.closeTo(75, 0) }); // prettier-ignore
    expect(found(4, 4.2, 3)!.rate_degps).toBeCloseTo(4.2, 1);
    expect(found(2, 2.1)).toMatchObject({ side: 'below', off: 2 });
    // Shown is the one that is farthest off.
    expect(found(2.1, 1.5)!.rate_degps).toBeCloseTo(1.5, 1);
    expect([found(4, 3), found(4, 4, 3, 3), found(3.6, 3.7), found(4, 2)]).toEqual([null, null, null, null]);
  });
});

test('of several times a quantity was over-corrected the one with the most crossings is told; in rough air none', () => {
  const lesson = lessonFor('straight-and-level', { turbulence: 'light' });
  const { id } = lesson.drill.phases[0]!;
  const at_ft = lesson.plan.startAltitude_ft;
  // Four crossings, a minute and a half of quiet, and then seven.
  const first = swinging(at_ft, () => 60, 15);
  const again = swinging(at_ft, () => 60, 12);
  const flight = madeFlight(300, { altitude_ft: (t) => (t < 75 ? first(t) : t < 200 ? at_ft : t < 296 ? again(t - 200) : at_ft) }); // prettier-ignore
  const measured = (from_s: number, to_s: number, target = at_ft) => ({ channel: 'altitude_ft', phaseId: id, corridor: { channel: 'altitude_ft', target, above: 100, below: 100 }, from_s, to_s, exceedances: [] }) as unknown as CorridorMeasure; // prettier-ignore
  const measures = [measured(0, 80), measured(190, 300, at_ft + 0.5)];
  const span = { phaseId: id, start_s: 0, end_s: 300, settled_s: {}, complete: true };
  const [told, ...others] = habitsOf(flight, lesson, [span], measures).overCorrecting;
  expect(others).toEqual([]);
  expect(told!.crossings).toBe(7);
  expect(told!.start_s).toBeGreaterThan(195);
  const otherwise = habitsOf(flight, lesson, [span], [...measures].reverse()).overCorrecting;
  expect(otherwise.map(({ crossings }) => crossings)).toEqual([7]);
  const rough = { ...lesson, plan: { ...lesson.plan, turbulence: 'moderate' as const } };
  expect(habitsOf(flight, rough, [span], measures).overCorrecting).toEqual([]);
});

test('what the instructor does with nose and throttle is not the student’s habit', () => {
  const lesson = lessonFor('straight-and-level', { turbulence: 'light' });
  const phase = lesson.drill.phases[0]!;
  const flight = madeFlight(120, { throttle: (t) => (Math.floor(t / 4) % 2 ? 0.8 : 0.5) });
  const hunted = (byInstructor?: string) => {
    const drill = { ...lesson.drill, phases: [{ ...phase, ...(byInstructor ? { byInstructor } : {}) }] };
    const span = { phaseId: phase.id, start_s: 0, end_s: 120, settled_s: {}, complete: true };
    return habitsOf(flight, { ...lesson, drill }, [span], []).hunting;
  };
  expect(hunted()).not.toBeNull();
  expect(hunted(phase.id)).toBeNull();
});

test('held well: half a minute and more, within four tenths, spotless; the two best of it', () => {
  const lesson = lessonFor('constant-rate-climb', {});
  const [level, , steady] = lesson.drill.phases;
  const measured = (channel: string, rmsOfTolerance: number, seconds: number, changes: Partial<CorridorMeasure> = {}, phase = level!): CorridorMeasure => ({ channel, phaseId: phase.id, corridor: { channel, target: 0, above: 1, below: 1 }, rmsOfTolerance, from_s: 10, to_s: 10 + seconds, exceedances: [], ...changes }) as CorridorMeasure; // prettier-ignore
  const praised = (measures: CorridorMeasure[], faults: Finding[] = []) => said(heldWell(lesson, measures, faults)); // prettier-ignore
  expect(praised([measured('ias_kt', 0.3, 30)])).toEqual(['held-well good 2.1 | Speed held well. Never outside in 0:30, 30 % of the tolerance on average, longest in level flight.']); // prettier-ignore
  expect(praised([measured('ias_kt', 0.3, 29)])).toEqual([]);
  expect(praised([measured('ias_kt', 0.41, 60)])).toEqual([]);
  // Over two phases: by their times, the root of the mean square; told of the longer.
  expect(praised([measured('ias_kt', 0, 30), measured('ias_kt', 0.4, 90, {}, steady)])[0]).toMatch(/in 2:00, 35 % of the tolerance on average, longest in “Steady”\.$/); // prettier-ignore
  expect(praised([measured('ias_kt', 0.1, 60, { exceedances: [{}] as CorridorMeasure['exceedances'] })])).toEqual([]); // prettier-ignore
  expect(praised([measured('altitude_ft', 0.1, 60, { corridor: { channel: 'altitude_ft', target: 0, above: null, below: 1 } })])).toEqual([]); // prettier-ignore
  const fault = (channel: string, severity: string) => [{ channel, severity }] as Finding[];
  expect(praised([measured('ias_kt', 0.1, 60)], fault('ias_kt', 'fault'))).toEqual([]);
  expect(praised([measured('ias_kt', 0.1, 60)], fault('ias_kt', 'good'))).toHaveLength(1);
  expect(praised([measured('ias_kt', 0.1, 60)], fault('altitude_ft', 'fault'))).toHaveLength(1);
  expect(praised([measured('ias_kt', 0.3, 60), measured('altitude_ft', 0.1, 60), measured('heading_deg', 0.2, 60)]).map((line) => /\| (\w+) held/.exec(line)![1])).toEqual(['Altitude', 'Heading']); // prettier-ignore
});

describe('how a flight ended', () => {
  const lesson: Lesson = lessonFor('rate-and-speed-descent', {});
  const toFly = lesson.drill.phases.map(({ id }) => id);
  const flownTo = (count: number): PhaseSpan[] => toFly.slice(0, count).map((phaseId, i) => ({ phaseId, start_s: 10 * i, end_s: 10 * i + 10, settled_s: {}, complete: true })); // prettier-ignore
  const ended = (channels: Record<string, (t: number) => number> = { trueAltitude_ft: () => 3000 }, change: Partial<Flight> = {}, spans = flownTo(4)) => notFlown({ ...madeFlight(120, channels), ...change }, lesson, toFly, spans); // prettier-ignore

  test('not to the end: what was left, and by whom it was ended', () => {
    expect(ended(undefined, {}, flownTo(6))).toEqual([]);
    expect(said(ended())).toEqual(['not-flown fault! 96.0 | Not flown to the end. The flight ended at 2:00; not completed: “Climb”, “Level-off”.']); // prettier-ignore
    const stopped = {
      events: [{ time_s: 119, kind: 'command', command: { does: 'end' } }]
    } as Partial<Flight>;
    expect(said(ended({ trueAltitude_ft: () => area.groundElevation_ft }, stopped))).toEqual(['ended-by-instructor fault 12.0 | Ended by the instructor. The instructor ended the flight at 2:00; not completed: “Climb”, “Level-off”.']); // prettier-ignore
  });

  test('into the surface: how fast and how banked, and the stall it came from', () => {
    const down = (fpm: number, change: Record<string, (t: number) => number> = {}) => ({ trueAltitude_ft: (t: number) => area.groundElevation_ft + ((120 - t) * fpm) / 60, verticalSpeed_fpm: () => -fpm, bank_deg: () => -24, ...change }); // prettier-ignore
    expect(said(ended(down(1846)))[1]).toBe('met-the-surface hard! 1000000.0 below| Flown into the surface. At 2:00 the airplane came down to the surface at 1850 ft/min, banked 24°.'); // prettier-ignore
    const stall_deg = aircraft.lift.stallAngle_deg;
    const stalls = {
      angleOfAttack_deg: (t: number) => (t < 70 ? stall_deg : stall_deg + 2),
      ias_kt: () => 46
    };
    expect(said(ended(down(1846, stalls)))[1]).toMatch(
      /banked 24°\. The wing had stalled at 1:10, at 46 kt\.$/
    );
    const early = { angleOfAttack_deg: (t: number) => (t < 29 ? stall_deg + 2 : 4) };
    expect(said(ended(down(1846, early)))[1]).toMatch(/banked 24°\.$/);
    // Without height, sink or bank nobody knows how it came down.
    for (const lacks of ['trueAltitude_ft', 'verticalSpeed_fpm', 'bank_deg']) {
      const { columns } = madeFlight(120, down(1846));
      expect(ended(down(1846), { columns: new Map([...columns].filter(([id]) => id !== lacks)) as Flight['columns'] })).toHaveLength(1); // prettier-ignore
    }
    // Ten feet over it, and what the last third of a second of sinking makes: not beyond that.
    const short = (ft: number) => ended(down(600, { trueAltitude_ft: (t: number) => area.groundElevation_ft + ft + (120 - t) * 10 })); // prettier-ignore
    expect([short(12).length, short(14).length]).toEqual([2, 1]);
    // Who had been down for seconds had landed.
    expect(ended({ trueAltitude_ft: () => area.groundElevation_ft + 5, verticalSpeed_fpm: () => 0 })).toHaveLength(1); // prettier-ignore
  });

  test('down on a runway out of a circle: its own says nothing, another is named, beside and beyond it is the surface', () => {
    const circled = lessonOf(planned('xvna-vor-a', { ends: 'landing', circle: { runway: '31', turn: 'left' } })); // prettier-ignore
    const ids = circled.drill.phases.map(({ id }) => id);
    const check = circled.drill.checks.find(({ kind }) => kind === 'circle') as Extract<Lesson['drill']['checks'][number], { kind: 'circle' }>; // prettier-ignore
    const spans = ids.slice(0, ids.indexOf(check.phases[0]!) + 1).map((phaseId, i): PhaseSpan => ({ phaseId, start_s: 10 * i, end_s: 10 * i + 10, settled_s: {}, complete: phaseId !== check.phases[0] })); // prettier-ignore
    const [first, back] = ['13', '31'].map((name) => worldById('vesterlund').runways.find((one) => one.airport === 'XVNA' && one.name === name)!); // prettier-ignore
    /** Down so far beyond a threshold and beside the middle, heading along it. */
    const down = (runway: typeof first, beyond_ft: number, aside_m = 0, heading_deg = runway!.course_deg) => {
      const along = runway!.course_deg + circled.area.variation_deg;
      const at = placeAt(placeAt(runway!, along, beyond_ft / 6076.12), along + 90, aside_m / 1852);
      const flight = madeFlight(120, { trueAltitude_ft: (t) => circled.area.groundElevation_ft + (120 - t) * 5, verticalSpeed_fpm: () => -300, latitude_deg: () => at.latitude_deg, longitude_deg: () => at.longitude_deg, heading_deg: () => heading_deg }); // prettier-ignore
      return notFlown(flight, circled, ids, spans).slice(1).map(({ kind, title, evidence }) => `${kind}: ${title}. ${evidence}`); // prettier-ignore
    };
    expect(down(back, 800)).toEqual([]);
    expect(down(first, 800)).toEqual(['other-runway: Landed on another runway. At 2:00 the airplane came down on runway 13; the circle was to lead to runway 31.']); // prettier-ignore
    const surface = expect.stringMatching(/^met-the-surface: Flown into the surface\. At 2:00/);
    // Before its threshold, beyond its far end, beside it, or across it there is no landing on it.
    for (const [beyond_ft, aside_m, heading_deg] of [
      [-100],
      [first!.length_ft + 100],
      [800, 80],
      [800, 0, 40]
    ] as [number, number?, number?][])
      // prettier-ignore
      expect(down(first, beyond_ft, aside_m, heading_deg), `${beyond_ft} ${aside_m}`).toEqual([surface]);
    expect(down(first, first!.length_ft - 100)).toHaveLength(1);
    expect(down(first, first!.length_ft - 100)[0]).toContain('runway 13');
  });

  test('flaps out above their speed: the fastest moment of the worst time, all of them counted, nothing in a recovery or in another hand', () => {
    const lesson = lessonFor('rate-and-speed-descent', {});
    const limit = aircraft.speeds.flapsExtended_kt;
    /** To fifteen knots over at 0:20, and to eight at 0:50. */
    const fast = madeFlight(60, { flaps_deg: () => 10, gear: () => 1, ias_kt: (t) => limit + Math.max(15 - Math.abs(t - 20), 8 - Math.abs(t - 50)) }); // prettier-ignore
    const span = (phaseId: string, start_s = 0, end_s = 60): PhaseSpan => ({ phaseId, start_s, end_s, settled_s: {}, complete: true }); // prettier-ignore
    const [told, ...others] = limitFindings(fast, lesson, [span('descent')]);
    expect(others).toEqual([]);
    expect(said([told!])).toEqual([expect.stringMatching(new RegExp(`^flaps-too-fast hard! [\\d.]+ above\\| Flaps out above their speed\\. Flaps 10° at ${limit + 15} kt, where ${limit} kt is the most; above it for 38 s\\.$`))]); // prettier-ignore
    expect([told!.moment_s, told!.start_s, told!.end_s]).toEqual([20, expect.closeTo(7.1, 1), expect.closeTo(32.9, 1)]); // prettier-ignore
    // Judged as far as the span goes, and not where nothing was asked of the student.
    expect(limitFindings(fast, lesson, [span('descent', 40, 60)])[0]!.moment_s).toBe(50);
    const upset = lessonFor('unusual-attitudes', {});
    const recovery = upset.drill.phases.find((phase) => phase.recovery)!;
    expect(limitFindings(fast, upset, [span(recovery.id)])).toEqual([]);
  });

  test('what was not recorded is one sentence, each channel named once', () => {
    expect(unjudgedWords([])).toBeNull();
    expect(unjudgedWords([{ name: 'speed', lacks: ['ias_kt'] }, { name: 'Inbound: tracking', lacks: ['heading_deg', 'ias_kt'] }])).toMatch(/^Judged in part: speed, inbound: tracking could not be judged, because this flight did not record [a-z ]+, [a-z ]+\.$/); // prettier-ignore
  });
});
