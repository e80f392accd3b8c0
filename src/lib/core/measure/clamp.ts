/** `value` held within [low, high]; needs low ≤ high. */
export function clamp(value: number, low: number, high: number): number {
  return value < low ? low : value > high ? high : value;
}
