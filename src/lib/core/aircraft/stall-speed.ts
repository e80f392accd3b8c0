import { SEA_LEVEL_DENSITY_KGPM3, calibratedFromTrue, SEA_LEVEL_PRESSURE_PA } from '../air/atmosphere';
import { METRES_PER_SECOND_PER_KNOT, STANDARD_GRAVITY_MPS2 } from '../measure/units';
import type { AircraftFile } from './aircraft-file';

const EVERY_RAD = 0.001;
const FROM_RAD = 0.05;
const TO_RAD = 0.5;

/**
 * Speed below which one g can no longer be flown, kt calibrated, at the file's mass, wings level, without power, slowing
 * gently: from the largest lift coefficient of the lift curve that the flight model flies by.
 */
export function stallSpeed(file: AircraftFile, flaps_deg: number): number {
  const { lift, flaps } = file;
  const width = (lift.stallWidth_deg * Math.PI) / 180;
  const angle = (lift.stallAngle_deg * Math.PI) / 180;
  let most = 0;
  for (let alpha = FROM_RAD; alpha < TO_RAD; alpha += EVERY_RAD) {
    const stalled = 1 / (1 + Math.exp(-(alpha - angle) / width));
    const attached = lift.zeroAngle + lift.slope_prad * alpha + flaps.lift_pdeg * flaps_deg;
    const coefficient = (1 - stalled) * attached + stalled * Math.sin(2 * alpha);
    most = Math.max(most, coefficient);
  }
  const speed = Math.sqrt(
    (2 * file.mass_kg * STANDARD_GRAVITY_MPS2) / (SEA_LEVEL_DENSITY_KGPM3 * file.wing.area_m2 * most)
  );
  return (
    calibratedFromTrue(speed, SEA_LEVEL_PRESSURE_PA, SEA_LEVEL_DENSITY_KGPM3) / METRES_PER_SECOND_PER_KNOT
  );
}
