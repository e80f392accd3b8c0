import fc from 'fast-check';

const STEPS = 2 ** 31 - 1;

/**
 * Numbers spread evenly over an interval, its ends more often. `fc.double` spreads over the floating-point numbers instead: of the
 * angles of a circle nearly all would be next to nothing.
 */
export const even = (min: number, max: number) =>
  fc.integer({ min: 0, max: STEPS }).map((step) => min + ((max - min) * step) / STEPS);
