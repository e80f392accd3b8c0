import { isOneSided, narrowSide, type Corridor, type CorridorChannel } from './corridor';
import type { Goal, Phase } from './drill';
import type { Judged } from './drill-file';
import type { ToleranceProfile } from './tolerance-profile';

/** For how long a quantity must be inside before its corridor counts, and the latest it counts whatever happens, s. */
const SETTLING: Record<CorridorChannel, { for_s: number; atLatest_s: number }> = {
  altitude_ft: { for_s: 2, atLatest_s: 12 },
  verticalSpeed_fpm: { for_s: 3, atLatest_s: 15 },
  ias_kt: { for_s: 2, atLatest_s: 15 },
  heading_deg: { for_s: 2, atLatest_s: 10 },
  bank_deg: { for_s: 2, atLatest_s: 10 },
  turnRate_degps: { for_s: 2, atLatest_s: 10 },
  courseShare: { for_s: 5, atLatest_s: 60 },
  arcError_nm: { for_s: 5, atLatest_s: 60 },
  pathShare: { for_s: 3, atLatest_s: 20 }
};
const SETTLING_S_PER_KNOT = 1.2;
/** Unless a profile says otherwise: three quarters of full scale, and a mile on an arc. */
export const COURSE_NEEDLE = 0.75;
export const ARC_NM = 1;

/**
 * The corridors a goal asks for, or those of them that are named. A turn is held by its bank, specified or from its rate;
 * with the attitude indicator covered, by its rate.
 */
export function corridorsOf(
  goal: Goal,
  tolerance: ToleranceProfile,
  named: readonly Judged[] | undefined,
  turning: { bank_deg: number; attitudeCovered: boolean }
): Corridor[] {
  const corridors: Corridor[] = [];
  const lay = (what: Judged, channel: CorridorChannel, target: number, above: number, below = above) => {
    if (!named || named.includes(what)) corridors.push({ channel, target, above, below });
  };
  const { vertical, lateral } = goal;
  const { floor } = goal;
  if (vertical.kind === 'level' && (!named || named.includes('altitude')))
    lay(
      'altitude',
      'altitude_ft',
      vertical.altitude_ft,
      tolerance.altitude_ft,
      floor?.hard && typeof floor.ft === 'number'
        ? Math.max(0, vertical.altitude_ft - floor.ft)
        : tolerance.altitude_ft
    );
  else if (floor)
    corridors.push({
      channel: 'altitude_ft',
      target: floor.ft,
      above: null,
      below: floor.hard ? 0 : tolerance.altitude_ft
    });
  if (vertical.kind === 'path' && vertical.path.by === 'space')
    lay('path', 'pathShare', 0, tolerance.courseNeedle ?? COURSE_NEEDLE);
  if (vertical.kind === 'rate')
    lay('rate', 'verticalSpeed_fpm', vertical.verticalSpeed_fpm, tolerance.verticalSpeed_fpm);
  lay('speed', 'ias_kt', goal.ias_kt, tolerance.speedAbove_kt, tolerance.speedBelow_kt);
  if (lateral.kind === 'heading') lay('heading', 'heading_deg', lateral.heading_deg, tolerance.heading_deg);
  else if (lateral.kind === 'course') {
    // While a course is being joined nothing lateral is held but the heading that joins it.
    if (lateral.intercept_deg === null)
      lay('course', 'courseShare', 0, tolerance.courseNeedle ?? COURSE_NEEDLE);
  } else if (lateral.kind === 'arc') lay('course', 'arcError_nm', 0, tolerance.arc_nm ?? ARC_NM);
  else if (lateral.kind !== 'turn') return corridors;
  else if (turning.attitudeCovered && lateral.rate_degps !== null)
    lay('turn', 'turnRate_degps', lateral.direction * lateral.rate_degps, tolerance.turnRate_degps);
  else lay('bank', 'bank_deg', lateral.direction * turning.bank_deg, tolerance.bank_deg);
  return corridors;
}

/**
 * What was held before goes on being judged; what is new is judged once it has settled.
 * @param isAlong the course is flown on along the line of the phase before
 */
export function settlingOf(
  corridors: readonly Corridor[],
  heldBefore: readonly Corridor[],
  speedChange_kt: number,
  isAlong = false
): Phase['settling'] {
  return corridors.flatMap((corridor) => {
    const { channel, target } = corridor;
    // A floor holds from the first moment.
    if (isOneSided(corridor)) return [];
    const held = heldBefore.some((other) => other.channel === channel && other.target === target);
    if (held) return [];
    const { for_s, atLatest_s } = SETTLING[channel];
    // On a profile the airplane is expected as it begins.
    if (typeof target !== 'number') return [];
    return [
      {
        channel,
        when: {
          is: 'within' as const,
          channel,
          value: target,
          tolerance: narrowSide(corridor),
          for_s
        },
        atLatest_s:
          channel === 'ias_kt' ? Math.max(atLatest_s, SETTLING_S_PER_KNOT * speedChange_kt + 12) : atLatest_s,
        ...(isAlong && channel === 'courseShare' ? { goesOn: true as const } : {})
      }
    ];
  });
}
