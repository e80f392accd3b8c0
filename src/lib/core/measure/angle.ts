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

/** Shortest turn from `from_deg` to `to_deg`, in (−180, 180], + = to the right (clockwise). */
export function turnFromTo(from_deg: number, to_deg: number): number {
  return normaliseSigned(to_deg - from_deg);
}
