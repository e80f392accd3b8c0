import { figure } from '../../measure/figure';

/** The published bounds of a stable approach about its speed. */
const FAST_KT = 10;
const SLOW_KT = 5;

/** What is wrong with a speed on the approach, in words; null where nothing is. @param off_kt + = fast */
export function approachSpeedFault(off_kt: number): string | null {
  if (off_kt <= FAST_KT && off_kt >= -SLOW_KT) return null;
  return `${figure(Math.abs(off_kt))} kt ${off_kt > 0 ? 'fast' : 'slow'}`;
}
