import { clamp } from '../measure/clamp';

/** What the feet have come to hold, −1…+1. */
export interface FeetMemory {
  held: number;
}

/**
 * Rudder (−1…+1) that brings the ball to its middle, for people without pedals: toward the ball, as taught,
 * with what it takes to keep it there held on.
 * @param ball slip ball, fractions of full deflection, + = ball right
 * @param gain 1 at the speed the gains are meant at, less when the controls bite harder
 */
export function coordinatedRudder(memory: FeetMemory, ball: number, gain: number, dt_s: number): number {
  memory.held = clamp(memory.held + 0.25 * gain * ball * dt_s, -0.6, 0.6);
  return clamp(0.12 * gain * ball + memory.held, -1, 1);
}
