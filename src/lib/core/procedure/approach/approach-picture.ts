import { wayBetween } from '../../earth/geodesic';
import type { Place } from '../../earth/local-plane';
import { RADIANS_PER_DEGREE, normaliseBearing } from '../../measure/angle';
import { FEET_PER_NAUTICAL_MILE } from '../../measure/units';
import { NDB_FULL_SCALE_DEG, VOR_FULL_SCALE_DEG } from '../../radio/receiver';
import { ownScale_nm } from '../../radio/rnav-final';
import type { World } from '../../radio/world';
import { planReversal } from '../course-reversal';
import { holdCircuit, solveHold } from '../hold';
import type { Approach, Leg } from './approach';
import { layApproach, type ApproachPart, type LaidLeg } from './approach-path';
import {
  aboutThreshold,
  beforeThreshold,
  placeNamed,
  placeOnFinal,
  runwayOf,
  type ThresholdPoint
} from './approach-place';

/** An approach from above, about its threshold, magnetic north up. */
export interface ApproachPicture {
  ways: { field: string; part: ApproachPart; points: ThresholdPoint[] }[];
  /** Full scale of the needle to either side of the final course, from its farthest fix in. */
  lane: ThresholdPoint[];
  fixes: { name: string; role: Leg['role'] | null; part: ApproachPart; at: ThresholdPoint }[];
  runway: { ends: [ThresholdPoint, ThresholdPoint] };
}

/** Full scale of the final course, NM to either side, at a place on it so far before the threshold. */
function fullScale(world: World, { kind, station }: Approach, on: Place, before_nm: number): number {
  const aid = station === null ? null : (world.stations.find(({ id }) => id === station) ?? null);
  // The station may stand on either side of the threshold: a back course is passed over it before the runway.
  const away = (deg: number) =>
    Math.max(0.05, aid ? wayBetween(aid, on).distance_nm : 0) * Math.tan(deg * RADIANS_PER_DEGREE);
  if (aid?.kind === 'localizer') return away(aid.halfWidth_deg);
  if (aid?.kind === 'vor') return away(VOR_FULL_SCALE_DEG);
  if (aid?.kind === 'ndb') return away(NDB_FULL_SCALE_DEG);
  return ownScale_nm(kind === 'lpv' ? 'angular' : 'linear', before_nm);
}

/**
 * @param tas_kt what holds and procedure turns are drawn at, in still air
 * @throws Rejection as `layApproach` does
 */
export function approachPicture(
  world: World,
  approach: Approach,
  transitionId: string | null,
  tas_kt: number
): ApproachPicture {
  const threshold = runwayOf(world, approach);
  const about = (place: Place) => aboutThreshold(world, approach, place);
  const laid = layApproach(world, approach, transitionId);
  const ways = laid.flatMap((leg) => {
    const round = roundPoints(leg, tas_kt);
    const centre = about(leg.to);
    const shown = round
      ? round.map((p) => ({ north_nm: p.north_nm + centre.north_nm, east_nm: p.east_nm + centre.east_nm }))
      : leg.points.map(about);
    const straight = round && leg.length_nm > 0.05 ? [leg.points.map(about)] : [];
    return [...straight, shown]
      .filter((points) => points.length > 1)
      .map((points) => ({ field: leg.field, part: leg.part, points }));
  });
  const finals = laid.filter(({ part, leg }) => part === 'final' && leg.fix !== undefined);
  const farthest_nm = Math.max(2, ...finals.map(({ to }) => beforeThreshold(world, approach, to)));
  const side = (sign: 1 | -1) =>
    Array.from({ length: 13 }, (_, k) => {
      const before_nm = (farthest_nm * k) / 12;
      const place = placeOnFinal(world, approach, before_nm);
      const on = about(place);
      const across = (approach.finalCourse_deg + 90) * RADIANS_PER_DEGREE;
      const off = sign * fullScale(world, approach, place, before_nm);
      return { north_nm: on.north_nm + off * Math.cos(across), east_nm: on.east_nm + off * Math.sin(across) };
    });
  const seen = new Set<string>();
  const fixes = laid.flatMap(({ leg, part }) => {
    if (leg.fix === undefined || seen.has(leg.fix) || leg.fix.startsWith('RW')) return [];
    seen.add(leg.fix);
    return [
      {
        name: leg.fix,
        role: leg.role ?? null,
        part,
        at: about(placeNamed(world, approach, leg.fix, 'fix'))
      }
    ];
  });
  const along = threshold.course_deg * RADIANS_PER_DEGREE;
  const length_nm = threshold.length_ft / FEET_PER_NAUTICAL_MILE;
  return {
    ways,
    lane: [...side(1), ...side(-1).reverse()],
    fixes,
    runway: {
      ends: [
        { north_nm: 0, east_nm: 0 },
        { north_nm: length_nm * Math.cos(along), east_nm: length_nm * Math.sin(along) }
      ]
    }
  };
}

/** A hold or procedure turn about its fix in still air; null for every other leg, and where it cannot be flown. */
function roundPoints({ leg }: LaidLeg, tas_kt: number): readonly ThresholdPoint[] | null {
  const still = { from_deg: 0, speed_kt: 0 };
  if (leg.course_deg === undefined) return null;
  if (leg.type === 'PI') {
    const plan = planReversal(
      {
        kind: leg.reversal ?? '45/180',
        inboundCourse_deg: normaliseBearing(leg.course_deg + 180),
        side: leg.turn ?? 'right',
        within_nm: leg.within_nm ?? 10
      },
      tas_kt,
      still
    );
    return plan.kind === 'planned' ? plan.points : null;
  }
  if (leg.type !== 'HM' && leg.type !== 'HF' && leg.type !== 'HA') return null;
  const hold = {
    inboundCourse_deg: leg.course_deg,
    turn: leg.turn ?? ('right' as const),
    leg:
      leg.leg_nm === undefined
        ? { kind: 'time' as const, seconds: leg.leg_s ?? 60 }
        : { kind: 'distance' as const, nm: leg.leg_nm }
  };
  const air = { tas_kt, wind: still };
  const solution = solveHold(hold, air);
  return solution.kind === 'solved' ? holdCircuit(hold, air, solution) : null;
}
