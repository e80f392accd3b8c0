/**
 * The ICAO Standard Atmosphere (Doc 7488/3) below the tropopause, and airspeeds in it.
 * Valid from −2,000 ft to 36,000 ft. Speeds in m/s, heights geopotential metres.
 */
import { METRES_PER_FOOT, METRES_PER_SECOND_PER_KNOT, STANDARD_GRAVITY_MPS2 } from '../measure/units';

/** 0 °C. */
export const ZERO_CELSIUS_K = 273.15;
export const SEA_LEVEL_PRESSURE_PA = 101325;
export const SEA_LEVEL_TEMPERATURE_K = 288.15;
export const SEA_LEVEL_DENSITY_KGPM3 = 1.225;
export const LAPSE_RATE_KPM = 0.0065;
export const GAS_CONSTANT_JPKGK = 287.05287;
const PRESSURE_EXPONENT = STANDARD_GRAVITY_MPS2 / (LAPSE_RATE_KPM * GAS_CONSTANT_JPKGK);

/** Static pressure (Pa) at a pressure altitude (m). */
export function pressureAt(pressureAltitude_m: number): number {
  return (
    SEA_LEVEL_PRESSURE_PA *
    Math.pow(1 - (LAPSE_RATE_KPM * pressureAltitude_m) / SEA_LEVEL_TEMPERATURE_K, PRESSURE_EXPONENT)
  );
}

/** Pressure altitude (m) at which the standard atmosphere has this static pressure (Pa); inverse of `pressureAt`. */
export function pressureAltitudeOf(pressure_Pa: number): number {
  return (
    (SEA_LEVEL_TEMPERATURE_K / LAPSE_RATE_KPM) *
    (1 - Math.pow(pressure_Pa / SEA_LEVEL_PRESSURE_PA, 1 / PRESSURE_EXPONENT))
  );
}

/** Air temperature (K) at a pressure altitude (m), with an offset from standard (K). */
export function temperatureAt(pressureAltitude_m: number, offset_K = 0): number {
  return SEA_LEVEL_TEMPERATURE_K - LAPSE_RATE_KPM * pressureAltitude_m + offset_K;
}

/** Air density (kg/m³) at a pressure altitude (m), with a temperature offset from standard (K). */
export function densityAt(pressureAltitude_m: number, offset_K = 0): number {
  return pressureAt(pressureAltitude_m) / (GAS_CONSTANT_JPKGK * temperatureAt(pressureAltitude_m, offset_K));
}

/**
 * Calibrated airspeed from true airspeed (subsonic compressible pitot law, ratio of specific heats 1.4).
 * @param pressure_Pa static pressure; @param density_kgpm3 of the same air
 */
export function calibratedFromTrue(tas_mps: number, pressure_Pa: number, density_kgpm3: number): number {
  return calibratedFromImpact(impactPressure(tas_mps, pressure_Pa, density_kgpm3));
}

/** Impact pressure (Pa) at a pitot head at a true airspeed (m/s); same law as `calibratedFromTrue`. */
export function impactPressure(tas_mps: number, pressure_Pa: number, density_kgpm3: number): number {
  const machSquared = (tas_mps * tas_mps * density_kgpm3) / (1.4 * pressure_Pa);
  return pressure_Pa * (Math.pow(1 + 0.2 * machSquared, 3.5) - 1);
}

/** Calibrated airspeed (m/s) that an impact pressure (Pa, ≥ 0) stands for. */
export function calibratedFromImpact(impact_Pa: number): number {
  const seaLevelSoundSquared = (1.4 * SEA_LEVEL_PRESSURE_PA) / SEA_LEVEL_DENSITY_KGPM3;
  return Math.sqrt(5 * seaLevelSoundSquared * (Math.pow(impact_Pa / SEA_LEVEL_PRESSURE_PA + 1, 2 / 7) - 1));
}

/** True airspeed from calibrated airspeed; inverse of `calibratedFromTrue`. */
export function trueFromCalibrated(cas_mps: number, pressure_Pa: number, density_kgpm3: number): number {
  const seaLevelSoundSquared = (1.4 * SEA_LEVEL_PRESSURE_PA) / SEA_LEVEL_DENSITY_KGPM3;
  const impact_Pa =
    SEA_LEVEL_PRESSURE_PA * (Math.pow(1 + (0.2 * cas_mps * cas_mps) / seaLevelSoundSquared, 3.5) - 1);
  const machSquared = 5 * (Math.pow(impact_Pa / pressure_Pa + 1, 2 / 7) - 1);
  return Math.sqrt((machSquared * 1.4 * pressure_Pa) / density_kgpm3);
}

/**
 * Pressure altitude (ft) of a true altitude where the altimeter setting (hPa) is as given,
 * in the standard-lapse approximation altimeters are built on.
 */
export function pressureAltitudeFor(altitude_ft: number, altimeterSetting_hPa: number): number {
  return altitude_ft + pressureAltitudeOf(altimeterSetting_hPa * 100) / METRES_PER_FOOT;
}

/**
 * True airspeed (kt) from indicated airspeed (kt) at a pressure altitude (ft) and temperature offset from standard (K).
 * Indicated counts as calibrated: the invented airplanes have no position error.
 */
export function trueFromIndicated(ias_kt: number, pressureAltitude_ft: number, offset_K = 0): number {
  const height_m = pressureAltitude_ft * METRES_PER_FOOT;
  const cas_mps = ias_kt * METRES_PER_SECOND_PER_KNOT;
  return (
    trueFromCalibrated(cas_mps, pressureAt(height_m), densityAt(height_m, offset_K)) /
    METRES_PER_SECOND_PER_KNOT
  );
}

/**
 * Metres of pressure altitude for each metre of true altitude above the sea, where the pressure there is standard: in warm air it falls
 * more slowly. Taken at the middle of the layer below, good to a foot in a thousand for offsets up to 40°.
 * @param altitude_m above the sea @param temperatureOffset_K from standard
 */
export function pressureAltitudeShare(altitude_m: number, temperatureOffset_K: number): number {
  if (temperatureOffset_K === 0) return 1;
  const middle = SEA_LEVEL_TEMPERATURE_K - (LAPSE_RATE_KPM * altitude_m) / 2;
  return middle / (middle + temperatureOffset_K);
}
