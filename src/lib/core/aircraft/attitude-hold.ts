import { RADIANS_PER_DEGREE } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { METRES_PER_SECOND_PER_KNOT } from '../measure/units';
import type { AircraftFile } from './aircraft-file';
import { STATE, attitudeOf, type AirplaneState, type Controls } from './airplane-state';

/**
 * Attitude hold: a control law that works the stick so that the airplane takes up a pitch and bank,
 * for people who fly without a yoke. Proportional and rate feedback, with slow integrals that stand in for holding force.
 */
export interface AttitudeHoldMemory {
  pitchIntegral: number;
  bankIntegral: number;
}

export const LARGEST_PITCH_DEG = 40;
export const LARGEST_BANK_DEG = 75;

/**
 * How much less of a control does the same at this speed: gains are meant at 1.72 times the stall speed; elsewhere they go
 * with 1/speed² so that every airplane answers alike. At least half that speed is assumed.
 */
export function controlGain(aircraft: AircraftFile, speed_mps: number): number {
  const reference = 1.72 * aircraft.speeds.stallClean_kt * METRES_PER_SECOND_PER_KNOT;
  return (reference / Math.max(0.5 * reference, speed_mps)) ** 2;
}

/** Writes aileron and elevator into `controls`. */
export type AttitudeHold = (
  memory: AttitudeHoldMemory,
  state: AirplaneState,
  /** pitch + = up, within ±40; bank + = right, within ±75 */
  target: { pitch_deg: number; bank_deg: number },
  controls: Controls,
  dt_s: number
) => void;

/**
 * Holds a pitch and a bank (degrees, each held within what the hold allows) with elevator and aileron, as the control
 * pressure of this airplane’s speed asks; it writes them into `controls` and keeps what builds up in its memory.
 */
export function attitudeHold(aircraft: AircraftFile): AttitudeHold {
  return (memory, state, target, controls, dt_s) => {
    const attitude = attitudeOf(state);
    const gain = controlGain(aircraft, Math.hypot(state[STATE.forward]!, state[STATE.down]!));
    const pitchError =
      clamp(target.pitch_deg, -LARGEST_PITCH_DEG, LARGEST_PITCH_DEG) * RADIANS_PER_DEGREE -
      attitude.pitch_rad;
    const bankError =
      clamp(target.bank_deg, -LARGEST_BANK_DEG, LARGEST_BANK_DEG) * RADIANS_PER_DEGREE - attitude.bank_rad;
    memory.pitchIntegral = clamp(
      memory.pitchIntegral + 1.6 * clamp(pitchError, -0.05, 0.05) * dt_s,
      -0.8,
      0.8
    );
    memory.bankIntegral = clamp(memory.bankIntegral + 0.25 * clamp(bankError, -0.05, 0.05) * dt_s, -0.3, 0.3);
    // In a bank the nose needs back pressure for the turn's own pitch rate.
    const turnPitchRate = 0.1 * (1 / Math.max(0.5, Math.cos(attitude.bank_rad)) - 1);
    controls.elevator = clamp(
      gain * (3.2 * pitchError - 1.1 * state[STATE.pitchRate]!) + memory.pitchIntegral + turnPitchRate,
      -1,
      1
    );
    controls.aileron = clamp(
      gain * (2.4 * bankError - 0.9 * state[STATE.rollRate]!) + memory.bankIntegral,
      -1,
      1
    );
  };
}
