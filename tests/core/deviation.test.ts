import { describe, expect, test } from 'vitest';
import { measureCorridor, measureCorridors } from '$core/deviation/corridor-measure';
import { deviationAt, deviationsOf, fractionOfTolerance, targetsOf } from '$core/deviation/deviation';
import { exceedancesOf, inputsOf } from '$core/deviation/exceedance';
import type { Corridor } from '$core/drill/corridor';
import type { Goal, Phase } from '$core/drill/drill';
import type { Lesson } from '$core/drill/lesson';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { placeAt } from '$core/earth/geodesic';
import { Rejection } from '$core/measure/rejection';
import { madeFlight } from './flown';

const altitude: Corridor = { channel: 'altitude_ft', target: 4000, above: 100, below: 50 };
const bank: Corridor = { channel: 'bank_deg', target: 20, above: 5, below: 5 };

describe('how a corridor was held, by hand', () => {
  // Ten seconds: one moment each at these deviations, in turn.
  const offs = [0, 15, 60, 100, 150, -9, -20, -50, -75, 0];
  const flight = madeFlight(0.9, { altitude_ft: (t) => 4000 + offs[Math.round(10 * t)]! });
  const measured = () => measureCorridor(flight, altitude, 'level', 0, 9);

  test('shares inside and to one side, each side by its own tolerance', () => {
    const m = measured();
    // Inside to its very edge; plainly to one side beyond a fifth: 20 ft above, 10 below.
    expect([m.shareInside, m.shareAbove, m.shareBelow]).toEqual([0.8, 0.3, 0.3]);
    expect(m.meanDeviation).toBeCloseTo(offs.reduce((a, b) => a + b) / 10, 6);
    expect(m.rms).toBeCloseTo(Math.sqrt(offs.reduce((a, b) => a + b * b, 0) / 10), 4);
    const fractions = offs.map((off) => off / (off >= 0 ? 100 : 50));
    expect(m.rmsOfTolerance).toBeCloseTo(Math.sqrt(fractions.reduce((a, b) => a + b * b, 0) / 10), 6);
    expect(m.lean).toBeCloseTo(fractions.reduce((sum, f) => sum + Math.max(-1, Math.min(1, f)), 0) / 10, 6);
  });

  test('the worst is the farthest of its tolerance, the first of equals', () => {
    expect(measured()).toMatchObject({ worst: 150, worst_s: 0.4, from_s: 0, to_s: 0.9, verdict: 'met' });
    expect(measureCorridor(flight, { ...altitude, below: 40 }, 'level', 0, 9)).toMatchObject({
      worst: -75,
      worst_s: 0.8
    });
  });

  test('a side without limit is never left, one that allows nothing is left by anything, a thousandfold at most', () => {
    const floor: Corridor = { ...altitude, above: null, below: 0 };
    expect([500, 0, -1, -250, -5000].map((off) => fractionOfTolerance(floor, off))).toEqual([
      0, 0, -2, -251, -1000
    ]);
    expect(fractionOfTolerance({ ...altitude, above: 0 }, 3)).toBe(4);
    expect([150, -25].map((off) => fractionOfTolerance(altitude, off))).toEqual([1.5, -0.5]);
  });

  test('what was not recorded is said', () => {
    const without = {
      ...flight,
      columns: new Map([...flight.columns].filter(([id]) => id !== 'altitude_ft'))
    };
    expect(() => deviationsOf(without, altitude)).toThrow(Rejection);
    const path = { along: 'along_nm', between: 'path', points: [{ at_nm: 0, value: 1 }] } as const;
    const lost = { ...flight, columns: new Map([...flight.columns].filter(([id]) => id !== 'along_nm')) };
    expect(() => targetsOf(lost, { ...altitude, target: { ...path, points: [...path.points] } })).toThrow(
      /along_nm/
    );
    expect(deviationAt({ ...bank, channel: 'heading_deg', target: 350 }, () => 10)).toBe(20);
    expect(deviationAt(bank, () => 370)).toBe(350);
  });
});

describe('outside', () => {
  const high = (from_s: number, to_s: number, inputs: Record<string, (t: number) => number>) =>
    exceedancesOf(madeFlight(60, { altitude_ft: (t) => (t >= from_s && t < to_s ? 4160 : 4000), ...inputs }), altitude, 0, 600); // prettier-ignore

  test('the first input the right way counts: from the most wrong one on, from two seconds before', () => {
    // Nose up by a degree more at first, and only then down.
    const first = (pitch_deg: (t: number) => number) => high(10, 20, { pitch_deg })[0]!.correctedAfter_s;
    expect(first((t) => (t < 12 ? 2 : t < 14 ? 3 : 2.2))).toBe(4);
    expect(first((t) => (t < 12 ? 2 : 1.4))).toBeNull();
    expect(first((t) => (t < 12 ? 2 : 1.2))).toBe(2);
    expect(first((t) => (t < 8.5 ? 2 : 1.2))).toBe(0);
    expect(first((t) => (t < 7.5 ? 2 : 1.2))).toBeNull();
    // Too low, the nose goes up.
    const low = exceedancesOf(madeFlight(60, { altitude_ft: (t) => (t >= 10 && t < 20 ? 3900 : 4000), pitch_deg: (t) => (t < 13 ? 2 : 3) }), altitude, 0, 600); // prettier-ignore
    expect(low[0]).toMatchObject({
      side: 'below',
      peak: -100,
      asked: 4000,
      correctedAfter_s: 3,
      prompt: true
    });
  });

  test('in the first second of a flight there is nothing before it, and what lasts to its end is open', () => {
    const [one] = high(0, 60.1, { pitch_deg: (t) => (t < 1 ? 2 : 0) });
    expect(one).toMatchObject({ start_s: 0, end_s: 60, open: true, prompt: false, correctedAfter_s: 1 });
    // Back inside as it ends, though not for two seconds: over, not open.
    expect(high(50, 59, { pitch_deg: (t) => (t < 51 ? 2 : 0) })).toMatchObject([
      { start_s: 50, end_s: 59, open: false }
    ]);
    expect(high(61, 62, {})).toEqual([]);
  });

  test('a flight without nose or throttle cannot tell how soon it was answered, and is not blamed for it', () => {
    const { columns, ...flight } = madeFlight(60, { altitude_ft: (t) => (t >= 10 && t < 20 ? 4160 : 4000) });
    const bare = { ...flight, columns: new Map([...columns].filter(([id]) => id === 'altitude_ft')) };
    expect(exceedancesOf(bare, altitude, 0, 600)).toMatchObject([
      { inputsUnknown: true, correctedAfter_s: null, prompt: true }
    ]);
    // Where its phase ends first, not even that it came back in time.
    expect(exceedancesOf(bare, altitude, 0, 180)).toMatchObject([{ inputsUnknown: true, open: true, prompt: null }]); // prettier-ignore
    expect(exceedancesOf({ ...bare, columns: new Map([...columns].filter(([id]) => id === 'altitude_ft' || id === 'pitch_deg')) }, altitude, 0, 600)[0]).not.toHaveProperty('inputsUnknown'); // prettier-ignore
    const speed: Corridor = { channel: 'ias_kt', target: 90, above: 10, below: 10 };
    const fast = madeFlight(60, {
      ias_kt: (t) => (t >= 10 && t < 22 ? 105 : 90),
      throttle: (t) => (t < 14 ? 0.6 : 0.5)
    });
    // Of two inputs the earlier one counts, and one of them missing is not the other.
    expect(exceedancesOf(fast, speed, 0, 600)[0]).toMatchObject({ correctedAfter_s: 4 });
    const byNose = { ...fast, columns: new Map([...madeFlight(60, { ias_kt: (t) => (t >= 10 && t < 22 ? 105 : 90), pitch_deg: (t) => (t < 12 ? 0 : 1) }).columns].filter(([id]) => id !== 'throttle')) }; // prettier-ignore
    expect(exceedancesOf(byNose, speed, 0, 600)[0]).toMatchObject({ correctedAfter_s: 2 });
  });

  test('round an arc the bank toward its middle corrects: right clockwise, left the other way', () => {
    const goal = (direction: 1 | -1) => ({ lateral: { kind: 'arc', direction } }) as unknown as Goal;
    expect(inputsOf('arcError_nm', goal(1))).toMatchObject([{ channel: 'bank_deg', direction: 1 }]);
    expect(inputsOf('arcError_nm', goal(-1))).toMatchObject([{ channel: 'bank_deg', direction: -1 }]);
    expect(inputsOf('courseShare', goal(-1))).toMatchObject([{ direction: -1 }]);
  });
});

const course: Corridor = { channel: 'courseShare', target: 0, above: 0.75, below: 0.75 };

test('a turn toward the course that is held as it goes out is the correction; level wings, or a turn away, are none', () => {
  /** Out of three quarters of the scale from 20 s to 50 s, the bank as it is drawn. */
  const after_s = (side: 1 | -1, bank: (t: number) => number) =>
    exceedancesOf(madeFlight(60, { courseShare: (t) => side * (t < 20 || t > 50 ? 0.5 : 1), bank_deg: bank }), course, 0, 600)[0]!.correctedAfter_s; // prettier-ignore
  for (const side of [1, -1] as const) {
    expect(after_s(side, () => -side * 10)).toBe(0);
    expect(after_s(side, () => -side * 3)).toBeNull();
    expect(after_s(side, () => side * 10)).toBeNull();
    // Held two seconds before, or begun only then.
    expect(after_s(side, (t) => (t < 18 ? 0 : -side * 10))).toBe(0);
    expect(after_s(side, (t) => (t < 27 ? 0 : -side * 10))).toBe(7);
    // Rolled out of it a moment before is not held.
    expect(after_s(side, (t) => (t < 19.5 ? -side * 10 : 0))).toBeNull();
  }
  // An altitude is not flown by the bank.
  const level: Corridor = { channel: 'altitude_ft', target: 4000, above: 100, below: 100 };
  expect(exceedancesOf(madeFlight(60, { altitude_ft: (t) => (t > 20 && t < 40 ? 4200 : 4000), bank_deg: () => -10 }), level, 0, 600)[0]!.correctedAfter_s).toBeNull(); // prettier-ignore
});

describe('a needle that is outside as it begins to be judged', () => {
  const corrected = (channels: Record<string, (t: number) => number>) => exceedancesOf(madeFlight(60, { bank_deg: () => 0, crossTrack_nm: (t) => channels['courseShare']!(t) / 2, ...channels }), course, 0, 600)[0]!.correctedAfter_s; // prettier-ignore

  test('on its way back by a heading taken before it has been corrected; standing there it has not', () => {
    expect(corrected({ courseShare: (t) => 3 - 0.05 * t })).toBe(0);
    expect(corrected({ courseShare: (t) => -3 + 0.05 * t })).toBe(0);
    expect(corrected({ courseShare: () => 3 })).toBeNull();
    expect(corrected({ courseShare: (t) => 3 + 0.05 * t })).toBeNull();
    // Toward the station the needle goes out while the miles become fewer, and the other way round.
    expect(corrected({ courseShare: (t) => 3 + 0.01 * t, crossTrack_nm: (t) => 2 - 0.02 * t })).toBe(0);
    expect(corrected({ courseShare: (t) => 3 - 0.05 * t, crossTrack_nm: () => 2 })).toBeNull();
    // Going out in between, an input is what answers it.
    expect(
      corrected({ courseShare: (t) => (t < 10 ? 0 : t < 12 ? t - 10 : 2 - 0.02 * (t - 12)) })
    ).toBeNull();
    expect(corrected({ courseShare: () => 3, bank_deg: (t) => (t > 8 ? -6 : 0) })).toBeCloseTo(8.1, 6);
  });
});

describe('from when to when a corridor is judged', () => {
  const turn = (
    to_deg: number | null,
    direction: 1 | -1,
    corridors: Corridor[],
    settling: Phase['settling'] = []
  ): Phase =>
    ({
      id: 'turn',
      corridors,
      settling,
      expected_s: 40,
      reference: null,
      goal: { lateral: { kind: 'turn', to_deg, direction } }
    }) as unknown as Phase;
  const judged = (
    flight: ReturnType<typeof madeFlight>,
    phase: Phase,
    span: Partial<PhaseSpan> = {},
    navigation: { planted: string } | null = null
  ) =>
    measureCorridors(flight, { drill: { phases: [phase] }, navigation } as unknown as Lesson, [
      { phaseId: phase.id, start_s: 5, end_s: 65, settled_s: {}, ...span } as PhaseSpan
    ]).map(({ channel, from_s, to_s }) => [channel, from_s, to_s]);
  /** Round at 3° a second from 5 s on, begun at so much. */
  const turning = (from_deg: number, direction: 1 | -1) =>
    madeFlight(70, { heading_deg: (t) => (((from_deg + direction * 3 * Math.max(0, t - 5)) % 360) + 360) % 360, bank_deg: () => 20 * direction }); // prettier-ignore

  test('a bank until its roll-out has to begin: half the bank, and 16° early, before the heading', () => {
    // From 100° round to 270°: 144° on, at 5 + 144 ÷ 3 = 53 s.
    expect(judged(turning(100, 1), turn(270, 1, [bank]))).toEqual([['bank_deg', 5, expect.closeTo(53.1, 1)]]);
    expect(judged(turning(80, -1), turn(270, -1, [{ ...bank, target: -20 }]))).toEqual([
      ['bank_deg', 5, expect.closeTo(53.1, 1)]
    ]);
    // A rate of turn says its bank sixfold: 3°/s are 18°, a lead of 9.
    const rate: Corridor = { channel: 'turnRate_degps', target: 3, above: 1, below: 1 };
    expect(judged(turning(100, 1), turn(270, 1, [rate]))).toEqual([
      ['turnRate_degps', 5, expect.closeTo(53.4, 1)]
    ]);
    // The heading comes by early in a turn of more than a circle: not before it is well under way.
    expect(judged(turning(260, 1), turn(270, 1, [bank], []), { end_s: 68 })[0]![2]).toBeGreaterThan(20);
  });

  test('one by time until six seconds before its end; other quantities to the end, where it is not reached as well', () => {
    expect(judged(turning(100, 1), turn(null, 1, [bank]))).toEqual([['bank_deg', 5, 59]]);
    expect(judged(turning(100, 1), turn(270, 1, [altitude]))).toEqual([['altitude_ft', 5, 65]]);
    expect(judged(turning(100, 1), turn(10, -1, [bank]))).toEqual([['bank_deg', 5, 65]]);
    const { columns, ...flight } = turning(100, 1);
    const blind = { ...flight, columns: new Map([...columns].filter(([id]) => id !== 'heading_deg')) };
    expect(judged(blind, turn(270, 1, [bank]))).toEqual([['bank_deg', 5, 65]]);
  });

  test('an altitude by an altimeter that was found wrong is judged from where that was set, if it was', () => {
    const turned = (...at_s: number[]) => ({
      ...madeFlight(70, { altitude_ft: (t) => (t < 11 ? 3784 : 4000) }),
      events: at_s.map((time_s) => ({ time_s, kind: 'altimeter' as const, detail: '1013 hPa' }))
    });
    const level = turn(270, 1, [altitude]);
    const found = { planted: 'old altimeter setting' };
    expect(judged(turned(11), level, {}, found)).toEqual([['altitude_ft', 11.2, 65]]);
    expect(judged(turned(), level, {}, found)).toEqual([['altitude_ft', 5, 65]]);
    // Turned before, or in the next phase, it says nothing of this one; nor where it was right.
    expect(judged(turned(3, 66), level, {}, found)).toEqual([['altitude_ft', 5, 65]]);
    expect(judged(turned(11), level, {}, { planted: 'wrong course' })).toEqual([['altitude_ft', 5, 65]]);
    expect(judged(turned(11), level)).toEqual([['altitude_ft', 5, 65]]);
  });

  test('what has to settle first counts from there, and not at all where it never did; less than a second says nothing', () => {
    const settling = [{ channel: 'bank_deg' }] as unknown as Phase['settling'];
    const phase = turn(null, 1, [bank, altitude], settling);
    expect(judged(turning(100, 1), phase)).toEqual([['altitude_ft', 5, 65]]);
    expect(judged(turning(100, 1), phase, { settled_s: { bank_deg: 12 } })).toEqual([
      ['bank_deg', 12, 59],
      ['altitude_ft', 5, 65]
    ]);
    expect(judged(turning(100, 1), phase, { settled_s: { bank_deg: 58.1 } })).toEqual([
      ['altitude_ft', 5, 65]
    ]);
    expect(judged(turning(100, 1), phase, { settled_s: { bank_deg: 58 } })).toHaveLength(2);
    const { columns, ...flight } = turning(100, 1);
    expect(judged({ ...flight, columns: new Map([...columns].filter(([id]) => id !== 'altitude_ft')) }, phase, { settled_s: { bank_deg: 12 } })).toHaveLength(1); // prettier-ignore
  });

  test('over the station a needle says nothing: its course counts from a mile off, to a mile off', () => {
    const station = { latitude_deg: 44, longitude_deg: -33, kind: 'vor' };
    const course: Corridor = { channel: 'courseShare', target: 0, above: 0.75, below: 0.75 };
    // Straight over it, four miles a minute, at 35 s.
    const over = (t: number) => placeAt(station, 90, (t - 35) / 15);
    const flight = madeFlight(70, {
      latitude_deg: (t) => over(t).latitude_deg,
      longitude_deg: (t) => over(t).longitude_deg
    });
    const phase = (kind: string, by: unknown = 'station') =>
      ({ id: 'p', corridors: [course], settling: [], expected_s: 60, goal: { lateral: { kind } }, reference: { guidedBy: by, station, line: null } }) as unknown as Phase; // prettier-ignore
    const spans = (from: number, to: number, one = phase('course')) =>
      judged(flight, one, { start_s: from, end_s: to })[0];
    const whole = spans(5, 65, phase('hold'));
    expect(whole).toEqual(['courseShare', 5, 65]);
    expect(spans(5, 36)).toEqual(['courseShare', 5, expect.closeTo(20, 0.5)]);
    expect(spans(34, 65)).toEqual(['courseShare', expect.closeTo(50, 0.5), 65]);
    expect(judged(flight, { ...phase('course'), corridors: [altitude] } as Phase, { start_s: 5, end_s: 36 })).toEqual([['altitude_ft', 5, 36]]); // prettier-ignore
    expect(spans(33, 37)).toBeUndefined();
  });
});
