import { turnRadius } from '../../air/level-turn';
import { wayBetween } from '../../earth/geodesic';
import { normaliseSigned } from '../../measure/angle';
import { flyByDistance, turnBetween, type LaidLeg } from '../../procedure/approach/approach-path';
import { procedureTurnRate } from '../../procedure/turn';
import { JOINED_FOR_S, establishedOn } from '../compose-navigation';
import type { ConditionFile, PhaseFile } from '../drill-file';
import type { Reference } from '../reference';
import { guideOf } from './approach-references';
import { holdLeg, orLate, reached, SAME_FT, VECTORED_DEG, type PhaseSheet } from './phase-sheet';

/** A turn smaller than this is not worth anticipating, and none is anticipated by more. */
const ANTICIPATED_DEG = 5;
const MOST_LEAD_NM = 3;
/** So near the path it is met. */
const AT_PATH_SHARE = -0.15;
/** Established this long, a procedure turn is over. */
const TURN_OVER_S = 5;
/** Within half of the needle's scale one is established, and may go down, while the last of the intercept is still being flown. */
const COMING_ON_DEG = 20;

/** So far from its fix a procedure turn is flown unless it says otherwise. */
const WITHIN_NM = 10;

const TO_A_FIX = ['TF', 'CF', 'DF'];

/** True course on which the first fix is come to: along the leg after it, or as the lesson says where that is a hold or a turn. */
export function arrivalCourse(legs: readonly LaidLeg[], { approach, flown }: PhaseSheet): number {
  const next = legs[1];
  if (next && TO_A_FIX.includes(next.leg.type) && next.length_nm > 0.1)
    return wayBetween(next.points[0]!, next.points.at(-1)!).azimuth_deg;
  return flown.arrival_deg + approach.variation_deg;
}

/** Where a turn onto the next leg begins before a fix that may be cut. */
function leadOf(sheet: PhaseSheet, turn_deg: number, at: LaidLeg, next: LaidLeg | undefined): number {
  if (!next || at.leg.flyOver || !TO_A_FIX.includes(next.leg.type) || Math.abs(turn_deg) < ANTICIPATED_DEG)
    return 0;
  const { tas_kt } = sheet.flown;
  return Math.min(MOST_LEAD_NM, flyByDistance(turnRadius(tas_kt, procedureTurnRate(tas_kt)), turn_deg));
}

/** The lowest altitude of a leg that has one: what is only a ceiling may be gone below. */
function floorOf({ leg }: LaidLeg, target_ft: number): Pick<PhaseFile, 'floor_ft'> {
  return leg.altitude?.above_ft === target_ft ? { floor_ft: target_ft } : {};
}

/** Down, or up, to an altitude along a course, then level to the end of it. @returns the phase flown level */
function along(
  sheet: PhaseSheet,
  laid: LaidLeg,
  reference: Reference,
  course: NonNullable<PhaseFile['course']>,
  until: ConditionFile,
  level: Partial<PhaseFile> = {},
  room_nm = laid.length_nm
): string {
  const about = sheet.about(reference);
  const target_ft = sheet.targetOf(laid.leg);
  const to_lose = sheet.altitude_ft - target_ft;
  if (Math.abs(to_lose) > SAME_FT) {
    const rate_fpm = sheet.rateFor(Math.abs(to_lose), room_nm);
    const lead_ft = Math.max(100, 0.15 * rate_fpm);
    sheet.add({
      name: `${to_lose > 0 ? 'Down' : 'Up'} to ${target_ft}, to ${reference.fix}`,
      about,
      course,
      to_ft: target_ft,
      rate_fpm,
      ...(to_lose > 0 ? floorOf(laid, target_ft) : {}),
      judge: ['speed', 'course'],
      until: orLate(
        to_lose > 0
          ? reached('altitude_ft', 'below', target_ft + lead_ft)
          : reached('altitude_ft', 'above', target_ft - lead_ft),
        until
      )
    });
  }
  sheet.altitude_ft = target_ft;
  const id = sheet.add({
    name: `${target_ft} to ${reference.fix}`,
    about,
    course,
    altitude_ft: target_ft,
    ...floorOf(laid, target_ft),
    until: orLate(until),
    ...level
  });
  if (to_lose > SAME_FT) sheet.steps.push({ level: id, altitude_ft: target_ft, fix: reference.fix });
  return id;
}

/** To the first fix of the approach, or onto the final course by vectors. */
function toFirstFix(sheet: PhaseSheet, legs: readonly LaidLeg[]): void {
  const { flown } = sheet;
  const first = legs[0]!;
  const next = legs[1];
  if (next?.leg.type === 'AF') {
    const centre = sheet.centreOf(next);
    const to = wayBetween(centre.place, first.to);
    const lead_nm = turnRadius(flown.tas_kt, procedureTurnRate(flown.tas_kt)) + 0.2;
    sheet.add({
      name: `To the ${Math.round(to.distance_nm)} NM arc`,
      about: sheet.about(centre),
      course: { course_deg: sheet.courseBy(centre, to.azimuth_deg + 180), way: 'to' },
      until: orLate(reached('fixDistance_nm', 'below', to.distance_nm + lead_nm))
    });
    return;
  }
  if (flown.planned.transition === null) {
    const reference = sheet.referenceOf(first);
    sheet.add({
      name: 'Onto the final course',
      about: sheet.about(reference),
      course: { ...sheet.finalCourse(reference), intercept_deg: VECTORED_DEG },
      // Who weaves across the course, and is never established on it, comes to its first fix all the same; who is vectored anew may be
      // beyond that, and has it to join first.
      until: orLate(
        established(reference, sheet.magneticBy(reference, sheet.approach.finalCourse_deg), sheet, {
          for_s: JOINED_FOR_S
        }),
        { is: 'above', channel: 'along_nm', value: 0, crossed: true, for_s: 0 }
      )
    });
    along(sheet, first, reference, sheet.finalCourse(reference), reached('along_nm', 'above', 0));
    return;
  }
  const reference = sheet.referenceOf(
    first,
    guideOf(first.leg.guide || !next || next.leg.type === 'RF' ? first.leg : next.leg)
  );
  const arrival_deg = arrivalCourse(legs, sheet);
  const leaving =
    next && next.points.length > 1 ? wayBetween(next.points[0]!, next.points[1]!).azimuth_deg : arrival_deg;
  sheet.add({
    name: `To ${first.leg.fix}`,
    about: sheet.about(reference),
    course: { course_deg: sheet.courseBy(reference, arrival_deg), way: 'to' },
    until: orLate(
      reached('along_nm', 'above', -leadOf(sheet, normaliseSigned(leaving - arrival_deg), first, next))
    )
  });
}

/** Everything up to the final fix. @param byPath whether a path in space is met before it */
export function inboundPhases(sheet: PhaseSheet, legs: readonly LaidLeg[], byPath: boolean): void {
  const { flown, approach } = sheet;
  const { planned } = flown;
  toFirstFix(sheet, legs);
  const finalFix = legs.findIndex(({ part, leg }) => part === 'final' && leg.role === 'final');
  legs.forEach((laid, index) => {
    const { leg } = laid;
    if (index === 0 || (finalFix >= 0 && index > finalFix)) return;
    const last = index === finalFix;
    // A final fix that nothing but a turn leads to is come to on the final course.
    switch (last && leg.type === 'IF' ? 'CF' : leg.type) {
      case 'TF':
      case 'CF':
      case 'DF': {
        const reference = sheet.referenceOf(laid);
        const next = legs[index + 1];
        const lead_nm = last || !next ? 0 : leadOf(sheet, turnBetween(laid, next), laid, next);
        const fix = reached('along_nm', 'above', -lead_nm);
        const before = planned.configure === 'before the final fix';
        const level = along(
          sheet,
          laid,
          reference,
          laid.part === 'final'
            ? sheet.finalCourse(reference)
            : {
                course_deg: sheet.courseBy(
                  reference,
                  leg.type === 'CF' && leg.course_deg !== undefined
                    ? leg.course_deg + approach.variation_deg
                    : wayBetween(laid.points[0]!, laid.points.at(-1)!).arrivalAzimuth_deg
                ),
                way: 'to'
              },
          last && byPath ? { is: 'any', of: [fix, reached('pathShare', 'above', AT_PATH_SHARE)] } : fix,
          last
            ? {
                speed_kt: planned.speed_kt,
                ...(before ? { flaps_deg: flown.approachFlaps_deg, gear: 'down' } : {})
              }
            : {},
          legs[index - 1]!.leg.type === 'PI' ? roomAfter(legs[index - 1]!, laid) : laid.length_nm
        );
        if (last && before) sheet.configured = level;
        return;
      }
      case 'AF':
      case 'RF': {
        const centre = sheet.centreOf(laid);
        const end = wayBetween(centre.place, laid.to);
        settleAt(sheet, laid, {
          name: `Arc to ${leg.fix}`,
          about: sheet.about(centre),
          arc: {
            radius_nm: Math.round(end.distance_nm * 100) / 100,
            to_radial_deg: sheet.courseBy(centre, end.azimuth_deg)
          }
        });
        return;
      }
      case 'PI':
      case 'HF':
      case 'HM':
      case 'HA': {
        const reference = sheet.referenceOf(laid);
        // A procedure turn is coded by its outbound course, a hold by its inbound one.
        const inbound_deg = sheet.magneticBy(reference, leg.course_deg! + (leg.type === 'PI' ? 180 : 0));
        settleAt(sheet, laid, {
          ...(leg.type === 'PI' && endsBeforeFix(sheet, legs, index)
            ? {
                until: orLate(
                  established(reference, inbound_deg, sheet, {
                    for_s: TURN_OVER_S,
                    within_deg: COMING_ON_DEG
                  })
                )
              }
            : {}),
          name: leg.type === 'PI' ? `Procedure turn at ${leg.fix}` : `Turn in the hold at ${leg.fix}`,
          about: sheet.about(reference),
          ...(leg.type === 'PI'
            ? {
                reversal: {
                  kind: leg.reversal ?? '45/180',
                  inbound_deg,
                  within_nm: leg.within_nm ?? WITHIN_NM
                }
              }
            : { hold: { inbound_deg, ...holdLeg(leg), circuits: 0 } })
        });
        return;
      }
      default:
    }
  });
}

/** Whether a procedure turn is over before the fix it began at: another lies on the way back, or it is gone down to that one. */
function endsBeforeFix(sheet: PhaseSheet, legs: readonly LaidLeg[], index: number): boolean {
  const next = legs[index + 1]?.leg;
  const { leg } = legs[index]!;
  return (
    next?.fix !== undefined && (next.fix !== leg.fix || sheet.targetOf(next) < sheet.targetOf(leg) - SAME_FT)
  );
}

/** Way back from a procedure turn in which there is time to go down: half of what it may be flown out, where no leg is longer. */
function roomAfter({ leg }: LaidLeg, next: LaidLeg): number {
  return Math.max(next.length_nm, (leg.within_nm ?? WITHIN_NM) / 2);
}

/** Back on the course inbound: on it, and along it. */
function established(
  reference: Reference,
  inbound_deg: number,
  sheet: PhaseSheet,
  { for_s, within_deg }: { for_s: number; within_deg?: number }
): ConditionFile {
  const track_deg = inbound_deg + reference.north_deg - sheet.approach.variation_deg;
  return establishedOn(track_deg, for_s, within_deg);
}

/** A leg on whose way down nothing but its floor is asked for: how soon one goes down on an arc or in a turn is one's own. */
function settleAt(sheet: PhaseSheet, laid: LaidLeg, phase: Omit<PhaseFile, 'id'>): void {
  const target_ft = sheet.targetOf(laid.leg);
  const lower = target_ft < sheet.altitude_ft - SAME_FT;
  sheet.add({
    ...phase,
    altitude_ft: target_ft,
    ...(lower ? { ...floorOf(laid, target_ft), judge: ['speed', 'course'] } : {})
  });
  sheet.altitude_ft = target_ft;
}
