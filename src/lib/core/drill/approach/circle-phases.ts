import { placeAt, wayBetween } from '../../earth/geodesic';
import type { Place } from '../../earth/local-plane';
import { heightOnPath, rateOnPath } from '../../procedure/approach/vertical-path';
import { turnRadius, turnRateAtBank } from '../../air/level-turn';
import { RADIANS_PER_DEGREE, asCourse, turnFromTo } from '../../measure/angle';
import { FEET_PER_NAUTICAL_MILE } from '../../measure/units';
import type { LaidLeg } from '../../procedure/approach/approach-path';
import type { ConditionFile } from '../drill-file';
import type { Reference } from '../reference';
import { placeReference } from './approach-references';
import { CIRCLED_PATH, CIRCLING_RADIUS_NM, type Circle } from './circle';
import { orLate, reached, type PhaseSheet } from './phase-sheet';
import { toThreshold } from './threshold-phase';

/** Its turns are meant to be flown with this bank. */
const CIRCUIT_BANK_DEG = 23;
/** A downwind lies two turning radii beside the runway, and a little. */
const WIDER_NM = 0.12;
/** The last turn, from the downwind round to the final, begins so many radii behind the threshold, and goes out no farther than is protected. */
const BEHIND_RADII = 2.6;
const TURN_OUT_RADII = 1;
const NEAR_NM = 0.25;
/** A turn is on after so long. */
const ROLLS_IN_S = 3;
/** No turn is led as one by more than this. */
const MOST_LED_DEG = 100;
/** A turn has been made when the track is so close to where it leads. */
const TURNED_DEG = 25;
const FINAL_TURNED_DEG = 40;
/** Farther than this from the downwind’s track it is flown against the circuit. */
const WITH_IT_DEG = 120;
/** A turn to base that is well begun begins the descent. */
const BASE_BEGUN_DEG = 60;
const ROOM_FT = 40;
/** A field lost on base is lost so long after the turn has been begun. */
const LOST_ON_BASE_S = 15;

/** What a circle has been written as. */
export interface CircledIds {
  /** Its phases, without the landing. */
  circle: string[];
  landing: string | null;
}

/** The circle from the minimum to the runway: downwind, base, and by eye to the threshold, or as far as the field stays in sight. */
export function circlePhases(sheet: PhaseSheet, from: LaidLeg, { runway, turn, lost }: Circle): CircledIds {
  const { approach, flown } = sheet;
  const { minimum } = flown;
  const course = runway.course_deg + approach.variation_deg;
  const side = turn === 'left' ? -1 : 1;
  const radius_nm = turnRadius(flown.approachTas_kt, turnRateAtBank(flown.approachTas_kt, CIRCUIT_BANK_DEG));
  const final_nm = Math.min(
    BEHIND_RADII * radius_nm,
    CIRCLING_RADIUS_NM[flown.category] - TURN_OUT_RADII * radius_nm
  );
  const rate_fpm = Math.round(rateOnPath(CIRCLED_PATH.angle_deg, flown.approachTas_kt) / 10) * 10;
  const wide_nm = 2 * radius_nm + WIDER_NM;
  /** A point by how far along the runway from its threshold, and how far to the side of the circuit. */
  const at = (along_nm: number, aside_nm: number): Place =>
    placeAt(placeAt(runway, course, along_nm), course + 90 * side, aside_nm);
  const length_nm = runway.length_ft / FEET_PER_NAUTICAL_MILE;
  const way = wayBetween(runway, from.to);
  const beyond_nm = way.distance_nm * Math.cos(turnFromTo(course, way.azimuth_deg) * RADIANS_PER_DEGREE);
  const seen = (name: string, place: Place): Reference => ({
    ...placeReference(approach, name, place, turn),
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
  const abeam = at(-0.1, wide_nm);
  /** Onto the downwind at a point, come to from elsewhere: the turn begins before it, radius × tan(turn ÷ 2). */
  const onto = (place: Place, before: Place): ConditionFile => {
    const turn_deg = Math.abs(turnFromTo(wayBetween(before, place).azimuth_deg, course + 180));
    const lead_nm =
      radius_nm * Math.tan((Math.min(MOST_LED_DEG, turn_deg) / 2) * RADIANS_PER_DEGREE) +
      (flown.approachTas_kt * ROLLS_IN_S) / 3600;
    // Who passes by it against the circuit has not come onto it.
    const withIt: ConditionFile = {
      is: 'within',
      channel: 'track_deg',
      value: asCourse(downwind_deg),
      tolerance: WITH_IT_DEG,
      for_s: 0
    };
    return { is: 'all', of: [reached('fixDistance_nm', 'below', Math.max(NEAR_NM, lead_nm)), withIt] };
  };
  const joins = at(length_nm / 2, wide_nm);
  // From beyond the middle of the runway one flies a downwind; from behind it one is on base at once.
  const fliesDownwind = beyond_nm > length_nm / 4;
  const circle: string[] = [];
  if (fliesDownwind)
    circle.push(
      sheet.add({
        name: `In sight: to the ${turn} downwind of ${runway.name}`,
        ...level,
        about: sheet.about(seen(`downwind ${runway.name}`, joins)),
        until: orLate(onto(joins, from.to), turned(downwind_deg, TURNED_DEG))
      })
    );
  circle.push(
    sheet.add({
      name: `Downwind ${runway.name}, the threshold abeam`,
      ...level,
      about: sheet.about(seen(`abeam ${runway.name}`, abeam)),
      until: orLate(onto(abeam, fliesDownwind ? joins : from.to), turned(base_deg, BASE_BEGUN_DEG))
    })
  );
  if (lost === 'downwind') return { circle, landing: null };
  circle.push(
    sheet.add({
      name: `Base ${runway.name}, down`,
      direct: true,
      about: sheet.about(seen(`base ${runway.name}`, at(-final_nm, 2 * radius_nm))),
      to_ft: Math.min(height_ft - 60, runway.elevation_ft + heightOnPath(CIRCLED_PATH, final_nm)),
      rate_fpm,
      judge: ['speed'],
      until: orLate(
        reached('fixDistance_nm', 'below', NEAR_NM),
        turned(runway.course_deg, FINAL_TURNED_DEG),
        ...(lost === 'base' ? [{ is: 'after' as const, seconds: LOST_ON_BASE_S }] : [])
      )
    })
  );
  if (lost === 'base') return { circle, landing: null };
  const landing = toThreshold(
    sheet,
    runway,
    seen(`RW${runway.name}`, at(0, 0)),
    {
      angle_deg: CIRCLED_PATH.angle_deg,
      overThreshold_ft: runway.elevation_ft + CIRCLED_PATH.crossing_ft
    },
    rate_fpm
  );
  return { circle, landing };
}
