import { mainNeedle, type CourseNeedle, type NavigationShown } from '$core/radio/navigation-shown';
import { sourceNames } from '$core/radio/source-names';
import { figure, heading, percent } from '$core/measure/figure';
import type { PathShown } from '$core/radio/glide-slope';

/** What full deflection of the main needle means now. */
export function fullScaleWords(shown: NavigationShown): string {
  const { source, waypoint } = shown;
  const { fullScale_deg } = mainNeedle(shown);
  if (source !== 'rnav')
    return fullScale_deg === null
      ? '–'
      : `${figure(fullScale_deg, Number.isInteger(fullScale_deg) ? 0 : 1)}°`;
  return waypoint ? `${figure(waypoint.fullScale_nm, waypoint.fullScale_nm < 1 ? 1 : 0)} NM` : '–';
}

/** Where the pointer points, and how far that is, in words. */
export function bearingWords({ pointer, distance }: NavigationShown): string {
  const to = pointer
    ? `Bearing ${heading(pointer.bearing_deg)} to ${sourceNames[pointer.source]}`
    : 'Bearing pointer parked';
  return `${to}${distance ? `, ${figure(distance.nm, 1)} miles, ${figure(distance.groundspeed_kt)} knots` : ', no distance'}`;
}

/** A needle nearer the middle than this is in it. */
const CENTRED = 0.02;

/** Where the course lies by a needle, and which way the station is, in words. */
export function courseWords({ deflection, toFrom, valid }: CourseNeedle): string {
  if (!valid) return 'no signal';
  const side =
    Math.abs(deflection) < CENTRED
      ? 'on course'
      : `course ${percent(Math.abs(deflection))} to the ${deflection > 0 ? 'right' : 'left'}`;
  return `${side}${toFrom ? `, ${toFrom}` : ''}`;
}

/** Where the path lies, in words. */
export function pathWords({ deflection, valid }: PathShown): string {
  if (!valid) return 'no path received';
  if (Math.abs(deflection) < CENTRED) return 'on the path';
  return `path ${percent(Math.abs(deflection))} ${deflection > 0 ? 'above' : 'below'}`;
}
