import { asCourse } from '../../measure/angle';
import type { LaidLeg } from '../../procedure/approach/approach-path';
import { THERE_NM } from '../compose-navigation';
import type { Condition, Phase } from '../drill';
import type { PhaseFile } from '../drill-file';
import type { Circle } from './circle';
import { holdLeg, LONGEST_LEG_S, orLate, reached, type PhaseSheet } from './phase-sheet';

/** Where a missed approach says no altitude, so much is climbed. */
const LEAST_CLIMB_FT = 400;
/** So far below its altitude a climb is levelled off. */
const LEVELLING_FT = 100;
/** Over a fix; who turns tightly has not been farther away than `THERE_NM`. */
const OVER_NM = 0.3;
/** What a way to a fix may take beyond its time in still air. */
const SPARE_S = 120;
const SPARE_TIMES = 1.8;
/** Out of a circle the turn toward the runway is over so close to its heading, or after so long. */
const TURNED_DEG = 20;
const LONGEST_TURN_S = 90;

/** How high the missed approach climbs straight ahead before anything else, ft. */
export function straightTo_ft({ flown }: PhaseSheet, legs: readonly LaidLeg[]): number {
  const climb = legs.find(({ climbs_ft }) => climbs_ft !== null);
  return climb?.climbs_ft ?? flown.minimum.set_ft + LEAST_CLIMB_FT;
}

/** How every climb of a missed approach is flown. */
function climbOf(sheet: PhaseSheet, legs: readonly LaidLeg[]) {
  const top_ft = Math.max(straightTo_ft(sheet, legs), ...legs.map(({ leg }) => leg.altitude?.above_ft ?? 0));
  return {
    to_ft: top_ft,
    speed_kt: sheet.flown.climb_kt,
    flaps_deg: 0,
    gear: 'up',
    judge: []
  } satisfies Partial<PhaseFile>;
}

/**
 * The missed approach out of a circle, where the field is lost from sight: a climbing turn toward the runway, and from over the field as published.
 * @returns the phase in which it is begun
 */
export function missedFromCircle(
  sheet: PhaseSheet,
  legs: readonly LaidLeg[],
  { runway, turn, lost }: Circle
): string {
  const climbing = climbOf(sheet, legs);
  const side = turn === 'left' ? -1 : 1;
  // From the downwind across the field, from base along its runway.
  const toward_deg = asCourse(runway.course_deg + (lost === 'downwind' ? 180 + 90 * side : 0));
  const begun = sheet.add({
    name: `Field out of sight: climbing turn ${turn}`,
    call: `The field is out of sight. Go around: climb, turning ${turn} toward the runway, heading {heading}.`,
    ...climbing,
    turn: { direction: turn, to_deg: toward_deg },
    until: {
      is: 'any',
      of: [
        { is: 'within', channel: 'heading_deg', value: toward_deg, tolerance: TURNED_DEG, for_s: 1 },
        { is: 'after', seconds: LONGEST_TURN_S }
      ]
    }
  });
  const straight_ft = straightTo_ft(sheet, legs);
  sheet.add({
    name: `Over the field, climbing to ${straight_ft}`,
    ...climbing,
    heading_deg: toward_deg,
    until: orLate(reached('altitude_ft', 'above', straight_ft))
  });
  asPublished(sheet, legs, climbing, false);
  return begun;
}

/** The missed approach, the climb first. @returns the phase in which it is begun */
export function missedPhases(sheet: PhaseSheet, legs: readonly LaidLeg[]): string {
  const { approach, flown } = sheet;
  const straight_ft = straightTo_ft(sheet, legs);
  const course_deg = legs[0]?.leg.course_deg ?? approach.finalCourse_deg;
  const climbing = climbOf(sheet, legs);
  const begun = sheet.add({
    name: 'Go around',
    pace: 'own',
    ...climbing,
    heading_deg: asCourse(Math.round(sheet.onCourse(course_deg, flown.approachTas_kt).heading_deg)),
    until: {
      is: 'any',
      of: [
        { is: 'above', channel: 'climbRate_fpm', value: 100, for_s: 1 },
        { is: 'after', seconds: 60 }
      ]
    }
  });
  sheet.add({
    name: `Climb to ${straight_ft} first`,
    ...climbing,
    until: orLate(reached('altitude_ft', 'above', straight_ft))
  });
  asPublished(sheet, legs, climbing, true);
  return begun;
}

/** To the fixes of the missed approach and into its hold. @param turns whether the turns hold that are published from its own course */
function asPublished(
  sheet: PhaseSheet,
  legs: readonly LaidLeg[],
  climbing: ReturnType<typeof climbOf>,
  turns: boolean
): void {
  const { flown } = sheet;
  const top_ft = climbing.to_ft;
  for (const laid of legs) {
    const { leg } = laid;
    if (leg.fix === undefined || leg.type === 'FA') continue;
    const reference = sheet.referenceOf(laid);
    const about = sheet.about(reference);
    if (leg.type === 'HM' || leg.type === 'HF' || leg.type === 'HA')
      sheet.add({
        name: `Hold at ${leg.fix}`,
        about,
        hold: { inbound_deg: sheet.magneticBy(reference, leg.course_deg!), ...holdLeg(leg), circuits: 0 },
        altitude_ft: top_ft,
        speed_kt: flown.start_kt,
        // Where the fix is near, the climb goes on in the hold.
        judge: []
      });
    else {
      const there = reached('fixDistance_nm', 'below', THERE_NM);
      const direct = (turns && leg.turn) || true;
      // Who has to turn back to a fix close behind is not there before the turn is made.
      const back = direct === true ? [there] : [THERE_NM, OVER_NM].map(backWithin);
      sheet.add({
        name: `Climb to ${top_ft}, direct ${leg.fix}`,
        about,
        direct,
        ...climbing,
        until: orLate(reached('altitude_ft', 'above', top_ft - LEVELLING_FT), ...back)
      });
      sheet.add({
        name: `${top_ft}, direct ${leg.fix}`,
        about,
        direct,
        altitude_ft: top_ft,
        speed_kt: flown.start_kt,
        judge: ['altitude'],
        until: {
          is: 'any',
          of: [
            there,
            { is: 'after', seconds: SPARE_S + (SPARE_TIMES * 3600 * laid.length_nm) / flown.tas_kt }
          ]
        }
      });
    }
  }
}

const backWithin = (nm: number) => ({ ...reached('fixDistance_nm', 'below', nm), crossed: true as const });

/** A phase of a missed approach that is begun somewhere else than the plan has it: to its fix it may be farther than from there. */
export function missedFromElsewhere(phase: Phase): Phase {
  const { until } = phase;
  const leadsToFix =
    until.is === 'any' && until.of.some((part) => 'channel' in part && part.channel === 'fixDistance_nm');
  if (phase.segment !== 'missed' || !leadsToFix) return phase;
  const longest = (part: Condition): Condition =>
    part.is === 'after' ? { ...part, seconds: Math.max(part.seconds, LONGEST_LEG_S) } : part;
  return { ...phase, until: { ...until, of: until.of.map(longest) } };
}
