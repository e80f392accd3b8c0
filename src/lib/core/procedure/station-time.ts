import { RADIANS_PER_DEGREE } from '../measure/angle';

/** Time and distance to a station from bearings that move while it is abeam. */
export interface StationTime {
  /** By the rules: 60 × minutes ÷ degrees, and TAS × minutes ÷ degrees. */
  rule_min: number;
  rule_nm: number;
  /** Exactly, for a straight track square to the first bearing. */
  exact_min: number;
  exact_nm: number;
}

/**
 * @param minutes between the two bearings, > 0; @param degrees the bearing moved, (0, 90)
 * @param tas_kt the rule's speed; @param groundspeed_kt what the way is really made at
 */
export function stationTime(
  minutes: number,
  degrees: number,
  tas_kt: number,
  groundspeed_kt = tas_kt
): StationTime {
  const flown_nm = (groundspeed_kt * minutes) / 60;
  const exact_nm = flown_nm / Math.tan(degrees * RADIANS_PER_DEGREE);
  return {
    rule_min: (60 * minutes) / degrees,
    rule_nm: (tas_kt * minutes) / degrees,
    exact_min: (exact_nm / groundspeed_kt) * 60,
    exact_nm
  };
}
