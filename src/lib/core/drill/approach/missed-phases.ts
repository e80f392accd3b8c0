import { asCourse } from '../../measure/angle';
import type { LaidLeg } from '../../procedure/approach/approach-path';
import { THERE_NM } from '../compose-navigation';
import type { PhaseFile } from '../drill-file';
import { holdLeg, orLate, reached, type PhaseSheet } from './phase-sheet';

/** Where a missed approach says no altitude, so much is climbed. */
const LEAST_CLIMB_FT = 400;
/** So far below its altitude a climb is levelled off. */
const LEVELLING_FT = 100;
/** What a way to a fix may take beyond its time in still air. */
const SPARE_S = 120;
const SPARE_TIMES = 1.8;

/** How high the missed approach climbs straight ahead before anything else, ft. */
export function straightTo_ft({ flown }: PhaseSheet, legs: readonly LaidLeg[]): number {
  const climb = legs.find(({ climbs_ft }) => climbs_ft !== null);
  return climb?.climbs_ft ?? flown.minimum.set_ft + LEAST_CLIMB_FT;
}

/** The missed approach, the climb first. @returns the phase in which it is begun */
export function missedPhases(sheet: PhaseSheet, legs: readonly LaidLeg[]): string {
  const { approach, flown } = sheet;
  const straight_ft = straightTo_ft(sheet, legs);
  const top_ft = Math.max(straight_ft, ...legs.map(({ leg }) => leg.altitude?.above_ft ?? 0));
  const course_deg = legs[0]?.leg.course_deg ?? approach.finalCourse_deg;
  const climbing: Partial<PhaseFile> = {
    to_ft: top_ft,
    speed_kt: flown.climb_kt,
    flaps_deg: 0,
    gear: 'up',
    judge: []
  };
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
      sheet.add({
        name: `Climb to ${top_ft}, direct ${leg.fix}`,
        about,
        direct: true,
        ...climbing,
        until: orLate(reached('altitude_ft', 'above', top_ft - LEVELLING_FT), there)
      });
      sheet.add({
        name: `${top_ft}, direct ${leg.fix}`,
        about,
        direct: true,
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
  return begun;
}
