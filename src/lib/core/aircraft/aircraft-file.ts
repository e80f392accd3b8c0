import { Type, type Static } from '@sinclair/typebox';

const number = (unit: string, minimum: number, maximum: number) =>
  Type.Number({ minimum, maximum, accepted: `a number from ${minimum} to ${maximum} ${unit}`.trim() });

/**
 * An airplane as the flight model needs it. SI units; angles in radians where a derivative is per radian, otherwise degrees.
 * Axes: x forward, y right, z down. Moments about the centre of gravity. Derivatives are non-dimensional, with rates made
 * non-dimensional by b/2V (roll, yaw) and c/2V (pitch). Controls run −1…+1: + = roll right, nose up, nose right.
 */
export const AircraftFile = Type.Object(
  {
    id: Type.String({ pattern: '^[a-z0-9-]{2,40}$', accepted: 'small letters, digits and dashes' }),
    name: Type.String({ minLength: 1, maxLength: 60 }),
    mass_kg: number('kg', 200, 20000),
    inertia: Type.Object({
      roll_kgm2: number('kg·m²', 50, 200000),
      pitch_kgm2: number('kg·m²', 50, 200000),
      yaw_kgm2: number('kg·m²', 50, 400000),
      product_kgm2: number('kg·m²', -20000, 20000)
    }),
    wing: Type.Object({
      area_m2: number('m²', 2, 200),
      span_m: number('m', 3, 60),
      chord_m: number('m', 0.3, 10)
    }),
    lift: Type.Object({
      zeroAngle: number('', -1, 2),
      slope_prad: number('/rad', 2, 8),
      pitchRate: number('', 0, 20),
      elevator: number('', 0, 2),
      stallAngle_deg: number('°', 8, 30),
      stallWidth_deg: number('°', 0.3, 6)
    }),
    drag: Type.Object({
      zeroLift: number('', 0.005, 0.2),
      induced: number('', 0.01, 0.3),
      sideslip_prad2: number('', 0, 3)
    }),
    pitch: Type.Object({
      zeroAngle: number('', -0.5, 0.5),
      angle_prad: number('/rad', -5, 0),
      pitchRate: number('', -60, 0),
      elevator: number('', 0.05, 2),
      trim: number('', 0.02, 1),
      thrustArm_m: number('m', -2, 2)
    }),
    side: Type.Object({ sideslip_prad: number('/rad', -3, 0), rudder: number('', -1, 1) }),
    roll: Type.Object({
      sideslip_prad: number('/rad', -1, 0.2),
      rollRate: number('', -3, -0.05),
      yawRate: number('', -1, 1),
      aileron: number('', 0.005, 0.5),
      rudder: number('', -0.2, 0.2)
    }),
    yaw: Type.Object({
      sideslip_prad: number('/rad', 0.005, 1),
      rollRate: number('', -1, 1),
      yawRate: number('', -2, -0.01),
      aileron: number('', -0.2, 0.2),
      rudder: number('', 0.005, 0.5)
    }),
    flaps: Type.Object({
      positions_deg: Type.Array(number('°', 0, 60), { minItems: 1, maxItems: 6 }),
      rate_degps: number('°/s', 1, 30),
      lift_pdeg: number('/°', 0, 0.1),
      drag_pdeg: number('/°', 0, 0.02),
      pitch_pdeg: number('/°', -0.02, 0.02)
    }),
    engine: Type.Object({
      power_W: number('W', 10000, 3000000),
      ratedSpeed_rps: number('rev/s', 15, 100),
      idleTorqueShare: number('', 0, 0.3),
      friction_Nm: number('N·m', 0, 500),
      inertia_kgm2: number('kg·m²', 0.1, 30)
    }),
    propeller: Type.Object({
      diameter_m: number('m', 0.8, 5),
      /** Thrust and power coefficients as polynomials in the advance ratio J = V/(nD): c0 + c1·J + c2·J². */
      thrust: Type.Tuple([number('', 0, 1), number('', -1, 1), number('', -1, 1)]),
      power: Type.Tuple([number('', 0, 1), number('', -1, 1), number('', -1, 1)])
    }),
    speeds: Type.Object({
      stallClean_kt: number('kt', 20, 200),
      stallFlaps_kt: number('kt', 20, 200),
      bestClimb_kt: number('kt', 30, 250),
      flapsExtended_kt: number('kt', 40, 300),
      maximumCruise_kt: number('kt', 50, 400),
      neverExceed_kt: number('kt', 60, 500)
    }),
    card: Type.Array(
      Type.Object({
        id: Type.String({ pattern: '^[a-z-]+$' }),
        name: Type.String({ minLength: 1, maxLength: 60 }),
        ias_kt: number('kt', 30, 400),
        /** null: whatever full throttle gives. */
        verticalSpeed_fpm: Type.Union([number('ft/min', -4000, 4000), Type.Null()]),
        flaps_deg: number('°', 0, 60)
      }),
      { minItems: 1, maxItems: 30 }
    )
  },
  {
    $id: 'https://hanza.invalid/schema/aircraft.json',
    title: 'Hanza aircraft file',
    additionalProperties: false
  }
);
export type AircraftFile = Static<typeof AircraftFile>;
