import { DEGREES_PER_RADIAN } from '../measure/angle';
import { METRES_PER_SECOND_PER_KNOT, STANDARD_GRAVITY_MPS2 } from '../measure/units';
import { SEA_LEVEL_DENSITY_KGPM3 } from '../air/atmosphere';
import type { AircraftFile } from './aircraft-file';
import { OUTPUT_RATE, SHAFT_POWER, SHAFT_TORQUE, SPEED_RATE, THRUST, propulsionOf } from './propulsion';
import { STATE_LENGTH, type AirplaneState, type AirSample, type Controls } from './airplane-state';

export interface RigidBody {
  /** Time derivative of the state, written into `rate` (`RATE_LENGTH` numbers, same layout, per second). */
  derivatives(state: AirplaneState, controls: Controls, air: AirSample, rate: Float64Array): void;
  /** Advances the state in place by `dt_s` with one classical fourth-order Runge–Kutta step. Deterministic, allocates nothing. */
  step(state: AirplaneState, controls: Controls, air: AirSample, dt_s: number): void;
  /** What an accelerometer at the centre of gravity felt at the start of the last step: body x, y, z, m/s². */
  readonly specificForce_mps2: Float64Array;
}

/** At the stall: share by which roll damping goes, beyond one it drives; and the pitching moment that drops the nose. */
const WING_DROP = 1.3;
const NOSE_DROP = 0.07;
/** Rate of autorotation, p·b/2V, and how strongly rolling beyond it is damped, in times the damping of an unstalled wing. */
const AUTOROTATION = 0.25;
const SPIN_DAMPING = 1.5;

/** The derivatives of the state, followed by the specific force that made them. */
export const RATE_LENGTH = STATE_LENGTH + 3;

/**
 * Six-degree-of-freedom equations of motion of a rigid airplane over a flat earth (e.g. Stevens, Lewis and Johnson,
 * Aircraft Control and Simulation, ch. 1.7 and 2), from non-dimensional derivatives, with the lift curve rounding off to a
 * flat plate's past the stall, and one of three propulsions. Inertias are kept as fuel is burnt, mass is not.
 * Everything is kept in local numbers: the same with small objects runs some twenty times slower.
 */
export function rigidBody(file: AircraftFile): RigidBody {
  const emptyMass = file.mass_kg - file.fuel.capacity_kg;
  const { roll_kgm2: ixx, pitch_kgm2: iyy, yaw_kgm2: izz, product_kgm2: ixz } = file.inertia;
  const gamma = ixx * izz - ixz * ixz;
  const { area_m2: area, span_m: span, chord_m: chord } = file.wing;
  const { lift, drag, pitch, side, roll, yaw, flaps, gear } = file;
  const { asymmetry_m: asymmetry, torqueShare, slipstream, riggedTorque_Nm: rigged } = file.propellerEffects;
  // What the airplane is rigged with balances that torque at that speed; it is aerodynamic and goes with the dynamic pressure.
  const riggedPressure =
    0.5 * SEA_LEVEL_DENSITY_KGPM3 * (file.propellerEffects.riggedSpeed_kt * METRES_PER_SECOND_PER_KNOT) ** 2;
  const rigging = rigged / (riggedPressure * area);
  const consumption = file.fuel.consumption_kgpJ;
  const gearRate = gear.retractable ? 1 / gear.travel_s : 0;
  const propulsion = propulsionOf(file.propulsion);
  const stallAngle = lift.stallAngle_deg / DEGREES_PER_RADIAN;
  const stallWidth = lift.stallWidth_deg / DEGREES_PER_RADIAN;
  function derivatives(s: AirplaneState, c: Controls, air: AirSample, d: Float64Array): void {
    const u = s[0]!;
    const v = s[1]!;
    const w = s[2]!;
    const p = s[3]!;
    const q = s[4]!;
    const r = s[5]!;
    const q0 = s[6]!;
    const q1 = s[7]!;
    const q2 = s[8]!;
    const q3 = s[9]!;
    const flap = s[14]!;
    const gearDown = s[15]!;
    const mass = emptyMass + s[16]!;

    // Direction cosines, body to north-east-down.
    const nx = q0 * q0 + q1 * q1 - q2 * q2 - q3 * q3;
    const ny = 2 * (q1 * q2 - q0 * q3);
    const nz = 2 * (q1 * q3 + q0 * q2);
    const ex = 2 * (q1 * q2 + q0 * q3);
    const ey = q0 * q0 - q1 * q1 + q2 * q2 - q3 * q3;
    const ez = 2 * (q2 * q3 - q0 * q1);
    const dx = 2 * (q1 * q3 - q0 * q2);
    const dy = 2 * (q2 * q3 + q0 * q1);
    const dz = q0 * q0 - q1 * q1 - q2 * q2 + q3 * q3;

    const wn = air.windNorth_mps;
    const we = air.windEast_mps;
    const wd = air.windDown_mps;
    const ua = u - (nx * wn + ex * we + dx * wd) - air.gustAlong_mps;
    const va = v - (ny * wn + ey * we + dy * wd) - air.gustRight_mps;
    const wa = w - (nz * wn + ez * we + dz * wd) - air.gustDown_mps;
    const speed2 = ua * ua + va * va + wa * wa;
    const speed = speed2 > 1 ? Math.sqrt(speed2) : 1;
    const alpha = Math.atan2(wa, ua);
    const sineBeta = va / speed;
    const beta = Math.asin(sineBeta > 1 ? 1 : sineBeta < -1 ? -1 : sineBeta);
    const density = air.density_kgpm3;
    const qS = 0.5 * density * speed * speed * area;
    const halfChordRate = chord / (2 * speed);
    const halfSpanRate = span / (2 * speed);

    // Longitudinal coefficients; `stalled` runs smoothly from 0 to 1 around the stall on either side.
    const above = (alpha - stallAngle) / stallWidth;
    const below = (-alpha - stallAngle) / stallWidth;
    const stalledUp = 1 / (1 + Math.exp(-above));
    const stalledDown = 1 / (1 + Math.exp(-below));
    const stalled = stalledUp + stalledDown;
    const sine = Math.sin(alpha);
    const cosine = Math.cos(alpha);
    const flapLift = flaps.lift_pdeg * flap;
    const attached = lift.zeroAngle + lift.slope_prad * alpha + flapLift;
    const plate = 2 * sine * cosine;
    const liftCoefficient =
      (1 - stalled) * attached +
      stalled * plate +
      lift.pitchRate * halfChordRate * q -
      // A pull pushes the tail down before the wing lifts more: the airplane dips first.
      lift.elevator * c.elevator;
    const dragCoefficient =
      drag.zeroLift +
      flaps.drag_pdeg * flap +
      gear.drag * gearDown +
      drag.sideslip_prad2 * beta * beta +
      (1 - stalled) * drag.induced * attached * attached +
      stalled * 2 * sine * sine;

    propulsion(s, c, air, ua > 0 ? ua : 0, engine);
    const thrust = engine[THRUST]!;

    // Forces, stability axes turned into body axes.
    const fx = qS * (-dragCoefficient * cosine + liftCoefficient * sine) + thrust;
    const fy = qS * (side.sideslip_prad * beta + side.rudder * c.rudder - dragCoefficient * sineBeta);
    const fz = qS * (-dragCoefficient * sine - liftCoefficient * cosine);

    // Moments.
    const pHat = (p - air.gustRoll_radps) * halfSpanRate;
    const rHat = r * halfSpanRate;
    // Past the stall the wing that sinks lifts less: rolling is no longer damped, one wing drops.
    const stallDamping = 1 - WING_DROP * stalled;
    // Beyond autorotation both wings are stalled however they move, and the rolling is damped again.
    const spun = pHat > AUTOROTATION ? pHat - AUTOROTATION : pHat < -AUTOROTATION ? pHat + AUTOROTATION : 0;
    const unbalancedTorque = engine[SHAFT_TORQUE]! - rigging * qS;
    const rollMoment =
      qS *
        span *
        (roll.sideslip_prad * beta +
          roll.rollRate * (stallDamping * pHat + SPIN_DAMPING * stalled * spun) +
          roll.yawRate * rHat +
          roll.aileron * (1 - 0.7 * stalled) * c.aileron +
          roll.rudder * c.rudder) -
      torqueShare * unbalancedTorque;
    const pitchMoment =
      qS *
        chord *
        (pitch.zeroAngle +
          pitch.angle_prad * alpha +
          pitch.pitchRate * halfChordRate * q +
          pitch.elevator * c.elevator +
          pitch.trim * c.trim +
          flaps.pitch_pdeg * flap +
          gear.pitch * gearDown -
          NOSE_DROP * (stalledUp - stalledDown)) +
      thrust * pitch.thrustArm_m;
    const yawMoment =
      qS *
        span *
        (yaw.sideslip_prad * beta +
          yaw.rollRate * pHat +
          yaw.yawRate * rHat +
          yaw.aileron * c.aileron +
          yaw.rudder * c.rudder) -
      asymmetry * thrust * (1 - stalled) * alpha -
      slipstream * unbalancedTorque;

    d[18] = fx / mass;
    d[19] = fy / mass;
    d[20] = fz / mass;
    d[0] = fx / mass + dx * STANDARD_GRAVITY_MPS2 + r * v - q * w;
    d[1] = fy / mass + dy * STANDARD_GRAVITY_MPS2 + p * w - r * u;
    d[2] = fz / mass + dz * STANDARD_GRAVITY_MPS2 + q * u - p * v;
    const hx = rollMoment + ixz * p * q + (iyy - izz) * q * r;
    const hz = yawMoment - ixz * q * r + (ixx - iyy) * p * q;
    d[3] = (izz * hx + ixz * hz) / gamma;
    d[4] = (pitchMoment + (izz - ixx) * p * r - ixz * (p * p - r * r)) / iyy;
    d[5] = (ixz * hx + ixx * hz) / gamma;
    // The last term pulls the quaternion back to unit length.
    const stray = 1 - (q0 * q0 + q1 * q1 + q2 * q2 + q3 * q3);
    d[6] = 0.5 * (-q1 * p - q2 * q - q3 * r) + stray * q0;
    d[7] = 0.5 * (q0 * p + q2 * r - q3 * q) + stray * q1;
    d[8] = 0.5 * (q0 * q - q1 * r + q3 * p) + stray * q2;
    d[9] = 0.5 * (q0 * r + q1 * q - q2 * p) + stray * q3;
    d[10] = nx * u + ny * v + nz * w;
    d[11] = ex * u + ey * v + ez * w;
    d[12] = -(dx * u + dy * v + dz * w);
    d[13] = engine[SPEED_RATE]!;
    const flapGap = c.flapsTarget_deg - flap;
    d[14] = flapGap > 0.05 ? flaps.rate_degps : flapGap < -0.05 ? -flaps.rate_degps : 0;
    const gearGap = c.gearTarget - gearDown;
    d[15] = gearGap > 0.01 ? gearRate : gearGap < -0.01 ? -gearRate : 0;
    d[16] = s[16]! > 0 ? -consumption * engine[SHAFT_POWER]! : 0;
    d[17] = engine[OUTPUT_RATE]!;
  }

  const engine = new Float64Array(5);
  const k1 = new Float64Array(RATE_LENGTH);
  const k2 = new Float64Array(RATE_LENGTH);
  const k3 = new Float64Array(RATE_LENGTH);
  const k4 = new Float64Array(RATE_LENGTH);
  const at = new Float64Array(STATE_LENGTH);

  function step(s: AirplaneState, c: Controls, air: AirSample, dt: number): void {
    derivatives(s, c, air, k1);
    for (let i = 0; i < STATE_LENGTH; i++) at[i] = s[i]! + 0.5 * dt * k1[i]!;
    derivatives(at, c, air, k2);
    for (let i = 0; i < STATE_LENGTH; i++) at[i] = s[i]! + 0.5 * dt * k2[i]!;
    derivatives(at, c, air, k3);
    for (let i = 0; i < STATE_LENGTH; i++) at[i] = s[i]! + dt * k3[i]!;
    derivatives(at, c, air, k4);
    const sixth = dt / 6;
    for (let i = 0; i < STATE_LENGTH; i++) s[i]! += sixth * (k1[i]! + 2 * (k2[i]! + k3[i]!) + k4[i]!);
  }

  return { derivatives, step, specificForce_mps2: k1.subarray(STATE_LENGTH) };
}
