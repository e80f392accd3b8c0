import type { World } from '../../radio/world';
import type { Approach, Leg } from './approach';
import { beforeThreshold, placeNamed } from './approach-place';

/** A fix of the final part, as the profile has it. */
export interface ProfilePoint {
  field: string;
  name: string;
  role: Leg['role'] | null;
  found: NonNullable<Leg['found']>;
  /** Before the threshold along the final course, NM; negative beyond it. */
  before_nm: number;
  /** Lowest and highest altitude there, ft. */
  above_ft: number | null;
  below_ft: number | null;
  afterFinalFix: boolean;
}

/** The final part of an approach from the side. */
export interface FinalProfile {
  points: ProfilePoint[];
  finalFix: ProfilePoint | null;
  /** Where the missed approach begins at the latest, NM before the threshold. */
  missedPoint_nm: number;
}

/** Legs of the final part that end at a fix along the final course. */
const ALONG = ['IF', 'TF', 'CF', 'DF', 'FA'];

/**
 * The fixes of the final part, the farthest first, with distances along the final course.
 * @throws Rejection naming a fix that is not there
 */
export function finalProfile(world: World, approach: Approach): FinalProfile {
  let afterFinalFix = false;
  const points = approach.final.flatMap((leg, i): ProfilePoint[] => {
    if (!ALONG.includes(leg.type) || leg.fix === undefined) return [];
    const field = `final.${i}`;
    const place = placeNamed(world, approach, leg.fix, `${field}.fix`);
    const point: ProfilePoint = {
      field,
      name: leg.fix,
      role: leg.role ?? null,
      found: leg.found ?? [],
      before_nm: beforeThreshold(world, approach, place),
      above_ft: leg.altitude?.above_ft ?? null,
      below_ft: leg.altitude?.below_ft ?? null,
      afterFinalFix
    };
    if (leg.role === 'final') afterFinalFix = true;
    return [point];
  });
  const finalFix = points.find(({ role }) => role === 'final') ?? null;
  const missed = points.find(({ role }) => role === 'missed approach point') ?? points.at(-1);
  return { points, finalFix, missedPoint_nm: missed?.before_nm ?? 0 };
}

/** A floor of the final part: not below `altitude_ft` from one distance to the next. */
export interface Floor {
  from_nm: number;
  to_nm: number;
  altitude_ft: number;
}

/**
 * The floors on the way in, the farthest first: the altitude of a fix may be left only past it. After the last fix with an
 * altitude the floor is the minimum.
 */
export function floorsOf({ points, missedPoint_nm }: FinalProfile, minimum_ft: number): Floor[] {
  const inbound = points.filter(({ before_nm }) => before_nm > missedPoint_nm + 0.05);
  return inbound.map((point, i) => {
    const next = inbound[i + 1];
    return {
      from_nm: point.before_nm,
      to_nm: next?.before_nm ?? missedPoint_nm,
      altitude_ft: next?.above_ft ?? minimum_ft
    };
  });
}
