import type { Runway } from '../../radio/world';
import type { Quantity } from '../drill-file';
import type { Reference } from '../reference';
import { orLate, reached, type PhaseSheet } from './phase-sheet';

/** Over the threshold at this height the approach is over. */
const OVER_THRESHOLD_FT = 25;

/** On with the descent by eye, lined up with a runway. @param reference at its threshold */
export function toThreshold(
  sheet: PhaseSheet,
  runway: Runway,
  reference: Reference,
  path: { angle_deg: number; overThreshold_ft: number },
  rate_fpm: Quantity
): string {
  const elevation_ft = sheet.approach.touchdownElevation_ft;
  return sheet.add({
    name: 'By eye to the threshold',
    pace: 'own',
    about: sheet.about(reference),
    course: { course_deg: sheet.magneticBy(reference, runway.course_deg), way: 'to' },
    path: { angle_deg: path.angle_deg, overFix_ft: path.overThreshold_ft, by: 'altimeter' },
    rate_fpm,
    to_ft: elevation_ft,
    judge: ['speed'],
    until: orLate(
      reached('along_nm', 'above', 0),
      reached('altitude_ft', 'below', elevation_ft + OVER_THRESHOLD_FT),
      { is: 'above', channel: 'climbRate_fpm', value: 250, for_s: 6 }
    )
  });
}
