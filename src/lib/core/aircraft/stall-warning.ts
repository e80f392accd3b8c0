import type { AircraftFile } from './aircraft-file';

/** The warner sounds this far before the wing is stalled: at 1 g six or seven in a hundred above the stall speeds of the airplanes here. */
const WARNS_BEFORE_DEG = 6;

/** Whether the stall warner sounds. @param angleOfAttack_deg of the wing in the air that meets it, gusts and bank and all */
export function stallWarningAt({ lift }: Pick<AircraftFile, 'lift'>, angleOfAttack_deg: number): boolean {
  return angleOfAttack_deg > lift.stallAngle_deg - WARNS_BEFORE_DEG;
}
