import type { CorridorMeasure } from '../deviation/corridor-measure';
import { needleWords } from '../finding/quantity-words';
import { figure } from '../measure/figure';

/** How far beside a course it ended: `, 15 m beside it at the end`. @param aside_m ≥ 0 */
export function endedBeside(aside_m: number): string {
  return aside_m < 0.5 ? ', on it at the end' : `, ${figure(aside_m)} m beside it at the end`;
}

/** Less than half a per cent of full scale nobody sees. */
const CENTRED = 0.005;

/** How closely a needle was kept, by its farthest: `the course stayed within 12 % of full scale`. */
export function heldWords(what: string, { worst, exceedances }: CorridorMeasure): string {
  if (Math.abs(worst) > 1) return `${what} went beyond the needle’s edge`;
  if (Math.abs(worst) < CENTRED) return `${what} stayed centred`;
  return `${what} ${exceedances.length > 0 ? 'went out to' : 'stayed within'} ${needleWords(worst)}`;
}
