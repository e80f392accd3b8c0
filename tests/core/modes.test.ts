import { describe, expect, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { DerivativeSet, modesOfDerivativeSet } from '$core/aircraft/derivative-set';
import { linearise } from '$core/aircraft/linearise';
import type { Mode } from '$core/aircraft/modes';
import { parse } from '$core/measure/validation';

const FOOT = 0.3048;
const SLUG = 14.593903;
const SLUG_FOOT2 = SLUG * FOOT * FOOT;
const pick = (modes: readonly Mode[], name: Mode['name']) => modes.find((mode) => mode.name === name)!;
/** Published figures are given to three digits at most; the published derivatives are rounded, too. */
const within = (value: number, published: number, share = 0.03) =>
  expect(Math.abs(value / published - 1)).toBeLessThan(share);

describe('modes of published derivative sets', () => {
  // Nelson, Flight Stability and Automatic Control, 2nd ed.: the light airplane of appendix B and examples 4.3 and 5.3.
  const light: DerivativeSet = {
    kind: 'non-dimensional',
    name: 'Light airplane of the textbook',
    speed_mps: 176 * FOOT,
    density_kgpm3: 1.225,
    mass_kg: 2750 * 0.45359237,
    inertia: {
      roll_kgm2: 1048 * SLUG_FOOT2,
      pitch_kgm2: 3000 * SLUG_FOOT2,
      yaw_kgm2: 3530 * SLUG_FOOT2,
      product_kgm2: 0
    },
    wing: { area_m2: 184 * FOOT ** 2, span_m: 33.4 * FOOT, chord_m: 5.7 * FOOT },
    longitudinal: {
      CL: 0.41,
      CD: 0.05,
      CLalpha: 4.44,
      CDalpha: 0.33,
      Cmalpha: -0.683,
      Cmalphadot: -4.36,
      CLq: 0,
      Cmq: -9.96
    },
    lateral: {
      CYbeta: -0.564,
      Clbeta: -0.074,
      Cnbeta: 0.071,
      Clp: -0.41,
      Cnp: -0.0575,
      Clr: 0.107,
      Cnr: -0.125
    }
  };
  test('a light airplane, non-dimensional', () => {
    const { longitudinal, lateral } = modesOfDerivativeSet(parse(DerivativeSet, light));
    const short = pick(longitudinal, 'short period');
    within(short.real_ps, -2.5);
    within(short.imaginary_radps, 2.59);
    const phugoid = pick(longitudinal, 'phugoid');
    within(phugoid.imaginary_radps, 0.213);
    within(phugoid.real_ps, -0.0171, 0.06);
    within(pick(lateral, 'roll').real_ps, -8.435);
    const dutch = pick(lateral, 'Dutch roll');
    within(dutch.imaginary_radps, 2.335);
    within(dutch.real_ps, -0.487);
    within(pick(lateral, 'spiral').real_ps, -0.00877, 0.12);
  });

  // Etkin and Reid, Dynamics of Flight, section 6.1: it stays near its trim while Zu·Mw − Mu·Zw > 0. With the derivatives above,
  // that is Cmu > 2·CL·Cmα ÷ (CLα + CD) = −0.125: a nose that drops more than that with speed goes on dropping.
  test.each([
    [-0.12, false],
    [-0.13, true]
  ])('pitching moment with speed %d: it runs away: %s', (Cmu, runsAway) => {
    const set = { ...light, longitudinal: { ...light.longitudinal, Cmu } };
    const { longitudinal } = modesOfDerivativeSet(parse(DerivativeSet, set));
    const growing = longitudinal.filter((mode) => mode.real_ps > 0 && mode.imaginary_radps === 0);
    expect(growing.length > 0).toBe(runsAway);
  });

  test('a Dutch roll that dies more slowly than the spiral is no spiral, one that dies more quickly than the roll no roll', () => {
    const named = (changes: Partial<NonNullable<typeof light.lateral>>) =>
      modesOfDerivativeSet(
        parse(DerivativeSet, { ...light, lateral: { ...light.lateral, ...changes } })
      ).lateral.map(({ name, imaginary_radps }) => [name, imaginary_radps > 0]);
    const asEver = [
      ['Dutch roll', true],
      ['roll', false],
      ['spiral', false]
    ];
    const slow = named({ CYbeta: 0, Cnr: -0.01, Cnp: 0, Clr: -0.3, Clbeta: -0.2 });
    expect(slow.sort()).toEqual(asEver);
    expect(named({ Clp: -0.01, Cnr: -1, Clbeta: 0 }).sort()).toEqual(asEver);
  });

  // Etkin and Reid, Dynamics of Flight, 3rd ed., section 6.2: a jet transport at 40,000 ft, Mach 0.8 (tables 6.2, and the
  // matrices of sections 6.2 and 6.7, whose derivatives are already over mass and inertia).
  test('a jet transport, dimensional', () => {
    const mass = 636636 / 32.2;
    const inertia = 0.331e8;
    const { longitudinal, lateral } = modesOfDerivativeSet(
      parse(DerivativeSet, {
        kind: 'dimensional',
        name: 'Jet transport of the textbook',
        speed_mps: 774 * FOOT,
        gravity_mps2: 32.2 * FOOT,
        longitudinal: {
          Xu: -1.358e2 / mass,
          Xw: 2.758e2 / mass,
          Zu: -1.778e3 / mass,
          Zw: -6.188e3 / mass,
          Zwdot: 1.308e2 / mass,
          Zq: (-1.017e5 / mass) * FOOT,
          Mu: 3.581e3 / inertia / FOOT,
          Mw: -3.515e4 / inertia / FOOT,
          Mwdot: -3.826e3 / inertia / FOOT,
          Mq: -1.122e7 / inertia
        },
        lateral: {
          Yv: -0.0558,
          Lv: -0.003865 / FOOT,
          Lp: -0.4342,
          Lr: 0.4136,
          Nv: 0.001086 / FOOT,
          Np: -0.006112,
          Nr: -0.1458
        }
      })
    );
    const short = pick(longitudinal, 'short period');
    within(short.real_ps, -0.3719, 0.01);
    within(short.imaginary_radps, 0.8875, 0.01);
    const phugoid = pick(longitudinal, 'phugoid');
    within(phugoid.real_ps, -0.003289, 0.01);
    within(phugoid.imaginary_radps, 0.06723, 0.01);
    within(phugoid.period_s!, 93.4, 0.01);
    within(pick(lateral, 'spiral').real_ps, -0.0072973, 0.01);
    within(pick(lateral, 'roll').real_ps, -0.56248, 0.01);
    within(pick(lateral, 'Dutch roll').real_ps, -0.033011, 0.01);
    within(pick(lateral, 'Dutch roll').imaginary_radps, 0.94655, 0.01);
  });

  test('what does not fit is named', () => {
    const wrong = structuredClone(light) as { longitudinal: Record<string, unknown> };
    wrong.longitudinal['Cmq'] = 'much';
    expect(() => parse(DerivativeSet, wrong)).toThrow(/is not accepted/);
  });
});

describe('modes of the model itself', () => {
  // What weight alone does to a body that is turned: g·cos θ and g·sin θ, whatever the airplane.
  test('weight pulls back on a raised nose and toward the lower wing, by closed forms', () => {
    for (const file of aircraftCatalogue) {
      const found = linearise(file, { ...file.card[0]!, pressureAltitude_ft: 4000 });
      if (found.kind !== 'linearised') throw new Error(found.explanation);
      const pitch = (found.trim.pitch_deg * Math.PI) / 180;
      const [alongRow, downRow, , pitchRow] = found.longitudinal;
      expect(alongRow![3]).toBeCloseTo(-9.80665 * Math.cos(pitch), 2);
      expect(downRow![3]).toBeCloseTo(-9.80665 * Math.sin(pitch), 2);
      expect(pitchRow!.slice(0, 4)).toEqual([0, 0, expect.closeTo(1, 6), expect.closeTo(0, 6)]);
      const [rightRow, , , bankRow] = found.lateral;
      expect(rightRow![3]).toBeCloseTo(9.80665 * Math.cos(pitch), 2);
      expect(bankRow).toEqual([
        0,
        expect.closeTo(1, 6),
        expect.closeTo(Math.tan(pitch), 6),
        expect.closeTo(0, 6)
      ]);
    }
  });
  test.each(aircraftCatalogue.map((file) => [file.name, file] as const))(
    '%s: a short period well damped, a slow phugoid, a quick roll, a Dutch roll that dies, a spiral that hardly moves',
    (_, file) => {
      const cruise = file.card[0]!;
      const found = linearise(file, { ...cruise, pressureAltitude_ft: 4000 });
      if (found.kind !== 'linearised') throw new Error(found.explanation);
      const { longitudinalModes: along, lateralModes: across } = found;
      expect(pick(along, 'short period').dampingRatio).toBeGreaterThan(0.35);
      expect(pick(along, 'short period').period_s).toBeLessThan(4);
      const phugoid = pick(along, 'phugoid');
      expect(phugoid.dampingRatio).toBeGreaterThan(0);
      const speed = found.trim.tas_kt * 0.514444;
      // Lanchester's period is the floor that damping and power only lengthen.
      expect(phugoid.period_s! / ((Math.PI * Math.SQRT2 * speed) / 9.80665)).toBeGreaterThan(0.95);
      expect(phugoid.period_s! / ((Math.PI * Math.SQRT2 * speed) / 9.80665)).toBeLessThan(1.6);
      expect(pick(across, 'roll').halving_s).toBeLessThan(0.3);
      expect(pick(across, 'Dutch roll').dampingRatio).toBeGreaterThan(0.05);
      expect(Math.abs(pick(across, 'spiral').halving_s)).toBeGreaterThan(20);
    }
  );
});
