/** Where each quantity stands in the flight model's state vector. SI units, body axes x forward, y right, z down. */
export const STATE = {
  /** Velocity over the earth, in body axes, m/s. */
  forward: 0,
  right: 1,
  down: 2,
  /** Body rates, rad/s. */
  rollRate: 3,
  pitchRate: 4,
  yawRate: 5,
  /** Attitude quaternion, north-east-down to body, scalar first. */
  q0: 6,
  q1: 7,
  q2: 8,
  q3: 9,
  /** Position from the area's origin, m; true north, true east, and height above mean sea level. */
  north: 10,
  east: 11,
  altitude: 12,
  /** Propeller speed, rev/s. */
  engineSpeed: 13,
  /** Where the flaps are now, degrees. */
  flaps: 14,
  /** Where the gear is now, 0 up … 1 down. */
  gear: 15,
  fuel: 16,
  /** What the engine has come up to: manifold pressure, inHg, or torque as a share of rated; no meaning at fixed pitch. */
  engineOutput: 17
} as const;

export const STATE_LENGTH = 18;
export type AirplaneState = Float64Array;

/** What the pilot's hands set. Controls −1…+1: + = roll right, nose up, nose right, trim nose up; throttle 0…1. */
export interface Controls {
  aileron: number;
  elevator: number;
  rudder: number;
  throttle: number;
  trim: number;
  flapsTarget_deg: number;
  /** Where the gear lever is: 0 up, 1 down. */
  gearTarget: number;
  /** Propeller lever, 0 coarse … 1 fine. */
  propeller: number;
}

/** The air the airplane is in at this moment: wind toward north, east, down (m/s), gusts in body axes (m/s), density, pressure. */
export interface AirSample {
  density_kgpm3: number;
  pressure_Pa: number;
  windNorth_mps: number;
  windEast_mps: number;
  windDown_mps: number;
  gustAlong_mps: number;
  gustRight_mps: number;
  gustDown_mps: number;
  /** Rolling of the air itself, + = to the right. */
  gustRoll_radps: number;
}

export interface Attitude {
  /** + = nose up. */
  pitch_rad: number;
  /** + = right. */
  bank_rad: number;
  /** From true north, (−π, π]. */
  heading_rad: number;
}

/** Attitude angles of a state (3-2-1 Euler angles; pitch in [−π/2, π/2]). */
export function attitudeOf(state: AirplaneState): Attitude {
  const q0 = state[STATE.q0]!;
  const q1 = state[STATE.q1]!;
  const q2 = state[STATE.q2]!;
  const q3 = state[STATE.q3]!;
  const sinePitch = 2 * (q0 * q2 - q3 * q1);
  return {
    pitch_rad: Math.asin(sinePitch > 1 ? 1 : sinePitch < -1 ? -1 : sinePitch),
    bank_rad: Math.atan2(2 * (q0 * q1 + q2 * q3), 1 - 2 * (q1 * q1 + q2 * q2)),
    heading_rad: Math.atan2(2 * (q0 * q3 + q1 * q2), 1 - 2 * (q2 * q2 + q3 * q3))
  };
}

/** Writes an attitude into a state; inverse of `attitudeOf`. */
export function setAttitude(state: AirplaneState, attitude: Attitude): void {
  const cr = Math.cos(attitude.bank_rad / 2);
  const sr = Math.sin(attitude.bank_rad / 2);
  const cp = Math.cos(attitude.pitch_rad / 2);
  const sp = Math.sin(attitude.pitch_rad / 2);
  const cy = Math.cos(attitude.heading_rad / 2);
  const sy = Math.sin(attitude.heading_rad / 2);
  state[STATE.q0] = cr * cp * cy + sr * sp * sy;
  state[STATE.q1] = sr * cp * cy - cr * sp * sy;
  state[STATE.q2] = cr * sp * cy + sr * cp * sy;
  state[STATE.q3] = cr * cp * sy - sr * sp * cy;
}
