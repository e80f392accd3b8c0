import { placeAt, wayBetween } from '../../earth/geodesic';
import type { Place } from '../../earth/local-plane';
import { heightOnPath, rateOnPath } from '../../procedure/approach/vertical-path';
import { turnRadius, turnRateAtBank } from '../../air/level-turn';
import { RADIANS_PER_DEGREE, asCourse, turnFromTo } from '../../measure/angle';
import { FEET_PER_NAUTICAL_MILE } from '../../measure/units';
import { Rejection } from '../../measure/rejection';
import type { Category } from '../../procedure/approach/approach';
import type { LaidLeg } from '../../procedure/approach/approach-path';
import type { Runway, World } from '../../radio/world';
import type { ConditionFile } from '../drill-file';
import type { Reference } from '../reference';
import type { ApproachPlan } from './approach-plan';
import { orLate, reached, type PhaseSheet } from './phase-sheet';
import { toThreshold } from './threshold-phase';

/** A circle to land: the runway it is flown to, on which side of it, and how it is judged. */
export interface Circle {
  runway: Runway;
  turn: 'left' | 'right';
}

/** Protected airspace about the runway's ends by category, NM (the older criteria; newer ones grow with altitude, and are wider). */
export const CIRCLING_RADIUS_NM: Record<Category, number> = { A: 1.3, B: 1.5, C: 1.7, D: 2.3 };
/** The path by eye: no approach leads down it. */
export const CIRCLED_PATH = { angle_deg: 3, crossing_ft: 50 };

/** Its turns are meant to be flown with this bank. */
const CIRCUIT_BANK_DEG = 23;
/** A downwind lies two turning radii beside the runway, and a little. */
const WIDER_NM = 0.12;
/** The base turn ends so many radii behind the threshold. */
const BEHIND_RADII = 2.6;
const NEAR_NM = 0.25;
/** A turn has been made when the track is so close to where it leads. */
const TURNED_DEG = 25;
const BASE_TURNED_DEG = 40;
const ROOM_FT = 40;

/** The circle a plan asks for; null where it asks for none. @throws Rejection naming a runway the airport has not */
export function circleOf(world: World, { approach, circle }: ApproachPlan): Circle | null {
  if (!circle || approach.runway !== null) return null;
  const runways = world.runways.filter(({ airport }) => airport === approach.airport);
  const runway = runways.find(({ name }) => name === circle.runway);
  if (!runway)
    throw new Rejection(
      'approach.circle.runway',
      circle.runway,
      `a runway of ${approach.airport}: ${runways.map(({ name }) => name).join(', ')}`
    );
  const barred = approach.notes.find((note) => {
    if (note.kind !== 'no circling') return false;
    const end = runways.find(({ name }) => name === note.runway);
    // The other end is the runway that leads back.
    const same = end?.name === runway.name;
    const other = end !== undefined && Math.abs(turnFromTo(end.course_deg, runway.course_deg)) > 170;
    return (same && circle.turn === note.turn) || (other && circle.turn !== note.turn);
  });
  if (barred)
    throw new Rejection(
      'approach.circle.turn',
      circle.turn,
      `the other turns: the chart does not authorise circling on this side of runway ${runway.name}`
    );
  return { runway, turn: circle.turn };
}

/** The circle from the minimum to the runway: downwind, base, and by eye to the threshold. @returns ids of its phases, the landing the last */
export function circlePhases(sheet: PhaseSheet, from: LaidLeg, { runway, turn }: Circle): string[] {
  const { approach, flown } = sheet;
  const { minimum } = flown;
  const course = runway.course_deg + approach.variation_deg;
  const side = turn === 'left' ? -1 : 1;
  const radius_nm = turnRadius(flown.approachTas_kt, turnRateAtBank(flown.approachTas_kt, CIRCUIT_BANK_DEG));
  const final_nm = BEHIND_RADII * radius_nm;
  const rate_fpm = Math.round(rateOnPath(CIRCLED_PATH.angle_deg, flown.approachTas_kt) / 10) * 10;
  const wide_nm = 2 * radius_nm + WIDER_NM;
  /** A point by how far along the runway from its threshold, and how far to the side of the circuit. */
  const at = (along_nm: number, aside_nm: number): Place =>
    placeAt(placeAt(runway, course, along_nm), course + 90 * side, aside_nm);
  const length_nm = runway.length_ft / FEET_PER_NAUTICAL_MILE;
  const way = wayBetween(runway, from.to);
  const beyond_nm = way.distance_nm * Math.cos(turnFromTo(course, way.azimuth_deg) * RADIANS_PER_DEGREE);
  const seen = (name: string, place: Place): Reference => ({
    fix: name,
    by: 'rnav',
    turn,
    place,
    north_deg: approach.variation_deg,
    station: null,
    crossing: null,
    radial_deg: 0,
    distance_nm: 0,
    bySight: true
  });
  const turned = (track_deg: number, tolerance: number): ConditionFile => ({
    is: 'within',
    channel: 'track_deg',
    value: asCourse(track_deg),
    tolerance,
    for_s: 2
  });
  const downwind_deg = runway.course_deg + 180;
  const base_deg = downwind_deg + 90 * side;
  const height_ft = minimum.set_ft + ROOM_FT;
  const level = {
    direct: true as const,
    altitude_ft: height_ft,
    minimum_ft: minimum.set_ft,
    judge: ['speed' as const]
  };
  const ids: string[] = [];
  // From beyond the middle of the runway one flies a downwind; from behind it one is on base at once.
  if (beyond_nm > length_nm / 4)
    ids.push(
      sheet.add({
        name: `In sight: to the ${turn} downwind of ${runway.name}`,
        ...level,
        about: sheet.about(seen(`downwind ${runway.name}`, at(length_nm / 2, wide_nm))),
        until: orLate(reached('fixDistance_nm', 'below', NEAR_NM), turned(downwind_deg, TURNED_DEG))
      })
    );
  ids.push(
    sheet.add({
      name: `Downwind ${runway.name}, the threshold abeam`,
      ...level,
      about: sheet.about(seen(`abeam ${runway.name}`, at(-0.1, wide_nm))),
      until: orLate(reached('fixDistance_nm', 'below', NEAR_NM), turned(base_deg, BASE_TURNED_DEG))
    })
  );
  ids.push(
    sheet.add({
      name: `Base ${runway.name}, down`,
      direct: true,
      about: sheet.about(seen(`base ${runway.name}`, at(-final_nm, wide_nm / 2))),
      to_ft: Math.min(height_ft - 60, runway.elevation_ft + heightOnPath(CIRCLED_PATH, final_nm)),
      rate_fpm,
      judge: ['speed'],
      until: orLate(reached('fixDistance_nm', 'below', NEAR_NM), turned(runway.course_deg, BASE_TURNED_DEG))
    })
  );
  ids.push(
    toThreshold(
      sheet,
      runway,
      seen(`RW${runway.name}`, at(0, 0)),
      {
        angle_deg: CIRCLED_PATH.angle_deg,
        overThreshold_ft: runway.elevation_ft + CIRCLED_PATH.crossing_ft
      },
      rate_fpm
    )
  );
  return ids;
}
