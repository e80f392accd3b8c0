import { placeAt, wayBetween } from '../../earth/geodesic';
import type { Place } from '../../earth/local-plane';
import { RADIANS_PER_DEGREE, normaliseBearing, normaliseSigned } from '../../measure/angle';
import { Rejection } from '../../measure/rejection';
import type { World } from '../../radio/world';
import type { Approach, Leg } from './approach';
import { placeNamed, trueCourse } from './approach-place';

export type ApproachPart = 'transition' | 'final' | 'missed';

/** A leg laid on the earth. */
export interface LaidLeg {
  part: ApproachPart;
  /** Where it stands in the approach, as refusals name it. */
  field: string;
  leg: Leg;
  from: Place;
  to: Place;
  /** The way from one to the other. */
  points: Place[];
  length_nm: number;
  /** Magnetic course at its beginning, (0, 360]; null where it has no length. */
  course_deg: number | null;
  /** Altitude a climb has reached at its end, ft; null where the leg says nothing of one. */
  climbs_ft: number | null;
}

/** What a missed approach must climb where no more is published. */
export const LEAST_CLIMB_FTPNM = 200;
/** How far a leg is drawn that somebody else ends. */
const MANUAL_NM = 4;
const ARC_STEP_DEG = 3;

/** The legs of one part of an approach, with what a refusal calls them. */
export function legsOf(
  approach: Approach,
  transitionId: string | null
): { part: ApproachPart; field: string; leg: Leg }[] {
  const index = approach.transitions.findIndex(({ id }) => id === transitionId);
  if (transitionId !== null && index < 0)
    throw new Rejection(
      'transition',
      transitionId,
      `one of ${approach.transitions.map(({ id }) => id).join(', ') || 'none: this approach has none'}`
    );
  const named = (part: ApproachPart, where: string, legs: readonly Leg[]) =>
    legs.map((leg, i) => ({ part, field: `${where}.${i}`, leg }));
  return [
    ...(index < 0 ? [] : named('transition', `transitions.${index}.legs`, approach.transitions[index]!.legs)),
    ...named('final', 'final', approach.final),
    ...named('missed', 'missed.legs', approach.missed.legs)
  ];
}

/**
 * An approach laid on the earth leg by leg, by one of its transitions (null: from the first leg of its final part). Climbs
 * that end at an altitude are drawn at the gradient the missed approach asks for; what a controller ends is drawn 4 NM long.
 * Procedure turns and holds are not drawn here: they begin and end at their fix.
 * @throws Rejection naming a fix, a centre or a transition that is not there
 */
export function layApproach(world: World, approach: Approach, transitionId: string | null): LaidLeg[] {
  const laid: LaidLeg[] = [];
  let here: Place | null = null;
  let altitude_ft = approach.minimums[0]!.A?.altitude_ft ?? approach.touchdownElevation_ft + 500;
  for (const { part, field, leg } of legsOf(approach, transitionId)) {
    const place = (id: string | undefined, key: 'fix' | 'about'): Place => {
      if (id === undefined)
        throw new Rejection(
          `${field}.${key}`,
          undefined,
          `the ${key === 'fix' ? 'fix' : 'centre'} of a leg of type ${leg.type}`
        );
      return placeNamed(world, approach, id, `${field}.${key}`);
    };
    const course = (): number => {
      if (leg.course_deg === undefined)
        throw new Rejection(`${field}.course_deg`, undefined, `the course of a leg of type ${leg.type}`);
      return trueCourse(approach, leg.course_deg);
    };
    const from: Place = here ?? place(leg.fix, 'fix');
    let to = from;
    let points: Place[] | null = null;
    let climbs_ft: number | null = null;
    switch (leg.type) {
      case 'IF':
        to = place(leg.fix, 'fix');
        points = [to];
        break;
      case 'TF':
      case 'CF':
      case 'DF':
        to = place(leg.fix, 'fix');
        break;
      case 'AF':
      case 'RF': {
        to = place(leg.fix, 'fix');
        points = arcPoints(place(leg.about, 'about'), from, to, leg.turn ?? 'right');
        break;
      }
      case 'PI':
      case 'HM':
      case 'HF':
      case 'HA':
        to = place(leg.fix, 'fix');
        points = [from, to];
        if (leg.type === 'HA') climbs_ft = leg.altitude?.above_ft ?? null;
        break;
      case 'CA':
      case 'VA':
      case 'FA': {
        const start = leg.type === 'FA' ? place(leg.fix, 'fix') : from;
        climbs_ft = leg.altitude?.above_ft ?? null;
        if (climbs_ft === null)
          throw new Rejection(
            `${field}.altitude`,
            leg.altitude,
            `the altitude that ends a leg of type ${leg.type}`
          );
        const up = Math.max(0, climbs_ft - altitude_ft);
        to = placeAt(start, course(), Math.max(0.3, up / (approach.missed.climb_ftpnm ?? LEAST_CLIMB_FTPNM)));
        points = [from, start, to];
        break;
      }
      case 'VI':
      case 'VM':
        to = placeAt(from, course(), MANUAL_NM);
        break;
    }
    const way = wayBetween(from, to);
    const drawn = points ?? [from, to];
    laid.push({
      part,
      field,
      leg,
      from: leg.type === 'IF' ? to : from,
      to,
      points: drawn,
      length_nm: lengthOf(drawn),
      course_deg:
        leg.type === 'IF' || way.distance_nm < 0.01
          ? null
          : normaliseBearing(way.azimuth_deg - approach.variation_deg) || 360,
      climbs_ft
    });
    if (part === 'missed' && climbs_ft !== null) altitude_ft = Math.max(altitude_ft, climbs_ft);
    here = to;
  }
  return laid;
}

function lengthOf(points: readonly Place[]): number {
  let sum = 0;
  for (let i = 1; i < points.length; i++) sum += wayBetween(points[i - 1]!, points[i]!).distance_nm;
  return sum;
}

/** Along a circle about a centre from one place to another; radii that differ are passed through evenly. */
function arcPoints(centre: Place, from: Place, to: Place, turn: 'left' | 'right'): Place[] {
  const start = wayBetween(centre, from);
  const end = wayBetween(centre, to);
  const way = turn === 'right' ? 1 : -1;
  const round = normaliseBearing(way * (end.azimuth_deg - start.azimuth_deg));
  const steps = Math.max(1, Math.ceil(round / ARC_STEP_DEG));
  return Array.from({ length: steps + 1 }, (_, k) => {
    const share = k / steps;
    if (k === 0) return from;
    if (k === steps) return to;
    return placeAt(
      centre,
      start.azimuth_deg + way * round * share,
      start.distance_nm + (end.distance_nm - start.distance_nm) * share
    );
  });
}

/** How far a track turns from one leg to the next, degrees, (−180, 180], + = right; 0 where one has no length. */
export function turnBetween(before: LaidLeg, after: LaidLeg): number {
  const ends = before.points.slice(-2);
  const begins = after.points.slice(0, 2);
  if (ends.length < 2 || begins.length < 2) return 0;
  const arriving = wayBetween(ends[0]!, ends[1]!);
  const leaving = wayBetween(begins[0]!, begins[1]!);
  if (arriving.distance_nm < 0.01 || leaving.distance_nm < 0.01) return 0;
  return normaliseSigned(leaving.azimuth_deg - arriving.arrivalAzimuth_deg);
}

/** Distance before a fix at which a turn over it has to begin, NM: radius × tan(turn / 2). @param turn_deg within ±180 */
export function flyByDistance(radius_nm: number, turn_deg: number): number {
  return radius_nm * Math.tan((Math.min(179, Math.abs(turn_deg)) / 2) * RADIANS_PER_DEGREE);
}
