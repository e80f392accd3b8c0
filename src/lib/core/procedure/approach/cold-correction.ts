/** Fall of temperature with height in the standard atmosphere, °C per ft. */
const LAPSE_CPFT = 0.00198;
const STANDARD_C = 15;

/**
 * What an altimeter reads too much at a true height above the station that reports, ft: h (15 − t₀) / (273 + t₀ − ½ L h)
 * with t₀ the station's temperature brought down to sea level and L 0.00198 °C/ft. Negative where it is warmer than standard.
 * @param height_ft above the station; at and below it there is no error
 */
export function temperatureError(
  height_ft: number,
  temperature_C: number,
  stationElevation_ft: number
): number {
  const seaLevel_C = temperature_C + LAPSE_CPFT * stationElevation_ft;
  if (height_ft <= 0) return 0;
  return (height_ft * (STANDARD_C - seaLevel_C)) / (273 + seaLevel_C - 0.5 * LAPSE_CPFT * height_ft);
}

/**
 * How much higher an altitude has to be flown in the cold, ft. Rounded up to the next ten feet it gives the published table.
 * @param height_ft above the station that reports; @param temperature_C there
 * @returns 0 where it is not colder than standard
 */
export function coldCorrection(
  height_ft: number,
  temperature_C: number,
  stationElevation_ft: number
): number {
  return Math.max(0, temperatureError(height_ft, temperature_C, stationElevation_ft));
}

/** The rule of thumb: 4 % of the height for each 10 °C below standard at the station, ft. */
export function coldRule(height_ft: number, temperature_C: number, stationElevation_ft: number): number {
  const below_C = STANDARD_C - LAPSE_CPFT * stationElevation_ft - temperature_C;
  return Math.max(0, 0.04 * Math.max(0, height_ft) * (below_C / 10));
}
