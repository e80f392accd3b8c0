import type { NavigationShown } from '$core/radio/navigation-shown';
import type { PointerSource } from '$core/radio/radio-settings';
import { VOR_FULL_SCALE_DEG } from '$core/radio/receiver';
import { figure } from '$core/measure/figure';

/** How the sources are written on the instruments. */
export const sourceNames: Record<PointerSource, string> = {
  nav1: 'radio 1',
  nav2: 'radio 2',
  adf: 'beacon',
  rnav: 'waypoint'
};

/** What full deflection of the main needle means now. */
export function fullScaleWords({ source, waypoint }: NavigationShown): string {
  if (source !== 'rnav') return `${VOR_FULL_SCALE_DEG}°`;
  return waypoint ? `${figure(waypoint.fullScale_nm, waypoint.fullScale_nm < 1 ? 1 : 0)} NM` : '–';
}
