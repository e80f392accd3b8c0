import { Type, type Static } from '@sinclair/typebox';
import { Rejection } from '../measure/rejection';

const tolerance = Type.Number({ minimum: 0.1, maximum: 2000 });

/** How closely a thing is to be held, with where the figures come from. Regulations change: this is data. */
export const ToleranceProfile = Type.Object({
  id: Type.String(),
  name: Type.String(),
  source: Type.String(),
  edition: Type.String(),
  altitude_ft: tolerance,
  heading_deg: tolerance,
  speedAbove_kt: tolerance,
  speedBelow_kt: tolerance,
  verticalSpeed_fpm: tolerance,
  /** How far below a decision altitude the airplane may sink while the climb is being started. */
  belowDecision_ft: Type.Number({ minimum: 0, maximum: 200 }),
  /** How soon after the decision altitude the airplane is to be climbing. */
  climbWithin_s: Type.Number({ minimum: 1, maximum: 20 })
});
export type ToleranceProfile = Static<typeof ToleranceProfile>;

/**
 * The vertical-speed corridor and the two decision figures are the school's own in all three:
 * neither standard gives them for this drill.
 */
export const toleranceProfiles: readonly ToleranceProfile[] = [
  {
    id: 'faa-basic-attitude',
    name: 'FAA instrument rating, basic attitude',
    source: 'FAA-S-ACS-8, basic attitude instrument flying',
    edition: 'ACS-8 series; check the current edition and your authority',
    altitude_ft: 100,
    heading_deg: 10,
    speedAbove_kt: 10,
    speedBelow_kt: 10,
    verticalSpeed_fpm: 150,
    belowDecision_ft: 50,
    climbWithin_s: 5
  },
  {
    id: 'easa-ir',
    name: 'EASA IR skill test',
    source: 'Part-FCL, Appendix 7',
    edition: 'check the current edition and your authority',
    altitude_ft: 100,
    heading_deg: 5,
    speedAbove_kt: 5,
    speedBelow_kt: 5,
    verticalSpeed_fpm: 150,
    belowDecision_ft: 50,
    climbWithin_s: 5
  },
  {
    id: 'school-fine',
    name: 'School, before the test',
    source: 'Vesterlund school profile',
    edition: '2026',
    altitude_ft: 50,
    heading_deg: 5,
    speedAbove_kt: 5,
    speedBelow_kt: 5,
    verticalSpeed_fpm: 100,
    belowDecision_ft: 30,
    climbWithin_s: 4
  }
];

/** @throws Rejection when no profile has this id */
export function toleranceProfileById(id: string): ToleranceProfile {
  const found = toleranceProfiles.find((profile) => profile.id === id);
  if (!found)
    throw new Rejection('toleranceProfile', id, `one of ${toleranceProfiles.map((p) => p.id).join(', ')}`);
  return found;
}
