import { clamp } from '../measure/clamp';

/**
 * Rudder (−1…+1) that keeps the ball near its middle, for people without pedals: toward the ball, as taught.
 * @param ball slip ball, fractions of full deflection, + = ball right
 */
export function coordinatedRudder(ball: number): number {
  return clamp(0.25 * ball, -1, 1);
}
