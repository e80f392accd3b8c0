/** Angles in degrees. The only place in Hanza that normalises one. */

export const RADIANS_PER_DEGREE = Math.PI / 180;
export const DEGREES_PER_RADIAN = 180 / Math.PI;

/** Bearing brought into [0, 360). Accepts any finite number of degrees. */
export function normaliseBearing(angle_deg: number): number {
  const turned = angle_deg % 360;
  const bearing = turned < 0 ? turned + 360 : turned;
  return bearing === 360 ? 0 : bearing + 0;
}

/** A course or heading as pilots say it, (0, 360]: north is 360. */
export function asCourse(angle_deg: number): number {
  return normaliseBearing(angle_deg) || 360;
}

/** Angle brought into (−180, 180]. Accepts any finite number of degrees. */
export function normaliseSigned(angle_deg: number): number {
  const bearing = normaliseBearing(angle_deg);
  return bearing > 180 ? bearing - 360 : bearing;
}

/** So little on the other side of a heading is past it, and not nearly all the way round. */
const PAST_DEG = 45;

/**
 * Degrees still to turn to a heading the way that was said: what is on the other side of it by less than `past_deg` has been turned
 * past it. In (−past_deg, 360 − past_deg]; with 0 the whole way round, [0, 360).
 */
export function leftToTurn(
  way: 'left' | 'right',
  from_deg: number,
  to_deg: number,
  past_deg = PAST_DEG
): number {
  const left_deg = normaliseBearing((way === 'right' ? 1 : -1) * (to_deg - from_deg));
  return left_deg > 360 - past_deg ? left_deg - 360 : left_deg;
}

/** Shortest turn from `from_deg` to `to_deg`, in (−180, 180], + = to the right (clockwise). */
export function turnFromTo(from_deg: number, to_deg: number): number {
  return normaliseSigned(to_deg - from_deg);
}
