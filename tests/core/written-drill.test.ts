import { describe, expect, test } from 'vitest';
import { clearanceWords } from '$core/drill/clearance';
import { composeDrill } from '$core/drill/compose-drill';
import type { DrillFile, PhaseFile } from '$core/drill/drill-file';
import { outsideWords } from '$core/drill/planned-cloud';
import { toleranceProfileById } from '$core/drill/tolerance-profile';
import { aircraft, area, planOf } from './flown';

const profile = toleranceProfileById('easa-ir');
/** From 4000 ft, 105 kt, heading 350°, in still standard air. */
const plan = planOf({ startAltitude_ft: 4000, startSpeed_kt: 105, heading_deg: 350, windSpeed_kt: 0, temperatureOffset_K: 0, altimeterSetting_hPa: 1013.25 }); // prettier-ignore
const written = (phases: Partial<PhaseFile>[], more: Partial<DrillFile> = {}): DrillFile => ({
  id: 'own', name: 'Own', family: 'basic', purpose: 'To be read.', usualFaults: [], figures: [], covers: [], checks: [],
  ...more,
  phases: phases.map((phase, i) => ({ id: `p${i}`, name: `P${i}`, ...phase }))
} as DrillFile); // prettier-ignore
const drillOf = (phases: Partial<PhaseFile>[], more: Partial<DrillFile> = {}) =>
  composeDrill(written(phases, more), plan, aircraft, area, profile);
const phasesOf = (...phases: Partial<PhaseFile>[]) => drillOf(phases).phases;

describe('a drill as it is written', () => {
  test('what a phase does not say goes on as before; a heading, a side, an angle and a bank are where they lead', () => {
    const [level, half, by, to, steep, faster] = phasesOf(
      { for_s: 20, flaps_deg: 10, gear: 'down' },
      { turn: { direction: 'right', rate: 'half', by_deg: 90 } },
      { turn: { direction: 'left', by_deg: 180 } },
      { turn: { direction: 'left', to_deg: 10 } },
      { turn: { direction: 'right', bank_deg: 30 }, for_s: 30 },
      { heading_deg: 360, speed_kt: 90, gear: 'up' }
    );
    expect(level!.goal).toMatchObject({ ias_kt: 105, flaps_deg: 10, gear: 1, vertical: { kind: 'level', altitude_ft: 4000 }, lateral: { kind: 'heading', heading_deg: 350 } }); // prettier-ignore
    expect(half!.goal).toMatchObject({ flaps_deg: 10, gear: 1, lateral: { direction: 1, to_deg: 80, bank_deg: null, rate_degps: 1.5 } }); // prettier-ignore
    expect(by!.goal.lateral).toMatchObject({ direction: -1, to_deg: 260, rate_degps: 3 });
    expect(to!.goal.lateral).toMatchObject({ direction: -1, to_deg: 10 });
    expect(steep!.goal.lateral).toMatchObject({ direction: 1, to_deg: null, bank_deg: 30, rate_degps: null });
    expect(faster!.goal).toMatchObject({ ias_kt: 90, gear: 0, lateral: { kind: 'heading', heading_deg: 360 } }); // prettier-ignore
    // 90° at 1.5°/s; half a circle and then the long way from 260° left to 10° at 3°/s.
    expect([half, by, to].map((phase) => phase!.expected_s)).toEqual([60, 60, 250 / 3]);
  });

  test('a timed turn leaves the nose where its bank and speed bring it: 1091 tan φ ÷ V degrees a second', () => {
    const [, after] = phasesOf({ turn: { direction: 'right', bank_deg: 30 }, for_s: 30 }, { for_s: 20 });
    // 105 kt at 4000 ft in standard air: 111.4 kt true.
    const turned = (30 * 1091 * Math.tan(Math.PI / 6)) / 111.4;
    const { lateral } = after!.goal;
    const heading_deg = lateral.kind === 'heading' ? lateral.heading_deg : NaN;
    expect(Math.abs(((heading_deg + 10) % 360) - turned)).toBeLessThan(1);
  });

  test('up at full power, down at a rate or at a speed; the second half of one goes on as the first', () => {
    const [climb, descent, bySpeed, begun, goesOn] = phasesOf(
      { to_ft: 5000 },
      { to_ft: 4000, rate_fpm: 500 },
      { to_ft: 3000, rate_fpm: 500, nose_holds: 'speed' },
      { to_ft: 2000, rate_fpm: 400 },
      { to_ft: 2000, turn: { direction: 'right', by_deg: 90 } }
    );
    expect(climb!.goal.vertical).toEqual({ kind: 'speed', to_ft: 5000, verticalSpeed_fpm: null });
    expect(descent!.goal.vertical).toEqual({ kind: 'rate', to_ft: 4000, verticalSpeed_fpm: -500 });
    expect(bySpeed!.goal.vertical).toEqual({ kind: 'speed', to_ft: 3000, verticalSpeed_fpm: -500 });
    expect(goesOn!.goal.vertical).toEqual({ kind: 'rate', to_ft: 2000, verticalSpeed_fpm: -400 });
    // A thousand feet at 700 and at 500 ft/min; what goes on in the next phase is only begun in this one; then the longer of the two.
    expect([climb, descent, begun, goesOn].map((phase) => Math.round(phase!.expected_s))).toEqual([86, 120, 6, 150]); // prettier-ignore
    expect([begun, goesOn].map((phase) => phase!.ends_ft)).toEqual([3000, 2000]);
    expect(() => phasesOf({ to_ft: 5000, rate_fpm: 0 })).toThrow(/phases\.0\.rate_fpm.*above zero/);
  });

  test('a change of speed takes 1.2 s a knot and eight more; what asks for nothing, a minute', () => {
    const [slower, still] = phasesOf({ speed_kt: 90 }, {});
    expect([slower!.expected_s, still!.expected_s]).toEqual([26, 60]);
    expect(slower!.until).toEqual({ is: 'any', of: [{ is: 'within', channel: 'ias_kt', value: 90, tolerance: 4, for_s: 4 }, { is: 'after', seconds: 92 }] }); // prettier-ignore
    expect(still!.until).toEqual({ is: 'after', seconds: 60 });
  });

  test('a climb ends a hundred feet below its altitude or a rate’s share of it, levelled off sooner, or well beyond its time', () => {
    const ends = ([phase]: ReturnType<typeof phasesOf>) => {
      const { until } = phase!;
      expect(until.is).toBe('any');
      const [reached, limit] = until.is === 'any' ? until.of : [];
      expect(limit).toEqual({ is: 'after', seconds: 2 * phase!.expected_s + 40 });
      expect(reached?.is).toBe('any');
      return reached?.is === 'any' ? reached.of : [];
    };
    expect(ends(phasesOf({ to_ft: 5000 }))[0]).toEqual({ is: 'above', channel: 'altitude_ft', value: 4900, for_s: 0 }); // prettier-ignore
    // 15 % of 1000 ft/min is more than a hundred.
    const [leads, levels] = ends(phasesOf({ to_ft: 3000, rate_fpm: 1000 }));
    expect(leads).toEqual({ is: 'below', channel: 'altitude_ft', value: 3150, for_s: 0 });
    expect(levels).toEqual({ is: 'all', of: [{ is: 'below', channel: 'altitude_ft', value: 3300, for_s: 5 }, { is: 'within', channel: 'verticalSpeed_fpm', value: 0, tolerance: 150, for_s: 5 }] }); // prettier-ignore
    const [turn] = phasesOf({ turn: { direction: 'right', by_deg: 90 } });
    expect(turn!.until).toMatchObject({
      of: [
        {
          is: 'all',
          of: [
            { is: 'after', seconds: 12 },
            { is: 'within', channel: 'heading_deg', value: 80, tolerance: 25 },
            { is: 'within', channel: 'bank_deg', value: 0, tolerance: 5 }
          ]
        },
        { is: 'after', seconds: 100 }
      ]
    });
  });

  test('its corridors are the profile’s; a floor is one-sided, a minimum not an inch; what was held is judged on, what is new once it has settled', () => {
    const [level, floor, minimum, turn] = phasesOf(
      { for_s: 20 },
      { to_ft: 3000, rate_fpm: 500, floor_ft: 2900 },
      { altitude_ft: 3000, minimum_ft: 2950, judge: ['altitude', 'speed'], speed_kt: 95 },
      { turn: { direction: 'left', by_deg: 90 }, minimum_ft: 2950, judge: ['bank'] }
    );
    const of = (phase: typeof level) => phase!.corridors.map(({ channel, target, above, below }) => [channel, target, above, below]); // prettier-ignore
    const { altitude_ft, speedAbove_kt, speedBelow_kt, heading_deg, verticalSpeed_fpm, bank_deg } = profile; // prettier-ignore
    expect(of(level)).toEqual([
      ['altitude_ft', 4000, altitude_ft, altitude_ft],
      ['ias_kt', 105, speedAbove_kt, speedBelow_kt],
      ['heading_deg', 350, heading_deg, heading_deg]
    ]);
    expect(of(floor)).toEqual([
      ['altitude_ft', 2900, null, altitude_ft],
      ['verticalSpeed_fpm', -500, verticalSpeed_fpm, verticalSpeed_fpm],
      ['ias_kt', 105, speedAbove_kt, speedBelow_kt],
      ['heading_deg', 350, heading_deg, heading_deg]
    ]);
    expect(of(minimum)).toEqual([
      ['altitude_ft', 3000, altitude_ft, 50],
      ['ias_kt', 95, speedAbove_kt, speedBelow_kt]
    ]);
    // Standard rate at 100.8 kt true: tan φ = 3° × 100.8 ÷ 1091.
    const bank = (Math.atan((3 * 100.8) / 1091) * 180) / Math.PI;
    expect(of(turn)).toEqual([
      ['altitude_ft', 2950, null, 0],
      ['bank_deg', expect.closeTo(-bank, 0), bank_deg, bank_deg]
    ]);
    const settling = (phase: typeof level) => phase!.settling.map(({ channel, atLatest_s }) => [channel, atLatest_s]); // prettier-ignore
    expect([level, floor].map(settling)).toEqual([[], [['verticalSpeed_fpm', 15]]]);
    // Ten knots: twelve seconds more than it takes.
    expect(settling(minimum)).toEqual([['altitude_ft', 12], ['ias_kt', 24]]); // prettier-ignore
    expect(settling(turn)).toEqual([['bank_deg', 10]]);
  });

  test('with the attitude indicator covered a turn is held by its rate', () => {
    const [turn] = drillOf([{ turn: { direction: 'left', by_deg: 90 } }], { covers: ['attitude'] }).phases;
    expect(turn!.corridors.map(({ channel, target }) => [channel, target])).toContainEqual(['turnRate_degps', -3]); // prettier-ignore
  });

  test('level-offs and roll-outs follow from which phase comes after which', () => {
    const checks = (...phases: Partial<PhaseFile>[]) => drillOf(phases).checks;
    expect(checks({ to_ft: 5000 }, { altitude_ft: 5000 }, { altitude_ft: 4500 })).toEqual([{ kind: 'level-off', phase: 'p0', altitude_ft: 5000 }]); // prettier-ignore
    expect(checks({ turn: { direction: 'right', by_deg: 90 } }, { for_s: 20 })).toEqual([{ kind: 'roll-out', phase: 'p0', heading_deg: 80 }]); // prettier-ignore
    // Out of a turn without an end nobody is expected on a heading.
    expect(checks({ turn: { direction: 'right' }, until: { is: 'above', channel: 'altitude_ft', value: 4100, for_s: 0 } }, { for_s: 20 })).toEqual([]); // prettier-ignore
    expect(checks({ upset: 1, for_s: 5 }, { recovery: true, heading_deg: 350 })).toEqual([{ kind: 'recovery', phase: 'p1' }]); // prettier-ignore
  });

  test('what does not fit is refused at its place', () => {
    expect(() => phasesOf({ for_s: 0 })).toThrow(/phases\.0\.for_s/);
    expect(() => phasesOf({ for_s: 3601 })).toThrow(/phases\.0\.for_s/);
    expect(phasesOf({ for_s: 3600 })[0]!.until).toEqual({ is: 'after', seconds: 3600 });
    expect(() => phasesOf({ for_s: 5 }, { id: 'p0', for_s: 5 })).toThrow(/phases\.1\.id/);
    expect(() => drillOf([{}], { checks: [{ kind: 'set-up', phase: 'nowhere' }] })).toThrow(
      /checks\.0\.phase.*p0/
    );
    expect(() => phasesOf({ about: 'main' })).toThrow(/phases\.0\.about.*no fix/);
    expect(() => phasesOf({ to_ft: 3000, path: { angle_deg: 3, overFix_ft: 50, by: 'space' } })).toThrow(/phases\.0\.path.*about a fix/); // prettier-ignore
  });
});

test('a clearance is said as it is spoken, a fix before a heading; nothing asked for is as it was', () => {
  const said = (asked: object) => clearanceWords({ does: 'clear', ...asked });
  expect(said({ heading_deg: 5, turn: 'left', altitude_ft: 2500, speed_kt: 90 })).toBe('Turn left heading 005°, 2500 ft, 90 kt'); // prettier-ignore
  expect(said({ heading_deg: 210 })).toBe('Heading 210°');
  expect(said({ direct: 'VLB', heading_deg: 210 })).toBe('Direct VLB');
  expect(said({})).toBe('As it was');
});

test('what is outside is cloud where some was planned, and else the device', () => {
  expect(outsideWords(planOf({ cloudBase_ft: null }))).toBe('view-limiting device');
  expect(outsideWords(planOf({ cloudBase_ft: 3000 }))).toMatch(/^cloud above 3000 ft$/);
  expect(outsideWords(planOf({ cloudBase_ft: 3000, cloudTop_ft: 6000 }))).toMatch(
    /^cloud from 3000 to 6000 ft$/
  );
});
