import type { DrillFile } from './drill-file';

/** The figures every lesson has, by which a drill's quantities may be written, in an instructor's words. */
const LESSON_FIGURES: Record<string, string> = {
  startAltitude_ft: 'start altitude',
  startSpeed_kt: 'start speed',
  heading_deg: 'start heading',
  cruise_kt: 'cruise speed',
  approach_kt: 'approach speed',
  approachRate_fpm: 'approach rate',
  approachFlaps_deg: 'approach flaps',
  bestClimb_kt: 'best climb speed',
  manoeuvring_kt: 'manoeuvring speed',
  ground_ft: 'ground',
  fixRadial_deg: 'radial of the fix',
  fixDistance_nm: 'distance of the fix'
};

/** What a drill's figures are called: the lesson's own, and those the drill adds. */
export function figureNames(drill: Pick<DrillFile, 'figures' | 'navigation'>): ReadonlyMap<string, string> {
  return new Map([
    ...Object.entries(LESSON_FIGURES),
    ...(drill.navigation?.others ?? []).flatMap(({ id, name }) => [
      [`${id}.fixRadial_deg`, `radial of the ${name.toLowerCase()} fix`] as const,
      [`${id}.fixDistance_nm`, `distance of the ${name.toLowerCase()} fix`] as const
    ]),
    ...drill.figures.map(({ id, name }) => [id, name.toLowerCase()] as const)
  ]);
}
