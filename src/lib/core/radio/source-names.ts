import type { PointerSource } from './radio-settings';

/** How what feeds a needle or a pointer is written on the instruments. */
export const sourceNames: Record<PointerSource, string> = {
  nav1: 'radio 1',
  nav2: 'radio 2',
  adf: 'beacon',
  rnav: 'waypoint'
};

/** The same within a sentence: `radio 1`, `the beacon`. */
export function sourceWords(source: PointerSource): string {
  return source === 'nav1' || source === 'nav2' ? sourceNames[source] : `the ${sourceNames[source]}`;
}
