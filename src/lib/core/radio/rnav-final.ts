import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { RADIANS_PER_DEGREE } from '../measure/angle';
import { FEET_PER_NAUTICAL_MILE } from '../measure/units';
import { clamp } from '../measure/clamp';
import type { PathShown } from './glide-slope';
import { byPathLine, type PathLine } from './path-line';
import { RNAV_FULL_SCALE_NM } from './receiver';

/** The final segment of an approach by waypoints, as an area-navigation receiver has it loaded. */
export interface RnavFinal {
  /** The waypoint at its end: the threshold or the missed approach point. */
  to: string;
  threshold: Place;
  /** Distance of the final fix from the threshold, NM. */
  finalFix_nm: number;
  /** angular: narrowing to the threshold like a localizer; linear: a set width. */
  scale: 'angular' | 'linear';
  /** Its path; null where it shows none. */
  path: PathLine | null;
  /** What is received is no longer good enough for a path: from the miles before the final fix on it is a final without one. */
  pathLost?: true;
}

/** What a receiver offers on a final, as it says it. */
export type Service = 'LPV' | 'LNAV/VNAV' | 'LNAV';

/** A lost path is lost so long before the final fix that there is time to go on without it. */
export const PATH_LOST_BEFORE_NM = 3;

/** A final as it is received at a place: one that loses its path has none from there on. */
export function receivedFinal(final: RnavFinal, at: Place): RnavFinal {
  return final.pathLost &&
    wayBetween(final.threshold, at).distance_nm < final.finalFix_nm + PATH_LOST_BEFORE_NM
    ? { ...final, scale: 'linear', path: null }
    : final;
}

/** What a final offers as it is received. */
export function serviceOf({ path, scale }: RnavFinal): Service {
  return path === null ? 'LNAV' : scale === 'angular' ? 'LPV' : 'LNAV/VNAV';
}

/** Over so many miles before the final fix the needle narrows to the final's own scale. */
const NARROWS_OVER_NM = 2;
const ANGULAR_DEG = 2;
const LEAST_HALF_WIDTH_NM = 350 / FEET_PER_NAUTICAL_MILE;

/**
 * Full scale of the needle past the final fix, NM: 0.3, or, angular, ±2° that are ±350 ft at the threshold and never more than a mile.
 * @param distance_nm before the threshold; less than 0 counts as 0
 */
export function ownScale_nm(scale: RnavFinal['scale'], distance_nm: number): number {
  return scale === 'linear'
    ? RNAV_FULL_SCALE_NM.approach
    : Math.min(
        RNAV_FULL_SCALE_NM.terminal,
        LEAST_HALF_WIDTH_NM + Math.max(0, distance_nm) * Math.tan(ANGULAR_DEG * RADIANS_PER_DEGREE)
      );
}

/**
 * Full scale of the needle so far before the threshold, NM: terminal scale, narrowing over the two miles before the final fix to
 * the final's own.
 * @param distance_nm before the threshold, ≥ 0
 */
export function finalScale_nm({ finalFix_nm, scale }: RnavFinal, distance_nm: number): number {
  const before_nm = distance_nm - finalFix_nm;
  if (before_nm <= 0) return ownScale_nm(scale, distance_nm);
  const share = Math.min(1, before_nm / NARROWS_OVER_NM);
  const own_nm = ownScale_nm(scale, finalFix_nm);
  return own_nm + share * (RNAV_FULL_SCALE_NM.terminal - own_nm);
}

/** Full scale at a place. */
export function finalScaleAt(final: RnavFinal, place: Place): number {
  return finalScale_nm(receivedFinal(final, place), wayBetween(final.threshold, place).distance_nm);
}

/** So far before the final fix a computed path is shown. */
const SHOWN_BEFORE_NM = 5;

/** The path needle of a final by waypoints; null where it has none. @param at with the altitude as the altimeter has it, for a path made of that */
export function computedPathNeedle(
  final: RnavFinal,
  at: Place & { altitude_ft: number; shownAltitude_ft?: number }
): PathShown | null {
  const { threshold, finalFix_nm } = final;
  const { path } = receivedFinal(final, at);
  if (!path) return final.path ? { deflection: 0, valid: false } : null;
  const altitude_ft = path.by === 'altimeter' ? (at.shownAltitude_ft ?? at.altitude_ft) : at.altitude_ft;
  return {
    deflection: clamp(-byPathLine(path, at, altitude_ft).share, -1, 1),
    valid: wayBetween(threshold, at).distance_nm <= finalFix_nm + SHOWN_BEFORE_NM
  };
}
