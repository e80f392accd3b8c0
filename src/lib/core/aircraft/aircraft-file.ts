import { numberIn } from '../measure/number-in';
import { Type, type Static } from '@sinclair/typebox';

/** A propeller of fixed pitch on an unsupercharged engine: its speed follows the balance of torques. */
const FixedPitch = Type.Object(
  {
    kind: Type.Literal('fixed-pitch'),
    power_W: numberIn('W', 10000, 3000000),
    ratedSpeed_rps: numberIn('rev/s', 15, 100),
    idleTorqueShare: numberIn('', 0, 0.3),
    friction_Nm: numberIn('N·m', 0, 500),
    inertia_kgm2: numberIn('kg·m²', 0.1, 30),
    diameter_m: numberIn('m', 0.8, 5),
    /** Thrust and power coefficients as polynomials in the advance ratio J = V/(nD): c0 + c1·J + c2·J². */
    thrust: Type.Tuple([numberIn('', 0, 1), numberIn('', -1, 1), numberIn('', -1, 1)]),
    power: Type.Tuple([numberIn('', 0, 1), numberIn('', -1, 1), numberIn('', -1, 1)])
  },
  { additionalProperties: false }
);

/** A governor holds the speed the propeller lever asks for; power follows manifold pressure and speed. */
const ConstantSpeed = Type.Object(
  {
    kind: Type.Literal('constant-speed'),
    power_W: numberIn('W', 10000, 3000000),
    ratedSpeed_rps: numberIn('rev/s', 15, 100),
    lowestSpeed_rps: numberIn('rev/s', 10, 100),
    ratedManifoldPressure_inHg: numberIn('inHg', 20, 60),
    idleManifoldPressure_inHg: numberIn('inHg', 5, 20),
    friction_Nm: numberIn('N·m', 0, 500),
    diameter_m: numberIn('m', 0.8, 5),
    efficiency: numberIn('', 0.5, 0.95),
    /** Thrust at rest is shaft power × efficiency ÷ this. */
    staticSpeed_mps: numberIn('m/s', 10, 100),
    /** Power coefficient at the fine stop: below what it takes, the governor can no longer hold the speed. */
    fineStopPower: numberIn('', 0.005, 0.2),
    /** Drag area of the windmilling disc with no power on it, m². */
    idleDragArea_m2: numberIn('m²', 0, 3)
  },
  { additionalProperties: false }
);

/** A turbine at a governed speed: the power lever asks for torque, which heat limits with height. */
const Turboprop = Type.Object(
  {
    kind: Type.Literal('turboprop'),
    power_W: numberIn('W', 50000, 5000000),
    /** What heat would allow at sea level; more than `power_W` where the engine is flat rated. */
    thermalPower_W: numberIn('W', 50000, 8000000),
    propellerSpeed_rps: numberIn('rev/s', 15, 60),
    idleTorqueShare: numberIn('', 0, 0.3),
    spool_s: numberIn('s', 0.2, 8),
    diameter_m: numberIn('m', 0.8, 6),
    efficiency: numberIn('', 0.5, 0.95),
    staticSpeed_mps: numberIn('m/s', 10, 120),
    /** Drag area of the disc with no torque on it, m². */
    idleDragArea_m2: numberIn('m²', 0, 3)
  },
  { additionalProperties: false }
);
export type PropulsionKind = Propulsion['kind'];
export type Propulsion = Static<typeof FixedPitch> | Static<typeof ConstantSpeed> | Static<typeof Turboprop>;

/**
 * An airplane as the flight model needs it. SI units; angles in radians where a derivative is per radian, otherwise degrees.
 * Axes: x forward, y right, z down. Moments about the centre of gravity. Derivatives are non-dimensional, with rates made
 * non-dimensional by b/2V (roll, yaw) and c/2V (pitch). Controls run −1…+1: + = roll right, nose up, nose right.
 */
export const AircraftFile = Type.Object(
  {
    id: Type.String({ pattern: '^[a-z0-9-]{2,40}$', accepted: 'small letters, digits and dashes' }),
    name: Type.String({ minLength: 1, maxLength: 60 }),
    /** With full fuel; it grows lighter as that is burnt. */
    mass_kg: numberIn('kg', 200, 20000),
    inertia: Type.Object({
      roll_kgm2: numberIn('kg·m²', 50, 200000),
      pitch_kgm2: numberIn('kg·m²', 50, 200000),
      yaw_kgm2: numberIn('kg·m²', 50, 400000),
      product_kgm2: numberIn('kg·m²', -20000, 20000)
    }),
    wing: Type.Object({
      area_m2: numberIn('m²', 2, 200),
      span_m: numberIn('m', 3, 60),
      chord_m: numberIn('m', 0.3, 10)
    }),
    lift: Type.Object({
      zeroAngle: numberIn('', -1, 2),
      slope_prad: numberIn('/rad', 2, 8),
      pitchRate: numberIn('', 0, 20),
      elevator: numberIn('', 0, 2),
      stallAngle_deg: numberIn('°', 8, 30),
      stallWidth_deg: numberIn('°', 0.3, 6)
    }),
    drag: Type.Object({
      zeroLift: numberIn('', 0.005, 0.2),
      induced: numberIn('', 0.01, 0.3),
      sideslip_prad2: numberIn('', 0, 3)
    }),
    pitch: Type.Object({
      zeroAngle: numberIn('', -0.5, 0.5),
      angle_prad: numberIn('/rad', -5, 0),
      pitchRate: numberIn('', -60, 0),
      elevator: numberIn('', 0.05, 2),
      trim: numberIn('', 0.02, 1),
      thrustArm_m: numberIn('m', -2, 2)
    }),
    side: Type.Object({ sideslip_prad: numberIn('/rad', -3, 0), rudder: numberIn('', -1, 1) }),
    roll: Type.Object({
      sideslip_prad: numberIn('/rad', -1, 0.2),
      rollRate: numberIn('', -3, -0.05),
      yawRate: numberIn('', -1, 1),
      aileron: numberIn('', 0.005, 0.5),
      rudder: numberIn('', -0.2, 0.2)
    }),
    yaw: Type.Object({
      sideslip_prad: numberIn('/rad', 0.005, 1),
      rollRate: numberIn('', -1, 1),
      yawRate: numberIn('', -2, -0.01),
      aileron: numberIn('', -0.2, 0.2),
      rudder: numberIn('', 0.005, 0.5)
    }),
    flaps: Type.Object({
      positions_deg: Type.Array(numberIn('°', 0, 60), { minItems: 1, maxItems: 6 }),
      rate_degps: numberIn('°/s', 1, 30),
      lift_pdeg: numberIn('/°', 0, 0.1),
      drag_pdeg: numberIn('/°', 0, 0.02),
      pitch_pdeg: numberIn('/°', -0.02, 0.02)
    }),
    gear: Type.Object({
      retractable: Type.Boolean({ accepted: 'true or false' }),
      /** From one end of the travel to the other. */
      travel_s: numberIn('s', 1, 30),
      /** What it adds when it is down; a fixed gear's drag is in `drag.zeroLift`. */
      drag: numberIn('', 0, 0.06),
      pitch: numberIn('', -0.05, 0.05)
    }),
    fuel: Type.Object({
      capacity_kg: numberIn('kg', 1, 10000),
      /** Fuel for each joule at the shaft, kg/J; 0.08 µg is a piston engine's order. */
      consumption_kgpJ: numberIn('kg/J', 1e-8, 5e-7)
    }),
    propulsion: Type.Union([FixedPitch, ConstantSpeed, Turboprop], {
      accepted: 'a propulsion of kind fixed-pitch, constant-speed or turboprop'
    }),
    /**
     * Side effects of power. In a climb the uneven pull (thrust × angle of attack × arm) turns the nose left. Of the torque
     * that rigging does not balance, one share rolls the airplane left, and the slipstream's twist on the fin turns it left
     * by so many N·m for each N·m. It is rigged for one torque at one speed.
     */
    propellerEffects: Type.Object({
      asymmetry_m: numberIn('m', 0, 3),
      torqueShare: numberIn('', 0, 1),
      slipstream: numberIn('', 0, 10),
      riggedTorque_Nm: numberIn('N·m', 0, 50000),
      riggedSpeed_kt: numberIn('kt', 30, 400)
    }),
    /** Degrees: constant part, and the parts that go with the sine and cosine of the heading. */
    compassDeviation_deg: Type.Tuple([
      numberIn('°', -10, 10),
      numberIn('°', -10, 10),
      numberIn('°', -10, 10)
    ]),
    speeds: Type.Object({
      stallClean_kt: numberIn('kt', 20, 200),
      stallFlaps_kt: numberIn('kt', 20, 200),
      bestClimb_kt: numberIn('kt', 30, 250),
      flapsExtended_kt: numberIn('kt', 40, 300),
      /** The most at which a retractable gear may be moved or out. */
      gearExtended_kt: numberIn('kt', 40, 400),
      maximumCruise_kt: numberIn('kt', 50, 400),
      neverExceed_kt: numberIn('kt', 60, 500)
    }),
    card: Type.Array(
      Type.Object({
        id: Type.String({ pattern: '^[a-z-]+$' }),
        name: Type.String({ minLength: 1, maxLength: 60 }),
        ias_kt: numberIn('kt', 30, 400),
        /** null: whatever full throttle gives. */
        verticalSpeed_fpm: Type.Union([numberIn('ft/min', -4000, 4000), Type.Null()]),
        flaps_deg: numberIn('°', 0, 60),
        /** 0 up … 1 down. */
        gear: numberIn('', 0, 1),
        /** Propeller lever, 0 coarse … 1 fine; a fixed pitch takes no notice. */
        propeller: numberIn('', 0, 1)
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
