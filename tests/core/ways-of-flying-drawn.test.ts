import { describe, expect, test } from 'vitest';
import { aircraftById } from '$core/aircraft/catalogue';
import type { CorridorMeasure } from '$core/deviation/corridor-measure';
import type { Corridor, CorridorChannel } from '$core/drill/corridor';
import { lessonOf } from '$core/drill/lesson';
import { measureRecovery } from '$core/grade/checks/recovery-measure';
import { fixationOf } from '$core/grade/habits/fixation';
import { swingingOf } from '$core/grade/habits/vertical-swing';
import { leansOfFlight, measureLean } from '$core/grade/lean';
import { stallFindings } from '$core/grade/stalled';
import { madeFlight, planOf } from './flown';

/** What stands for a corridor's measure here: where and when, and what each test asks about. */
const measured = (
  channel: CorridorChannel,
  [from_s, to_s]: [number, number],
  more: Partial<CorridorMeasure> = {},
  corridor: Partial<Corridor> = {}
) => ({ phaseId: 'level', channel, corridor: { channel, target: 0, above: 100, below: 100, ...corridor }, from_s, to_s, lean: 0, meanDeviation: 0, shareAbove: 0, shareBelow: 0, ...more }) as CorridorMeasure; // prettier-ignore

describe('a nose that is pumped', () => {
  /** Vertical speed and nose swing together, so far to each side and once in so many seconds. */
  const pumped = (fpm: number, pitch_deg: number, period_s: number) => {
    const wave = (t: number) => Math.sin((2 * Math.PI * t) / period_s);
    const flight = madeFlight(130, {
      verticalSpeed_fpm: (t) => -500 + fpm * wave(t),
      pitch_deg: (t) => 1 + pitch_deg * wave(t)
    });
    return swingingOf(flight, 0, 1300);
  };

  test('is a wave with its own period, its ends and the nose’s way from one end to the other', () => {
    const swing = pumped(480, 3, 12)!;
    expect(swing.period_s).toBeCloseTo(12, 1);
    expect([swing.lowest_fpm, swing.highest_fpm]).toEqual([-980, -20]);
    expect(swing.pitch_deg).toBeCloseTo(6, 1);
    // From the first top or bottom on: twice in each of ten periods and a little.
    expect(swing.swings).toBe(10);
    expect(swing.end_s - swing.start_s).toBeCloseTo(120, 0);
  });

  test('is none where the rate keeps within 300 of its middle, the nose stays still, or it is as quick as a gust or as slow as a climb', () => {
    expect(pumped(295, 3, 12)).toBeNull();
    expect(pumped(310, 3, 12)).not.toBeNull();
    expect(pumped(480, 0.9, 12)).toBeNull();
    expect(pumped(480, 1.1, 12)).not.toBeNull();
    for (const [period_s, is] of [
      [4.6, false],
      [5.4, true],
      [39, true],
      [42, false]
    ] as const)
      // prettier-ignore
      expect(pumped(480, 3, period_s) !== null, `${period_s} s`).toBe(is);
  });
});

describe('a lean to one side', () => {
  test('is the mean by time, and for how much of it the flight was plainly on that side', () => {
    const high = measured('altitude_ft', [0, 90], { lean: 0.8, meanDeviation: 80, shareAbove: 0.9, shareBelow: 0.02 }); // prettier-ignore
    const low = measured('altitude_ft', [90, 120], { lean: -0.2, meanDeviation: -20, shareAbove: 0.1, shareBelow: 0.5 }); // prettier-ignore
    expect(measureLean('altitude_ft', [high, low])).toEqual({ share: 0.55, mean: 55, seconds: 120, ofTime: 0.7 }); // prettier-ignore
    const turned = (m: CorridorMeasure) => ({ ...m, lean: -m.lean, meanDeviation: -m.meanDeviation, shareAbove: m.shareBelow, shareBelow: m.shareAbove }); // prettier-ignore
    expect(measureLean('altitude_ft', [turned(high), turned(low)])).toEqual({ share: -0.55, mean: -55, seconds: 120, ofTime: 0.7 }); // prettier-ignore
    // Of a limit there is none, nor of what was not judged.
    expect(measureLean('altitude_ft', [measured('altitude_ft', [0, 90], {}, { above: null })])).toBeNull();
    expect(measureLean('ias_kt', [high, low])).toBeNull();
  });

  test('is told from two fifths of the tolerance on, over a minute, for seven tenths of it', () => {
    const lesson = lessonOf(planOf());
    const sides = (more: Partial<CorridorMeasure>, seconds = 60) =>
      leansOfFlight(lesson, [measured('ias_kt', [0, seconds], { lean: 0.4, meanDeviation: 4, shareAbove: 0.7, ...more })]) // prettier-ignore
        .map(({ side }) => side);
    expect(sides({})).toEqual(['above']);
    expect(sides({ lean: -0.4, meanDeviation: -4, shareBelow: 0.7 })).toEqual(['below']);
    for (const more of [{ lean: 0.39 }, { shareAbove: 0.69 }, { meanDeviation: -1 }])
      expect(sides(more), JSON.stringify(more)).toEqual([]);
    expect(sides({}, 59)).toEqual([]);
  });
});

describe('eyes on one instrument, told from the hands', () => {
  /** The bank is worked on all the time and holds the heading; the nose lies still while the altitude goes out by 150 ft and comes back. */
  const away = (begins: readonly number[]) =>
    madeFlight(300, {
      bank_deg: (t) => (Math.floor(t / 3) % 2 === 0 ? 1.5 : -1.5),
      altitude_ft: (t) =>
        begins.reduce((off, at) => off + 150 * Math.max(0, 1 - Math.abs(t - at - 25) / 25), 0),
      heading_deg: () => 0.5
    });
  const heading = measured('heading_deg', [0, 300], {}, { above: 10, below: 10 });
  const altitude = measured('altitude_ft', [0, 300]);
  const seen = () => true;

  test('are where one thing is worked at and kept, and the same other one drifts off again and again', () => {
    const twice = fixationOf(away([40, 160]), [heading, altitude], seen)!;
    expect([twice.held, twice.wandered]).toEqual(['heading_deg', 'altitude_ft']);
    expect(twice.times).toHaveLength(2);
    // Past its hundred feet two thirds of the way up, and ten seconds without a hand before that.
    expect(twice.times[0]!.end_s).toBeCloseTo(40 + 25 * (2 / 3), 0);
    expect(twice.times[0]!.end_s - twice.times[0]!.start_s).toBe(10);
    expect(twice.times[0]!.deviation).toBeGreaterThan(100);
    expect(fixationOf(away([40]), [heading, altitude], seen)).toBeNull();
  });

  test('are not where the two were never asked for together, are one quantity, or cannot be seen', () => {
    const flight = away([40, 160]);
    expect(fixationOf(flight, [heading, { ...altitude, phaseId: 'turn' }], seen)).toBeNull();
    expect(fixationOf(flight, [altitude, { ...altitude }], seen)).toBeNull();
    // Bank is held by what holds the heading: which of them was looked at the hands do not tell.
    const bank = measured('bank_deg', [0, 300], {}, { above: 5, below: 5 });
    expect(fixationOf(flight, [heading, bank], seen)).toBeNull();
    for (const hidden of ['heading_deg', 'altitude_ft'])
      expect(fixationOf(flight, [heading, altitude], (channel) => channel !== hidden)).toBeNull();
    // A hand on the nose is a correction, and a heading that swings is not kept.
    const worked = { ...flight, columns: new Map([...flight.columns, ['pitch_deg' as const, flight.columns.get('bank_deg')!]]) }; // prettier-ignore
    expect(fixationOf(worked, [heading, altitude], seen)).toBeNull();
    expect(fixationOf(flight, [{ ...heading, corridor: { ...heading.corridor, above: 1.4 } }, altitude], seen)).toBeNull(); // prettier-ignore
  });
});

describe('an unusual attitude, drawn', () => {
  const aircraft = aircraftById('sandling-160');
  const ramp = (from: number, to: number, start_s: number, end_s: number) => (t: number) =>
    from + (to - from) * Math.min(1, Math.max(0, (t - start_s) / (end_s - start_s)));
  const recovered = (channels: Record<string, (t: number) => number>) =>
    measureRecovery(
      madeFlight(40, {
        throttle: () => 0.6,
        trueAltitude_ft: () => 4000,
        trueIas_kt: () => 100,
        loadFactor: () => 1,
        angleOfAttack_deg: () => 4,
        ...channels
      }),
      aircraft,
      { phaseId: 'recover', start_s: 5, end_s: 25, settled_s: {}, complete: true }
    );
  /** Handed over at 5 s in a spiral: power off at 6, wings level by 9, the nose up from 10 on. */
  const spiral = {
    truePitch_deg: ramp(-18, 0, 10, 14),
    trueBank_deg: ramp(-50, 0, 7, 9),
    throttle: ramp(0.6, 0, 6, 7),
    aileron: ramp(0, 0.5, 7, 7.2)
  };

  test('nose low: the throttle back is the first, by a tenth of its way; then the wings, then the nose', () => {
    const m = recovered(spiral);
    expect([m.attitude, m.pitch_deg, m.bank_deg, m.rightOrder]).toEqual(['nose low', -18, -50, true]);
    expect(m.firstInput_s).toBeCloseTo(1.2, 1);
    expect(m.power_s).toBeCloseTo(1.7, 1);
    // Within twelve degrees of level, and five degrees up from the lowest.
    expect(m.wingsLevel_s).toBeCloseTo(3.6, 1);
    expect(Math.abs(m.nose_s! - 6.1)).toBeLessThan(0.15);
    // Power that is added is no input the right way here; the aileron is, once bank comes off with it.
    const added = recovered({ ...spiral, throttle: ramp(0.6, 1, 6, 7) });
    expect([added.firstInput_s! > 1.9 && added.firstInput_s! < 2.4, added.power_s]).toEqual([true, null]);
    expect(added.rightOrder).toBe(false);
  });

  test('an aileron that only keeps the bank from growing takes nothing off', () => {
    const held = recovered({ ...spiral, throttle: () => 0.6, trueBank_deg: ramp(-50, 0, 15, 17) });
    // An airplane answers within a second and a half, here by three degrees of fifty in two seconds.
    expect(Math.abs(held.firstInput_s! - (15.12 - 1.5 - 5))).toBeLessThan(0.11);
    const never = recovered({ ...spiral, throttle: () => 0.6, trueBank_deg: () => -50 });
    expect(never.firstInput_s).toBeNull();
  });

  test('nose high: power added or the stick forward is the first; power taken off is none', () => {
    const high = { truePitch_deg: ramp(25, 2, 8, 12), elevator: ramp(0, -0.4, 8, 8.5), throttle: ramp(0.4, 1, 6, 7) }; // prettier-ignore
    const m = recovered(high);
    expect([m.attitude, m.rightOrder, m.wingsLevel_s]).toEqual(['nose high', true, 0]);
    expect(m.firstInput_s).toBeCloseTo(1.2, 1);
    // At 85 % of its power; the stick forward by six hundredths of its way.
    expect(m.power_s).toBeCloseTo(1.8, 1);
    expect(m.nose_s).toBeCloseTo(3.1, 1);
    const off = recovered({ ...high, throttle: ramp(0.4, 0, 6, 7) });
    expect([off.power_s, off.rightOrder]).toEqual([null, true]);
    expect(off.firstInput_s).toBeCloseTo(3.1, 1);
  });
});

test('a stall is told with the speed and the bank as it began, by the gyro where only that was recorded', () => {
  const aircraft = aircraftById('sandling-160');
  const flight = madeFlight(60, {
    angleOfAttack_deg: (t) => (t >= 20 && t < 23 ? aircraft.lift.stallAngle_deg + 2 : 6),
    ias_kt: (t) => 60 - Math.max(0, t - 20),
    trueBank_deg: () => -24,
    bank_deg: () => -11,
    trueAltitude_ft: (t) => 4000 - 20 * Math.max(0, t - 20)
  });
  const told = (of: typeof flight) => stallFindings(of, aircraft, [{ from: 0, to: 599 }]).map(({ evidence }) => evidence); // prettier-ignore
  expect(told(flight)).toEqual(['The wing stalled at 60 kt, banked 24°, 800 ft lost.']);
  const without = new Map([...flight.columns].filter(([id]) => id !== 'trueBank_deg'));
  expect(told({ ...flight, columns: without })).toEqual([
    'The wing stalled at 60 kt, banked 11°, 800 ft lost.'
  ]);
});
