import { RADIANS_PER_DEGREE } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { STATE, attitudeOf, type AirplaneState, type Controls } from './airplane-state';

/**
 * Attitude hold: a control law that works the stick so that the airplane takes up a pitch and bank,
 * for people who fly without a yoke. Proportional and rate feedback, with a slow integral that stands in for holding force.
 */
export interface AttitudeHoldMemory {
  pitchIntegral: number;
}

/** Speed at which the gains are meant; elsewhere they go with 1/speed² so that the airplane answers alike. */
const REFERENCE_SPEED_MPS = 46;

/**
 * Writes aileron and elevator into `controls`.
 * @param pitch_deg + = up, within ±25; @param bank_deg + = right, within ±60
 */
export function holdAttitude(
  memory: AttitudeHoldMemory,
  state: AirplaneState,
  target: { pitch_deg: number; bank_deg: number },
  controls: Controls,
  dt_s: number
): void {
  const attitude = attitudeOf(state);
  const speed = Math.max(25, Math.hypot(state[STATE.forward]!, state[STATE.down]!));
  const gain = (REFERENCE_SPEED_MPS / speed) ** 2;
  const pitchError = clamp(target.pitch_deg, -25, 25) * RADIANS_PER_DEGREE - attitude.pitch_rad;
  const bankError = clamp(target.bank_deg, -60, 60) * RADIANS_PER_DEGREE - attitude.bank_rad;
  memory.pitchIntegral = clamp(memory.pitchIntegral + 1.6 * clamp(pitchError, -0.05, 0.05) * dt_s, -0.8, 0.8);
  // In a bank the nose needs back pressure for the turn's own pitch rate.
  const turnPitchRate = 0.1 * (1 / Math.max(0.5, Math.cos(attitude.bank_rad)) - 1);
  controls.elevator = clamp(
    gain * (3.2 * pitchError - 1.1 * state[STATE.pitchRate]!) + memory.pitchIntegral + turnPitchRate,
    -1,
    1
  );
  controls.aileron = clamp(gain * (2.4 * bankError - 0.9 * state[STATE.rollRate]!), -1, 1);
}
