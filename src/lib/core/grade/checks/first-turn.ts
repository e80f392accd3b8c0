import { turnFromTo } from '../../measure/angle';
import type { CourseReading } from './course-reading';

/** So much turned is more than a correction; the turn began with the bank before it. */
const BEGUN_DEG = 20;
const BANKED_DEG = 5;
/** So much turned one way is the way round that was taken. */
const WAY_DEG = 45;

/**
 * The first turn worth the name, between two samples.
 * @returns the sample in which it began, null: there was none; and which way round it went, null: not far enough to tell
 */
export function firstTurn(
  reading: Pick<CourseReading, 'headingOff' | 'bank'>,
  from: number,
  to: number
): { begun: number | null; way: 'left' | 'right' | null } {
  let turned = 0;
  let begun: number | null = null;
  for (let k = from + 1; k <= to; k++) {
    turned += turnFromTo(reading.headingOff(k - 1), reading.headingOff(k));
    if (begun === null && Math.abs(turned) > BEGUN_DEG) {
      begun = k;
      while (begun > from && reading.bank(begun - 1) * Math.sign(turned) > BANKED_DEG) begun -= 1;
    }
    if (Math.abs(turned) > WAY_DEG) return { begun, way: turned > 0 ? 'right' : 'left' };
  }
  return { begun, way: null };
}
