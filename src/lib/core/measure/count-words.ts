import { figure } from './figure';

/** A small number as it is said: `two`; from six on in figures. @param count whole, ≥ 0 */
export function inWords(count: number): string {
  return ['no', 'one', 'two', 'three', 'four', 'five'][count] ?? figure(count);
}

/** How often: `once`, `twice`, `three times`, `12 times`. @param count whole, ≥ 0 */
export function timesWords(count: number): string {
  return count === 1 ? 'once' : count === 2 ? 'twice' : `${inWords(count)} times`;
}
