import { describe, expect, test } from 'vitest';
import { lessonOf, type Lesson } from '$core/drill/lesson';
import { chartOfPlan } from '$core/drill/approach/chart-of-plan';
import { isApproach } from '$core/drill/approach/approach-drill';
import { bankOf, tasOf } from '$core/drill/goal-in-air';
import { phaseSettings, type PhaseSetting } from '$core/drill/settings';
import type { Happening } from '$core/flight/flight-event';
import type { Readings } from '$core/instrument/readings';
import type { ScanArea } from '$core/instrument/scan-area';
import { seededNoise } from '$core/measure/seeded-noise';
import { pilotEyes, type Demand } from '$core/pilot/eyes';
import { Flying } from '$core/pilot/flying';
import { noHabits, type Habits } from '$core/pilot/habits';
import { lateralLaw } from '$core/pilot/lateral-law';
import { seePath } from '$core/pilot/path-sense';
import { radioHands } from '$core/pilot/radio-hands';
import { recoverFrom } from '$core/pilot/recovery';
import { scanBend, scanDemand, type ScanMoment } from '$core/pilot/scan-demand';
import { sightOf } from '$core/pilot/sight';
import { straight, type SteeringOrder } from '$core/pilot/steering';
import { talking } from '$core/pilot/talking';
import { upsetFrom, upsetHands } from '$core/pilot/upset';
import { verticalLaw } from '$core/pilot/vertical-law';
import type { NavigationShown } from '$core/radio/navigation-shown';
import { strangeRadios } from '$core/radio/radio-settings';
import { lessonFor } from './drawn-flight';
import { planOf } from './flown';
import { panel } from './level-panel';
import { planned } from './planned-approach';

const bad = (habits: Partial<Habits>): Habits => ({ ...noHabits, ...habits });
/** Somebody in a phase of a lesson since its first second, who has just taken in the panel. */
function flyingIn(
  lesson: Lesson,
  phaseId: string,
  habits: Partial<Habits> = {},
  seen: Partial<Readings> = {}
) {
  const settings = phaseSettings(lesson) as PhaseSetting[];
  const heard: (keyof Habits)[] = [];
  const flying = new Flying(lesson, settings, bad(habits), (habit) => heard.push(habit));
  flying.step = lesson.drill.phases.findIndex(({ id }) => id === phaseId);
  expect(flying.step).toBeGreaterThanOrEqual(0);
  flying.sight = sightOf({ ...panel, ...seen });
  return { flying, heard, line: settings[flying.step]!.line, goal: flying.phase().goal, settings };
}
/** Angle of a path by its rate and speed. */
const pathAngle_deg = (rate_fpm: number, speed_kt: number) =>
  (Math.atan((rate_fpm * 60) / 6076.115 / speed_kt) * 180) / Math.PI;

describe('nose and power', () => {
  const descent = lessonOf(planOf());
  const vertically = (
    phaseId: string,
    habits: Partial<Habits> = {},
    lesson = descent,
    seen: Partial<Readings> = {}
  ) => {
    const set = flyingIn(lesson, phaseId, habits, seen);
    const law = verticalLaw(set.flying, 12);
    law.begin(false);
    const usual = { ...panel, ias_kt: set.line.ias_kt, flaps_deg: set.line.flaps_deg };
    return {
      ...set,
      law,
      act: (time_s: number, r: Partial<Readings> = {}) => law.act(time_s, { ...usual, ...r }, set.line)
    };
  };
  const { lift } = descent.aircraft;
  const altitude_ft = descent.plan.startAltitude_ft;
  const level = { altitude_ft };

  test('on the level are the card’s, and the wing’s angle goes with load over speed squared', () => {
    const { act, line } = vertically('level');
    const held = act(3, level);
    expect(held.pitch_deg).toBeCloseTo(line.pitch_deg, 1);
    expect(held.throttle).toBeCloseTo(line.throttle, 6);
    const wing_deg = held.pitch_deg + (lift.zeroAngle / lift.slope_prad) * (180 / Math.PI);
    const banked = act(3, { ...level, bank_deg: 30 });
    const load = 1 / Math.cos(Math.PI / 6);
    expect(banked.pitch_deg - held.pitch_deg).toBeCloseTo(wing_deg * (load - 1), 3);
    expect(banked.throttle - held.throttle).toBeCloseTo(0.35 * (load - 1), 6);
    const slow = act(3, { ...level, ias_kt: line.ias_kt * 0.96 });
    expect(slow.pitch_deg - held.pitch_deg).toBeCloseTo(wing_deg * (1 / 0.96 ** 2 - 1), 2);
    // Beyond sixty-six degrees of bank no more is asked of the wing.
    expect(act(3, { ...level, bank_deg: 80 }).pitch_deg).toBeCloseTo(held.pitch_deg + wing_deg * 1.5, 3);
  });

  test('come back to an altitude at eight feet a minute a foot, five hundred at most', () => {
    const { act, line, flying } = vertically('level');
    const held = act(3, level).pitch_deg;
    const back = (off_ft: number) => act(3, { altitude_ft: altitude_ft - off_ft }).pitch_deg - held;
    expect(back(20)).toBeCloseTo(pathAngle_deg(160, line.ias_kt), 2);
    expect(back(100)).toBeCloseTo(pathAngle_deg(500, line.ias_kt), 2);
    expect(back(-100)).toBeCloseTo(-pathAngle_deg(500, line.ias_kt), 2);
    // Far off, power goes with the rate.
    expect(act(3, { altitude_ft: altitude_ft - 110 }).throttle).toBeCloseTo(line.throttle, 6);
    expect(act(3, { altitude_ft: altitude_ft - 200 }).throttle).toBeCloseTo(line.throttle * 1.45, 6);
    expect(act(3, { altitude_ft: altitude_ft + 200 }).throttle).toBeCloseTo(line.throttle * 0.55, 6);
    // Once settled, the rate that is there already is taken off.
    const rising = { altitude_ft: altitude_ft - 20, verticalSpeed_fpm: 160 };
    expect(act(7, rising).pitch_deg).toBeCloseTo(act(3, rising).pitch_deg, 6);
    expect(act(7, { ...level, verticalSpeed_fpm: 300 }).pitch_deg).toBeLessThan(held - 0.4);
    // A look that shows it low is remembered: so much of a correction for a usual look, and twice that for two.
    flying.fresh.altitude = 1;
    const once = act(3, { altitude_ft: altitude_ft - 50 }).pitch_deg;
    const twice = act(3, { altitude_ft: altitude_ft - 50 }).pitch_deg;
    expect(twice - once).toBeCloseTo(0.0016 * 50 * (90 / line.ias_kt), 4);
    flying.fresh.altitude = 0;
    expect(act(3, level).pitch_deg - held).toBeCloseTo(2 * (twice - once), 4);
  });

  test('hold the speed with the power: small and remembered, much and at once, until it is nearly there', () => {
    const { act, line, flying, law } = vertically('level');
    const power = (time_s: number, slow_kt: number) =>
      act(time_s, { ...level, ias_kt: line.ias_kt - slow_kt }).throttle - line.throttle;
    // A knot is the air's doing; three are two beyond it.
    expect(power(100, 1)).toBeCloseTo(0, 6);
    expect(power(100, 3)).toBeCloseTo(0.02, 6);
    expect(power(100, -3)).toBeCloseTo(-0.02, 6);
    flying.fresh.speed = 1;
    expect(power(100, 3)).toBeCloseTo(0.004 + 0.02, 6);
    flying.fresh.speed = 0;
    expect(power(100, 0)).toBeCloseTo(0.004, 6);
    law.begin(true);
    expect(power(100, 0)).toBeCloseTo(0.004, 6);
    law.begin(false);
    expect(power(100, 0)).toBeCloseTo(0, 6);
    // A new speed is gone to from six knots on; long after, only from ten.
    expect(power(20, 6.2)).toBeCloseTo(Math.min(1, line.throttle + 0.25) - line.throttle, 6);
    expect(power(21, 2.6)).toBeCloseTo(Math.min(1, line.throttle + 0.25) - line.throttle, 6);
    expect(power(22, 2.4)).toBeCloseTo(0.014, 6);
    expect(power(23, -5.2)).toBeCloseTo(-0.65 * line.throttle, 6);
    expect(power(24, -2.6)).toBeCloseTo(-0.65 * line.throttle, 6);
    expect(power(25, -2.4)).toBeCloseTo(-0.014, 6);
    expect(power(100, 9.5)).toBeCloseTo(0.085, 6);
    expect(power(100, 10.1)).toBeCloseTo(Math.min(1, line.throttle + 0.25) - line.throttle, 6);
  });

  test('on a rate are the card’s, corrected for the rate with the nose and for the speed with the power', () => {
    const { act, line, flying } = vertically('descent');
    const high = { altitude_ft: 3900, verticalSpeed_fpm: -500 };
    const held = act(3, high);
    expect(held.pitch_deg).toBeCloseTo(line.pitch_deg, 6);
    expect(held.throttle).toBeCloseTo(line.throttle, 6);
    const late = act(6, { ...high, verticalSpeed_fpm: -300 });
    expect(late.pitch_deg - held.pitch_deg).toBeCloseTo(-0.0065 * 200 * (90 / line.ias_kt), 4);
    expect(act(4, { ...high, verticalSpeed_fpm: -300 }).pitch_deg).toBeCloseTo(held.pitch_deg, 6);
    flying.fresh.rate = 1;
    act(6, { ...high, verticalSpeed_fpm: -300 });
    flying.fresh.rate = 0;
    expect(act(6, high).pitch_deg - held.pitch_deg).toBeCloseTo(-0.24 * (90 / line.ias_kt), 4);
    // At seventy-five knots a degree does less, and more of it is taken: 90 over 75, and so 1.2.
    const other = vertically('descent');
    const slow = { ...high, ias_kt: 75 };
    const before = other.act(6, slow).pitch_deg;
    other.flying.fresh.rate = 1;
    other.act(6, { ...slow, verticalSpeed_fpm: -300 });
    other.flying.fresh.rate = 0;
    expect(other.act(6, slow).pitch_deg - before).toBeCloseTo(-0.24 * 1.2, 4);
    flying.fresh.speed = 1;
    act(6, { ...high, ias_kt: line.ias_kt - 4 });
    flying.fresh.speed = 0;
    expect(act(6, high).throttle - held.throttle).toBeCloseTo(0.012, 6);
    // Twelve knots fast are no longer let be.
    expect(act(6, { ...high, ias_kt: line.ias_kt + 13 }).throttle).toBeLessThan(0.75 * line.throttle);

    const pumps = vertically('descent', { pumpsPitch: 1 });
    // A quarter of its twelve seconds on, the nose is the farthest down; half on, where it should be.
    expect(pumps.act(3, high).pitch_deg - held.pitch_deg).toBeCloseTo(-4.5 * (90 / line.ias_kt), 4);
    expect(pumps.act(12, high).pitch_deg).toBeCloseTo(held.pitch_deg, 6);
    expect(pumps.heard).toEqual(['pumpsPitch', 'pumpsPitch']);
  });

  test('in a climb by speed hold it with the nose, within bounds, and do not throw a fast airplane up', () => {
    const { act, line } = vertically('climb');
    const low = { altitude_ft: 3100, verticalSpeed_fpm: line.verticalSpeed_fpm };
    const held = act(3, low);
    expect([held.pitch_deg, held.throttle]).toEqual([line.pitch_deg, line.throttle]);
    const by = (fast_kt: number) =>
      act(3, { ...low, ias_kt: line.ias_kt + fast_kt }).pitch_deg - line.pitch_deg;
    expect(by(4)).toBeCloseTo(0.17 * 4 * Math.min(1.2, 90 / (line.ias_kt + 4)), 4);
    expect(by(30)).toBe(2);
    expect(by(-30)).toBe(-3);
    const steepest = 1.25 * Math.max(400, line.verticalSpeed_fpm) + 200;
    const up = (fpm: number) =>
      act(3, { ...low, altitude_ft: 1000, verticalSpeed_fpm: fpm }).pitch_deg - line.pitch_deg;
    expect(up(steepest)).toBeCloseTo(0, 6);
    expect(up(steepest + 500)).toBeCloseTo(-2 * Math.min(1.2, 90 / line.ias_kt), 4);
    expect(up(9000)).toBe(-8);
  });

  test('level off by a tenth of the rate, early or late by habit, with what the level is held by', () => {
    const lead = (habits: Partial<Habits>) => {
      const { act, heard, line, settings } = vertically('climb', habits);
      const levelled = settings.at(-1)!.line.throttle;
      expect(levelled).toBeLessThan(line.throttle - 0.05);
      let to_ft = 3300;
      const climbing = { verticalSpeed_fpm: 700, ias_kt: settings.at(-1)!.line.ias_kt };
      while (act(30, { ...climbing, altitude_ft: to_ft }).throttle > levelled + 0.05) to_ft += 1;
      return { to_ft, heard, act, climbing, levelled };
    };
    // To 3,600 at 700 ft/min.
    const usual = lead({});
    expect(usual.to_ft).toBeCloseTo(3531, 0);
    // Once begun it is carried through.
    expect(
      usual.act(31, { ...usual.climbing, altitude_ft: 3480, verticalSpeed_fpm: 0 }).throttle
    ).toBeCloseTo(usual.levelled, 6);
    const early = lead({ levelsOffEarly: 1 });
    expect([early.to_ft, early.heard]).toEqual([3401, ['levelsOffEarly']]);
    // For a while it is content there.
    const content = early.act(40, { ...early.climbing, verticalSpeed_fpm: 0, altitude_ft: 3470 });
    const after = early.act(55, { ...early.climbing, verticalSpeed_fpm: 0, altitude_ft: 3470 });
    expect(after.pitch_deg - content.pitch_deg).toBeGreaterThan(2);
    const late = lead({ levelsOffLate: 1 });
    expect([late.to_ft, late.heard]).toEqual([3671, ['levelsOffLate']]);
  });

  test('of who over-controls go 2.6 degrees one way until the altitude has been passed', () => {
    const { act, flying, heard, line } = vertically('level', { overControls: 1 }, descent, level);
    const gentle = 90 / line.ias_kt;
    flying.sight!.known.altitude_ft = altitude_ft - 30;
    const held = act(3, level).pitch_deg;
    const seen = (off_ft: number) => {
      flying.sight!.known.altitude_ft = altitude_ft + off_ft;
      return act(10, level).pitch_deg - held;
    };
    expect(seen(-30)).toBeCloseTo(2.6 * gentle, 3);
    expect(seen(20)).toBeCloseTo(2.6 * gentle, 3);
    expect(seen(30)).toBeCloseTo(-2.6 * gentle, 3);
    expect(heard).toEqual(Array(3).fill('overControls'));
    // Four hundred feet off, or just levelled, it only comes back.
    const far = act(10, { altitude_ft: altitude_ft - 410 }).pitch_deg - held;
    expect(far).toBeGreaterThan(2.6 * gentle + 0.3);
    act(8, level);
    expect(heard).toHaveLength(3);
  });

  describe('on a path', () => {
    const ils = lessonOf(planned('xvlb-ils-24'));
    const final = ils.drill.phases.find(({ goal }) => goal.vertical.kind === 'path')!;
    const path = (habits: Partial<Habits> = {}) => vertically(final.id, habits, ils);

    test('the rate is changed by 1.6 ft/min a foot, 300 at most, and by what it is found to be off', () => {
      const { act, line, flying } = path();
      const on = { altitude_ft: 2000, verticalSpeed_fpm: line.verticalSpeed_fpm };
      const held = act(3, on).pitch_deg;
      expect(held).toBeCloseTo(line.pitch_deg, 6);
      const by = (below_ft: number) => {
        flying.path.below_ft = below_ft;
        return (act(3, on).pitch_deg - held) * (line.ias_kt * (6076.115 / 60) * (Math.PI / 180));
      };
      expect(by(50)).toBeCloseTo(80, 0);
      expect(by(-50)).toBeCloseTo(-80, 0);
      expect(by(400)).toBeCloseTo(300, 0);
      // A look is learnt from once, by eight hundredths; far off not at all.
      flying.path.seen = 1;
      expect(by(50)).toBeCloseTo(84, 0);
      expect(by(50)).toBeCloseTo(84, 0);
      flying.path.seen = 2;
      expect(by(150)).toBeCloseTo(244, 0);
      // Over a step that is yet to be passed the descent is eased, to level flight if need be.
      flying.path.underStep_ft = 20;
      expect(by(0)).toBeCloseTo(160, 0);
      flying.path.underStep_ft = 200;
      expect(by(0) / -line.verticalSpeed_fpm).toBeCloseTo(1, 2);
      expect(by(400) / Math.max(304, -line.verticalSpeed_fpm)).toBeCloseTo(1, 2);
    });

    test('is seen by its needle, or by the altitude that belongs to the distance, a look at a time', () => {
      const { flying } = path();
      const needle = (deflection: number, valid = true) =>
        seePath(
          flying,
          { path: { deflection, valid } } as unknown as NavigationShown,
          { ...panel, altitude_ft: 2000 },
          5
        );
      needle(0.5, false);
      expect(flying.path).toEqual({ below_ft: 0, underStep_ft: -Infinity, seen: 0 });
      needle(0.5);
      // Half of 0.7° at about five miles.
      expect(flying.path.below_ft).toBeGreaterThan(0.4 * 5 * 6076 * Math.tan((0.7 * Math.PI) / 180));
      expect(flying.path.below_ft).toBeLessThan(0.6 * 5.5 * 6076 * Math.tan((0.7 * Math.PI) / 180));
      expect(flying.path.seen).toBe(1);
      const { vertical } = final.goal;
      if (vertical.kind !== 'path') throw new Error('a path');
      const byHand = new Flying(
        {
          ...ils,
          drill: {
            ...ils.drill,
            phases: [
              {
                ...final,
                goal: {
                  ...final.goal,
                  vertical: { ...vertical, path: { ...vertical.path, by: 'altimeter' } }
                }
              }
            ]
          }
        },
        [],
        noHabits,
        () => {}
      );
      seePath(byHand, { path: null } as NavigationShown, { ...panel, altitude_ft: 1500 }, 4);
      const first = byHand.path.below_ft;
      seePath(byHand, { path: null } as NavigationShown, { ...panel, altitude_ft: 1500 }, 4);
      // Three tenths of what is left each time: 0.3, then 0.51 of it.
      expect(byHand.path.below_ft / first).toBeCloseTo(1.7, 6);
      seePath(byHand, { path: null } as NavigationShown, { ...panel, altitude_ft: 1400 }, 4);
      expect(byHand.path.below_ft).toBeCloseTo(0.7 * 1.7 * first + 0.3 * (first / 0.3 + 100), 4);
    });

    test('chased, the nose goes three degrees after the needle until it has crossed', () => {
      const { act, line, flying, heard } = path({ chasesPath: 1 });
      const on = { altitude_ft: 2000, verticalSpeed_fpm: line.verticalSpeed_fpm };
      const held = path().act(3, on).pitch_deg;
      flying.path.below_ft = 9;
      const slight = act(3, on).pitch_deg - held;
      flying.path.below_ft = 11;
      expect(act(3, on).pitch_deg - held - slight).toBeGreaterThan(2.5 * (90 / line.ias_kt));
      flying.path.below_ft = -11;
      expect(act(3, on).pitch_deg - held).toBeLessThan(-2.5 * (90 / line.ias_kt));
      expect(heard).toContain('chasesPath');
    });
  });
});

describe('the bank', () => {
  const laterally = (lesson: Lesson, phaseId: string, habits: Partial<Habits> = {}, side = 1) => {
    const set = flyingIn(lesson, phaseId, habits);
    const law = lateralLaw(set.flying, side);
    law.begin();
    return {
      ...set,
      law,
      at: (time_s: number, heading: number, order: SteeringOrder | null = null, r: Partial<Readings> = {}) =>
        law.bank_deg(time_s, { ...panel, ...r }, heading, order)
    };
  };

  test('for a heading is eight tenths of what it is off, twelve at most; from farther off it is standard rate; leaned by habit', () => {
    const straightOn = lessonFor('straight-and-level', {});
    const { at } = laterally(straightOn, 'level');
    expect([210, 205, 220, 191].map((heading) => at(10, heading))).toEqual([
      0,
      expect.closeTo(4, 6),
      expect.closeTo(-8, 6),
      12
    ]);
    // tan(bank) = V·ω/g, at 105 kt indicated in 4,000 ft and 3° a second.
    const tas_mps = tasOf(straightOn.drill.phases[0]!.goal, straightOn.plan) * 0.514444;
    const standard_deg = (Math.atan((tas_mps * ((3 * Math.PI) / 180)) / 9.80665) * 180) / Math.PI;
    expect([189, 100, 310].map((heading) => at(10, heading))).toEqual([
      expect.closeTo(Math.min(0.8 * 21, standard_deg), 3),
      expect.closeTo(standard_deg, 3),
      expect.closeTo(-standard_deg, 3)
    ]);
    const right = laterally(straightOn, 'level', { favoursRight: 1 });
    expect(right.at(10, 210)).toBeCloseTo(0.8 * 6.5, 6);
    expect(right.heard).toEqual(['favoursRight']);
    const climb = lessonFor('constant-speed-climb', {});
    const leaves = laterally(climb, 'climb', { omitsHeading: 1 }, -1);
    expect([leaves.at(10, 170), leaves.heard]).toEqual([-1.8, ['omitsHeading']]);
    expect(laterally(climb, 'level', { omitsHeading: 1 }).at(10, 205)).toBeCloseTo(4, 6);
    // Who stares drifts until it is far off, and then puts it right.
    const stares = laterally(straightOn, 'level', { fixates: 1 });
    const drifted = [210, 232, 233, 215, 208, 215].map(
      (heading) => Math.round(10 * stares.at(10, heading)) / 10
    );
    expect(drifted).toEqual([2.2, 2.2, Math.round(-10 * standard_deg) / 10, -4, 2.2, 2.2]);
    expect(stares.law.drifting()).toBe(true);
  });

  test('of a turn is rolled out by what the roll takes, and by the looks', () => {
    const turns = lessonFor('standard-rate-turns', {});
    const rolledOutAt = (habits: Partial<Habits>, phaseId: string) => {
      const { at, goal, flying, law, heard } = laterally(turns, phaseId, habits);
      if (goal.lateral.kind !== 'turn') throw new Error('a turn');
      const { direction, to_deg } = goal.lateral;
      const bank = bankOf(goal, turns.plan);
      expect(at(20, to_deg! - 90 * direction)).toBeCloseTo(direction * bank, 6);
      const late_s = flying.phase().expected_s * 0.9;
      // From beyond the heading back: how far before it the wings go level.
      let left = 40;
      while (at(late_s, to_deg! - direction * left) !== 0 && left > -40) left -= 0.05;
      return { left, bank, law, at, to_deg: to_deg!, late_s, direction, heard };
    };
    const usual = rolledOutAt({}, 'right');
    // The rate goes with the tangent of the bank, rolled out at 6°/s: summed over its degrees. Then reaction and half a look.
    const steps = 2000;
    let sum = 0;
    for (let k = 0; k < steps; k++)
      sum += Math.tan((((k + 0.5) / steps) * usual.bank * Math.PI) / 180) / steps;
    const lead = 3 * ((usual.bank / 6) * (sum / Math.tan((usual.bank * Math.PI) / 180)) + 0.6 + 0.6);
    expect(usual.left).toBeCloseTo(lead, 0);
    expect(Math.abs(usual.left - lead)).toBeLessThan(0.1);
    // Carried through for three seconds, then it is a heading to be held.
    expect(usual.law.rollingOut()).toBe(true);
    expect(usual.at(usual.late_s + 2.9, usual.to_deg - 5)).toBe(0);
    expect(usual.at(usual.late_s + 3.1, usual.to_deg - 5)).toBeCloseTo(4, 6);
    expect(Math.abs(rolledOutAt({}, 'left').left - lead)).toBeLessThan(0.1);
    const early = rolledOutAt({ rollsOutEarly: 1 }, 'right');
    expect(Math.abs(early.left - lead - 14)).toBeLessThan(0.1);
    const late = rolledOutAt({ rollsOutLate: 1 }, 'right');
    expect(Math.abs(late.left - lead + 12 + late.bank / 2)).toBeLessThan(0.1);
    expect([early.heard, late.heard]).toEqual([['rollsOutEarly'], ['rollsOutLate']]);
    expect(late.at(late.late_s + 6.9, late.to_deg + 10)).toBe(0);
  });

  test('of a turn by rate is corrected for it, by a quarter at most; by the clock it ends with it', () => {
    const turns = lessonFor('standard-rate-turns', {});
    const { at, flying, goal } = laterally(turns, 'right');
    const bank = bankOf(goal, turns.plan);
    flying.fresh.turn = 1;
    const slow = { turnRate_degps: 2.5 };
    expect(at(4, 220, null, slow)).toBeCloseTo(bank, 6);
    expect(at(8, 220, null, slow)).toBeCloseTo(bank + 0.6, 6);
    expect(at(8, 220, null, { turnRate_degps: -9 })).toBeCloseTo(bank + 1.6, 6);
    for (let k = 0; k < 9; k++) at(9, 220, null, slow);
    expect(at(9, 220, null, slow)).toBeCloseTo(bank + Math.min(4, bank / 4), 6);

    const timed = lessonFor('timed-turns', {});
    const clock = laterally(timed, 'right');
    const { expected_s } = clock.flying.phase();
    expect(clock.goal.lateral).toMatchObject({ to_deg: null });
    expect(clock.at(expected_s - 0.5, 0)).toBeGreaterThan(15);
    expect(clock.at(expected_s - 0.3, 0)).toBe(0);
  });

  test('to a heading of the navigator is standard rate at most, the way round that is ordered', () => {
    const hold = lessonFor('vor-hold', {});
    const { at } = laterally(hold, 'hold');
    // tan φ = V·ω/g: 95.5 kt at 3°/s.
    const standard_deg = (Math.atan((95.48 * 0.514444 * (Math.PI / 60)) / 9.80665) * 180) / Math.PI;
    expect(at(10, 60, straight(70))).toBeCloseTo(11, 6);
    expect(at(10, 60, straight(120))).toBeCloseTo(standard_deg, 1);
    expect(at(10, 60, straight(300))).toBeCloseTo(-standard_deg, 1);
    const round = (heading_deg: number, direction: 1 | -1): SteeringOrder => ({
      heading_deg,
      direction,
      bank_deg: null
    });
    expect(at(10, 60, round(120, -1))).toBeCloseTo(-standard_deg, 1);
    expect(at(10, 60, round(300, 1))).toBeCloseTo(standard_deg, 1);
    expect(at(10, 60, round(50, 1))).toBeCloseTo(-11, 6);
    expect(at(10, 60, { ...straight(120), bank_deg: -7 })).toBe(-7);
    const byBank = laterally(hold, 'hold', { turnsByBank: 1 });
    expect(byBank.at(10, 60, straight(120))).toBeCloseTo(27, 6);
    const half = laterally(hold, 'hold', { turnsByBank: 0.5 });
    expect(half.at(10, 60, straight(120))).toBeCloseTo((27 + standard_deg) / 2, 1);
    // By sight it turns more steeply; who circles wide heads eighty degrees outward first, for seventy seconds, on the level.
    const circle = lessonOf(
      planned('xvna-vor-a', { ends: 'landing', circle: { runway: '31', turn: 'left' } })
    );
    const seen = circle.drill.phases.find(
      ({ reference, goal }) => reference?.bySight === true && goal.vertical.kind === 'level'
    )!;
    expect(laterally(circle, seen.id).at(10, 60, straight(150))).toBeCloseTo(27, 6);
    const wide = laterally(circle, seen.id, { circlesWide: 1 });
    expect(wide.at(10, 60, straight(60))).toBeCloseTo(27, 6);
    expect(wide.at(10, 60, straight(340))).toBeCloseTo(0, 6);
    expect([wide.at(71, 60, straight(60)), wide.heard]).toEqual([0, ['circlesWide', 'circlesWide']]);
    expect(laterally(circle, seen.id).at(10, 60, straight(60))).toBe(0);
    expect(laterally(hold, 'hold', { circlesWide: 1 }).at(10, 60, straight(60))).toBe(0);
    // Where standard rate takes nearly as much, it is the shallow bank.
    const turboprop = planned('xvlb-ils-24', {}, {}, 2);
    const fast = lessonOf(turboprop);
    const turning = fast.drill.phases.find(({ goal }) => goal.lateral.kind === 'course')!;
    expect(laterally(fast, turning.id).at(10, 60, straight(200))).toBeGreaterThan(20);
    expect(laterally(fast, turning.id, { turnsByBank: 1 }).at(10, 60, straight(200))).toBeCloseTo(12, 6);
  });
});

describe('recovering', () => {
  const cruise = { pitch_deg: 2, throttle: 0.65, ias_kt: 100 };
  const recover = (since_s: number, r: Partial<Readings>, high: boolean, habits: Partial<Habits> = {}) =>
    recoverFrom({ ...panel, ...r }, since_s, cruise, bad(habits), high);

  test('low and slow is power, nose down, then wings; fast and low is power off, wings, then the nose', () => {
    const slow = { ias_kt: 60, pitch_deg: 20, bank_deg: 40 };
    expect(recover(0.9, slow, true)).toBeNull();
    expect(recover(1, slow, true)).toEqual({ pitch_deg: -3, bank_deg: 40, throttle: 1 });
    expect(recover(3, { ...slow, pitch_deg: 4 }, true)).toEqual({ pitch_deg: -2, bank_deg: 0, throttle: 1 });
    expect(recover(3, { ias_kt: 90, pitch_deg: 3 }, true)).toEqual({
      pitch_deg: 2,
      bank_deg: 0,
      throttle: 1
    });
    expect(recover(3, { ias_kt: 96, pitch_deg: 3 }, true)).toEqual({
      pitch_deg: 2,
      bank_deg: 0,
      throttle: 0.65
    });
    // Once fast again after a nose that was high, nothing of a dive is flown.
    expect(recover(3, { ias_kt: 100, pitch_deg: 3, bank_deg: 20 }, true)).toEqual({
      pitch_deg: 2,
      bank_deg: 0,
      throttle: 0.65
    });
    const diving = { ias_kt: 130, pitch_deg: -15, bank_deg: -50 };
    expect(recover(2, diving, false)).toEqual({ pitch_deg: -15, bank_deg: 0, throttle: 0 });
    expect(recover(2, { ...diving, bank_deg: 12 }, false)).toEqual({
      pitch_deg: 3,
      bank_deg: 0,
      throttle: 0
    });
    expect(recover(2, { ...diving, bank_deg: 0, pitch_deg: 0.6 }, false)).toEqual({
      pitch_deg: 2,
      bank_deg: 0,
      throttle: 0.65
    });
  });

  test('slowly is six seconds later, in the wrong order wings first or pulling in the spiral', () => {
    const slow = { ias_kt: 60, pitch_deg: 20, bank_deg: 40 };
    expect(recover(6.9, slow, true, { slowToReact: 1 })).toBeNull();
    expect(recover(7, slow, true, { slowToReact: 1 })).not.toBeNull();
    expect(recover(5.9, slow, true, { wrongOrder: 1 })).toEqual({
      pitch_deg: 20,
      bank_deg: 0,
      throttle: 0.3
    });
    expect(recover(6.1, slow, true, { wrongOrder: 1 })).toEqual({ pitch_deg: -3, bank_deg: 40, throttle: 1 });
    expect(recover(3, { bank_deg: -50 }, false, { wrongOrder: 1 })).toEqual({
      pitch_deg: 6,
      bank_deg: -50,
      throttle: 0.85
    });
  });

  test('from an upset that alternates, grows with its severity and comes after four seconds of swaying', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const [first, second, third] = [0, 1, 2].map((number) => upsetFrom(seed, number, 2));
      expect(first!.kind).not.toBe(second!.kind);
      expect(third!.kind).toBe(first!.kind);
      for (const severity of [1, 2, 3]) {
        const upset = upsetFrom(seed, 0, severity);
        const high = upset.kind === 'nose high';
        const [pitch, bank] = high
          ? [11 + 5 * severity, 12 + 11 * severity]
          : [-(7 + 4 * severity), 18 + 12 * severity];
        // A tenth of spread, the same for both.
        expect(Math.abs(upset.pitch_deg / pitch - 1)).toBeLessThanOrEqual(0.1);
        expect(Math.abs(upset.bank_deg) / bank).toBeCloseTo(upset.pitch_deg / pitch, 9);
        expect(upset.throttle).toBeCloseTo(high ? 0.3 - 0.1 * severity : 0.85, 9);
      }
    }
    const sides = Array.from({ length: 40 }, (_, seed) => Math.sign(upsetFrom(seed, 0, 2).bank_deg));
    expect(new Set(sides)).toEqual(new Set([1, -1]));
    const upset = upsetFrom(3, 0, 2);
    expect(upsetHands(upset, 1)).toEqual({
      pitch_deg: 4,
      bank_deg: expect.closeTo(-18 * Math.sign(upset.bank_deg), 9),
      throttle: 0.55
    });
    expect(upsetHands(upset, 3).bank_deg).toBeCloseTo(18 * Math.sign(upset.bank_deg), 9);
    expect(upsetHands(upset, 4)).toBe(upset);
  });
});

describe('the eyes', () => {
  const level: ScanMoment = {
    goal: lessonFor('straight-and-level', {}).drill.phases[0]!.goal,
    covered: [],
    nearRollOut: false,
    nearLevelOff: false,
    recovering: false,
    correctingHeading: false,
    turnRate_degps: 0,
    byRadio: false,
    talking: false
  };
  const turn: ScanMoment = {
    ...level,
    goal: lessonFor('standard-rate-turns', {}).drill.phases[1]!.goal,
    turnRate_degps: 3
  };
  const rate: ScanMoment = {
    ...level,
    goal: lessonFor('constant-rate-climb', {}).drill.phases.find(({ goal }) => goal.vertical.kind === 'rate')!
      .goal
  };

  test('want what is primary most often: the instrument that should stand still', () => {
    const often = (moment: ScanMoment, habits = noHabits) => scanDemand(moment, habits);
    expect(often(level)).toEqual({
      airspeed: 2,
      altimeter: 1.6,
      'vertical-speed': 3,
      heading: 1.9,
      turn: 9,
      engine: 22
    });
    expect(often(rate)).toMatchObject({ 'vertical-speed': 1, altimeter: 5 });
    expect(often({ ...rate, nearLevelOff: true })).toMatchObject({ altimeter: 0.8, 'vertical-speed': 1.5 });
    expect(often(turn)).toMatchObject({ heading: 3, turn: 2 });
    expect(often({ ...turn, turnRate_degps: 6 })).toMatchObject({ heading: 1.5 });
    expect(often({ ...turn, nearRollOut: true })).toMatchObject({ heading: 0.25 });
    expect(often({ ...level, byRadio: true })).toMatchObject({ navigation: 3, heading: 1.9 });
    const course = lessonFor('vor-tracking', {}).drill.phases[0]!.goal;
    expect(often({ ...level, goal: course, byRadio: true })).toMatchObject({ navigation: 1.4, heading: 1.4 });
    expect(often({ ...level, recovering: true })).toMatchObject({
      airspeed: 0.8,
      altimeter: 2,
      heading: 8,
      turn: 3
    });
    const covered = often({ ...level, covered: ['heading', 'attitude'] });
    expect(covered).toMatchObject({ compass: 2.2, turn: 1 });
    expect(covered).not.toHaveProperty('heading');
    expect(often({ ...turn, covered: ['heading'] })).toMatchObject({ compass: 8, turn: 0.8 });
    expect(Object.keys(often({ ...level, talking: true }))).not.toContain('altimeter');
  });

  test('are bent by habits: left out, stared at, slow', () => {
    expect(scanDemand(rate, bad({ omitsHeading: 1 }))).not.toHaveProperty('heading');
    expect(scanDemand(level, bad({ omitsHeading: 1 }))).toHaveProperty('heading');
    expect(scanDemand(level, bad({ omitsEngine: 1 }))).not.toHaveProperty('engine');
    expect(scanDemand(level, bad({ overemphasises: 1 }))).toMatchObject({ 'vertical-speed': 1 });
    expect(scanDemand(level, bad({ fixates: 1 }))).toMatchObject({ heading: 30, 'vertical-speed': 6 });
    expect(scanDemand({ ...level, correctingHeading: true }, bad({ fixates: 1 }))).toMatchObject({
      heading: 1.9
    });
    expect(scanBend(noHabits, level)).toEqual({ slow: 1, stare: null });
    expect(scanBend(bad({ scansSlowly: 1 }), level).slow).toBeCloseTo(2.6, 9);
    expect(scanBend(bad({ fixates: 1 }), level).stare).toEqual({ area: 'altimeter', seconds: 5 });
    expect(scanBend(bad({ fixates: 1 }), turn).stare).toBeNull();
    expect(scanBend(bad({ overemphasises: 1 }), turn).stare).toEqual({
      area: 'vertical-speed',
      seconds: expect.closeTo(1.6, 9)
    });
  });

  /** Shares of the time, and looks, of one who looks for ten minutes. */
  function looks(
    hub: boolean,
    demand: Demand,
    bend: { slow: number; stare: null | { area: ScanArea; seconds: number } }
  ) {
    const eyes = pilotEyes(hub, seededNoise(7));
    const at: Partial<Record<ScanArea, number>> = {};
    const read: Partial<Record<ScanArea, number>> = {};
    let fromHub = 0;
    let spokes = 0;
    let before = eyes.area();
    for (let k = 0; k < 60_000; k++) {
      const seen = eyes.step(
        k / 100,
        () => demand,
        () => bend
      );
      if (seen) read[seen] = (read[seen] ?? 0) + 1;
      const now = eyes.area();
      at[now] = (at[now] ?? 0) + 0.01;
      if (now !== before && now !== 'attitude') {
        spokes += 1;
        if (before === 'attitude') fromHub += 1;
      }
      before = now;
    }
    return { at, read, fromHub: fromHub / spokes };
  }
  const demand: Demand = { airspeed: 4, altimeter: 4, heading: 8, engine: 22 };
  const plain = { slow: 1, stare: null };

  test('come back to the attitude between two looks, but for one in eight', () => {
    const { at, read, fromHub } = looks(true, demand, plain);
    expect(fromHub).toBeGreaterThan(0.83);
    expect(fromHub).toBeLessThan(0.93);
    // What is wanted more often is seen more often, and what is wanted rarely is seen rarely.
    expect(read.airspeed! / read.heading!).toBeGreaterThan(1.4);
    expect(read.airspeed! / read.heading!).toBeLessThan(2.3);
    expect(read.airspeed! / read.altimeter!).toBeCloseTo(1, 0);
    expect(read.engine!).toBeLessThan(read.heading! / 1.8);
    expect(at.compass).toBeUndefined();
    // Without an attitude indicator there is no hub; with something pressing it is mostly left out.
    expect(looks(false, demand, plain).at.attitude).toBeUndefined();
    expect(looks(true, { ...demand, heading: 0.25 }, plain).fromHub).toBeLessThan(0.45);
  });

  test('stay as long as they are bent to, and read again in a long look', () => {
    const slow = looks(true, demand, { ...plain, slow: 2 });
    const usual = looks(true, demand, plain);
    const each = ({ at, read }: ReturnType<typeof looks>) => at.airspeed! / read.airspeed!;
    expect(each(usual)).toBeCloseTo(0.34, 1);
    expect(each(slow) / each(usual)).toBeGreaterThan(1.8);
    const stare = looks(true, demand, { slow: 1, stare: { area: 'altimeter', seconds: 5 } });
    expect(stare.at.altimeter!).toBeGreaterThan(4 * stare.at.airspeed!);
    expect(stare.at.altimeter! / stare.read.altimeter!).toBeLessThan(1);
  });

  test('know of each instrument what it showed when it was seen, and the altitude a little farther', () => {
    const sight = sightOf({ ...panel, altitude_ft: 4000, verticalSpeed_fpm: -600 });
    const later = { ...panel, ias_kt: 84, altitude_ft: 3900, verticalSpeed_fpm: -500, flaps_deg: 10 };
    expect(sight.take('altimeter', 10, later)).toBe(10);
    expect(sight.known).toMatchObject({
      altitude_ft: 3900,
      verticalSpeed_fpm: -600,
      ias_kt: 90,
      flaps_deg: 10
    });
    // At ten feet a second, for three seconds.
    expect(sight.now(12).altitude_ft).toBeCloseTo(3880, 6);
    expect(sight.now(13.1).altitude_ft).toBe(3900);
    expect([sight.age('altimeter', 12), sight.age('altimeter', 14)]).toEqual([2, 0]);
    // Six knots in four seconds are a trend of −1.5 kt/s; longer apart than twelve seconds there is none.
    sight.take('airspeed', 10, panel);
    sight.take('airspeed', 14, later);
    expect(sight.trend_ktps()).toBeCloseTo(-1.5, 6);
    sight.take('airspeed', 15, { ...later, ias_kt: 84 });
    expect(sight.trend_ktps()).toBeCloseTo(-1.5 * 0.58, 6);
    sight.take('airspeed', 30, panel);
    expect(sight.trend_ktps()).toBeCloseTo(0, 6);
  });
});

describe('talking and tuning', () => {
  test('a briefing is said on the level on the way in, an item in four seconds, the nose sinking by habit', () => {
    const lesson = lessonOf(planned('xvlb-ils-24'));
    if (!isApproach(lesson.plan)) throw new Error('an approach');
    const items = chartOfPlan(lesson.plan, lesson.aircraft).items.map(({ id }) => id);
    const inbound = lesson.drill.phases.find(
      ({ segment, goal }) => segment === 'inbound' && goal.vertical.kind === 'level'
    )!;
    const brief = (habits: Partial<Habits>) => {
      const set = flyingIn(lesson, inbound.id, habits);
      const noted: Happening[] = [];
      return { ...set, noted, says: talking(set.flying, (what) => noted.push(what)) };
    };
    const { says, noted, flying, heard } = brief({});
    flying.since_s = 20;
    expect([says.sinks_deg(26), says.sinks_deg(30), noted]).toEqual([0, 0, []]);
    says.sinks_deg(30.1);
    says.sinks_deg(34);
    expect(noted).toEqual([]);
    for (let t = 35; t < 35 + 4 * items.length + 10; t++) says.sinks_deg(t);
    expect(noted).toEqual(items.map((detail) => ({ kind: 'briefed', detail })));
    expect(heard).toEqual([]);
    const sinking = brief({ losesAltitudeTalking: 1 });
    expect([sinking.says.looksAway(), sinking.says.sinks_deg(20)]).toEqual([false, 0]);
    expect(sinking.says.sinks_deg(27)).toBe(2.2);
    expect([sinking.says.looksAway(), sinking.heard]).toEqual([true, ['losesAltitudeTalking']]);
    expect(brief({}).says.looksAway()).toBe(false);
  });

  test('cold radios are tuned, listened to, set and chosen, in this order; by habit left out or wrong', () => {
    const lesson = lessonFor('centring-and-identifying', {});
    expect(lesson.navigation!.radios).toBe('cold');
    const heard: (keyof Habits)[] = [];
    const set = (habits: Partial<Habits>) => {
      const radios = radioHands(lesson, bad(habits), (habit) => heard.push(habit));
      return (time_s: number) => radios(time_s, 0)!;
    };
    const at = set({});
    expect(at(4)).toEqual({ ...strangeRadios, listening: null });
    expect(at(5).nav1.active_MHz).toBe(113.4);
    expect([7, 8, 15, 16].map((t) => at(t).listening)).toEqual([null, 'nav1', 'nav1', null]);
    const course_deg = at(19).nav1.course_deg;
    expect(at(18).nav1.course_deg).toBe(strangeRadios.nav1.course_deg);
    expect(course_deg).not.toBe(strangeRadios.nav1.course_deg);
    expect(at(24).source).toBe('nav1');
    expect(heard).toEqual([]);
    expect(set({ forgetsIdent: 1 })(10).listening).toBeNull();
    expect(set({ setsWrongCourse: 1 })(19).nav1.course_deg).toBe(((course_deg + 19) % 360) + 1);
    expect(set({ feedsWrongSource: 1 })(24).source).toBe('nav2');
    expect(heard).toEqual(expect.arrayContaining(['forgetsIdent', 'setsWrongCourse', 'feedsWrongSource']));
  });

  test('a beacon is listened to on the ADF; with radios ready they stand from the first second', () => {
    const cold = lessonOf({
      ...lessonFor('ndb-tracking', {}).plan,
      navigation: { fix: 'TS', turn: 'right', radios: 'cold', errors: [] }
    });
    expect(radioHands(cold, noHabits, () => {})(10, 0)!.listening).toBe('adf');
    const ready = lessonFor('vor-tracking', {});
    expect(radioHands(ready, noHabits, () => {})(0, 0)).toMatchObject({
      nav1: { active_MHz: 113.4, course_deg: 60 },
      source: 'nav1',
      listening: null
    });
    expect(radioHands(lessonFor('steep-turns', {}), noHabits, () => {})(10, 0)).toBeUndefined();
    // On an arc the course that is joined from it is set already.
    const arc = lessonFor('dme-arc', {});
    const course = (phaseId: string) => {
      const { lateral } = arc.drill.phases.find(({ id }) => id === phaseId)!.goal;
      return lateral.kind === 'course' ? lateral.course_deg : null;
    };
    const set = (step: number) => radioHands(arc, noHabits, () => {})(0, step)!.nav1.course_deg;
    expect(course('join')).not.toBe(course('outbound'));
    expect([set(0), set(1), set(2)]).toEqual([course('outbound'), course('join'), course('join')]);
  });
});
