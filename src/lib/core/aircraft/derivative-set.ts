import { numberIn } from '../measure/number-in';
import { Type, type Static } from '@sinclair/typebox';
import { RADIANS_PER_DEGREE } from '../measure/angle';
import { STANDARD_GRAVITY_MPS2 } from '../measure/units';
import { lateralModes, longitudinalModes, type Mode } from './modes';

const free = Type.Number({ minimum: -1e9, maximum: 1e9, accepted: 'a finite number' });
const optional = Type.Optional(free);

/**
 * A textbook's derivatives already divided by mass or moment of inertia, in stability axes, SI units: Xu, Zw, Mq and so on in
 * 1/s, Zq and Xq in m/s, Mu, Mw in 1/(m·s), Mẇ in 1/m; lateral moments primed where the product of inertia counts.
 */
const Dimensional = Type.Object(
  {
    kind: Type.Literal('dimensional'),
    name: Type.String({ minLength: 1, maxLength: 80 }),
    speed_mps: numberIn('m/s', 5, 1000),
    pathAngle_deg: Type.Optional(numberIn('°', -30, 30)),
    gravity_mps2: Type.Optional(numberIn('m/s²', 9, 10)),
    longitudinal: Type.Object(
      {
        Xu: free,
        Xw: free,
        Xq: optional,
        Zu: free,
        Zw: free,
        Zwdot: optional,
        Zq: optional,
        Mu: free,
        Mw: free,
        Mwdot: optional,
        Mq: free
      },
      { additionalProperties: false }
    ),
    lateral: Type.Optional(
      Type.Object(
        {
          Yv: free,
          Yp: optional,
          Yr: optional,
          Lv: free,
          Lp: free,
          Lr: free,
          Nv: free,
          Np: free,
          Nr: free
        },
        { additionalProperties: false }
      )
    )
  },
  { additionalProperties: false }
);

/** A textbook's coefficients, stability axes, per radian; rates made non-dimensional by c/2V and b/2V. */
const NonDimensional = Type.Object(
  {
    kind: Type.Literal('non-dimensional'),
    name: Type.String({ minLength: 1, maxLength: 80 }),
    speed_mps: numberIn('m/s', 5, 1000),
    density_kgpm3: numberIn('kg/m³', 0.01, 2),
    mass_kg: numberIn('kg', 1, 1e6),
    pathAngle_deg: Type.Optional(numberIn('°', -30, 30)),
    inertia: Type.Object({
      roll_kgm2: numberIn('kg·m²', 1, 1e9),
      pitch_kgm2: numberIn('kg·m²', 1, 1e9),
      yaw_kgm2: numberIn('kg·m²', 1, 1e9),
      product_kgm2: free
    }),
    wing: Type.Object({
      area_m2: numberIn('m²', 0.1, 2000),
      span_m: numberIn('m', 0.5, 200),
      chord_m: numberIn('m', 0.05, 30)
    }),
    longitudinal: Type.Object(
      {
        CL: free,
        CD: free,
        CLalpha: numberIn('/rad', 0.5, 12),
        CDalpha: free,
        Cmalpha: free,
        CLalphadot: optional,
        Cmalphadot: optional,
        CLq: optional,
        Cmq: numberIn('', -500, 0),
        CLu: optional,
        CDu: optional,
        Cmu: optional
      },
      { additionalProperties: false }
    ),
    lateral: Type.Optional(
      Type.Object(
        {
          CYbeta: free,
          Clbeta: free,
          Cnbeta: free,
          Clp: numberIn('', -5, 0),
          Cnp: free,
          Clr: free,
          Cnr: free,
          CYp: optional,
          CYr: optional
        },
        { additionalProperties: false }
      )
    )
  },
  { additionalProperties: false }
);

/** A flight condition given wholly in derivatives, as textbooks print them. */
export const DerivativeSet = Type.Union([Dimensional, NonDimensional], {
  $id: 'https://hanza.invalid/schema/derivative-set.json',
  title: 'Hanza derivative set',
  accepted: 'a derivative set of kind dimensional or non-dimensional'
});
export type DerivativeSet = Static<typeof DerivativeSet>;
type DimensionalSet = Static<typeof Dimensional>;

/**
 * The classical modes of a derivative set. Small-disturbance equations as in Etkin and Reid, Dynamics of Flight, 3rd
 * edition, eq. 4.9,18 and 4.9,19; thrust taken as constant.
 */
export function modesOfDerivativeSet(set: DerivativeSet): { longitudinal: Mode[]; lateral: Mode[] } {
  const dimensional = set.kind === 'dimensional' ? set : dimensionalOf(set);
  const { speed_mps: speed, longitudinal: d, lateral: l } = dimensional;
  const gravity = dimensional.gravity_mps2 ?? STANDARD_GRAVITY_MPS2;
  const path = (dimensional.pathAngle_deg ?? 0) * RADIANS_PER_DEGREE;
  const give = 1 - (d.Zwdot ?? 0);
  const down = [
    d.Zu / give,
    d.Zw / give,
    (speed + (d.Zq ?? 0)) / give,
    (-gravity * Math.sin(path)) / give
  ] as const;
  const mwdot = d.Mwdot ?? 0;
  const longitudinal = [
    [d.Xu, d.Xw, d.Xq ?? 0, -gravity * Math.cos(path)],
    [...down],
    [d.Mu + mwdot * down[0], d.Mw + mwdot * down[1], d.Mq + mwdot * down[2], mwdot * down[3]],
    [0, 0, 1, 0]
  ];
  return {
    longitudinal: longitudinalModes(longitudinal),
    lateral: l
      ? lateralModes([
          [l.Yv, l.Yp ?? 0, (l.Yr ?? 0) - speed, gravity * Math.cos(path)],
          [l.Lv, l.Lp, l.Lr, 0],
          [l.Nv, l.Np, l.Nr, 0],
          [0, 1, Math.tan(path), 0]
        ])
      : []
  };
}

/** Coefficients to derivatives over mass and inertia (e.g. Nelson, Flight Stability and Automatic Control, tables 3.5 and 3.6). */
function dimensionalOf(set: Static<typeof NonDimensional>): DimensionalSet {
  const { speed_mps: u, mass_kg: m, inertia, wing, longitudinal: c, lateral: k } = set;
  const qS = 0.5 * set.density_kgpm3 * u * u * wing.area_m2;
  const force = qS / (m * u);
  const pitch = (qS * wing.chord_m) / inertia.pitch_kgm2;
  const chordTime = wing.chord_m / (2 * u);
  const spanTime = wing.span_m / (2 * u);
  const gamma = inertia.roll_kgm2 * inertia.yaw_kgm2 - inertia.product_kgm2 ** 2;
  /** Moments to accelerations, with the product of inertia. */
  const primed = (rollMoment: number, yawMoment: number) => ({
    roll: (inertia.yaw_kgm2 * rollMoment + inertia.product_kgm2 * yawMoment) / gamma,
    yaw: (inertia.product_kgm2 * rollMoment + inertia.roll_kgm2 * yawMoment) / gamma
  });
  const couple = qS * wing.span_m;
  const byV = k && primed((couple * k.Clbeta) / u, (couple * k.Cnbeta) / u);
  const byP = k && primed(couple * k.Clp * spanTime, couple * k.Cnp * spanTime);
  const byR = k && primed(couple * k.Clr * spanTime, couple * k.Cnr * spanTime);
  return {
    kind: 'dimensional',
    name: set.name,
    speed_mps: u,
    ...(set.pathAngle_deg === undefined ? {} : { pathAngle_deg: set.pathAngle_deg }),
    longitudinal: {
      Xu: -((c.CDu ?? 0) + 2 * c.CD) * force,
      Xw: (c.CL - c.CDalpha) * force,
      Zu: -((c.CLu ?? 0) + 2 * c.CL) * force,
      Zw: -(c.CLalpha + c.CD) * force,
      Zwdot: -(c.CLalphadot ?? 0) * chordTime * force,
      Zq: -(c.CLq ?? 0) * chordTime * force * u,
      Mu: ((c.Cmu ?? 0) * pitch) / u,
      Mw: (c.Cmalpha * pitch) / u,
      Mwdot: ((c.Cmalphadot ?? 0) * chordTime * pitch) / u,
      Mq: c.Cmq * chordTime * pitch
    },
    ...(k && byV && byP && byR
      ? {
          lateral: {
            Yv: k.CYbeta * force,
            Yp: (k.CYp ?? 0) * spanTime * force * u,
            Yr: (k.CYr ?? 0) * spanTime * force * u,
            Lv: byV.roll,
            Nv: byV.yaw,
            Lp: byP.roll,
            Np: byP.yaw,
            Lr: byR.roll,
            Nr: byR.yaw
          }
        }
      : {})
  };
}
