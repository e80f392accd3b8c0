/** Exact unit ratios (international foot, international nautical mile, conventional standard gravity). */

export const METRES_PER_FOOT = 0.3048;
export const METRES_PER_NAUTICAL_MILE = 1852;
export const FEET_PER_NAUTICAL_MILE = METRES_PER_NAUTICAL_MILE / METRES_PER_FOOT;
export const METRES_PER_SECOND_PER_KNOT = METRES_PER_NAUTICAL_MILE / 3600;
export const METRES_PER_SECOND_PER_FOOT_PER_MINUTE = METRES_PER_FOOT / 60;
export const STANDARD_GRAVITY_MPS2 = 9.80665;
export const HECTOPASCALS_PER_INCH_OF_MERCURY = 33.8638866667;
/** A degree of path makes so many ft/min for each knot: 101.3 ft/min × tan 1°. */
export const FEET_PER_MINUTE_PER_KNOT_AND_DEGREE = 1.77;
export const METRES_PER_STATUTE_MILE = 1609.344;
