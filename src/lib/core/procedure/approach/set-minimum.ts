import type { Approach } from './approach';
import { coldApplies } from './cold-altitudes';
import { coldCorrection } from './cold-correction';
import { applicableMinimum, roundedUp, type ApplicableMinimum, type MinimumCircumstances } from './minimum';

/** What makes of a minimum what is set on the panel. */
export interface SetMinimumDay extends MinimumCircumstances {
  /** At the airport. */
  temperature_C: number;
  /** How minimums are set: up to the next 1, 10 or 20 ft. */
  roundTo_ft: number;
  /** Without vertical guidance: levelled at the minimum, or one straight descent that treats it, with an add-on, as a DA. */
  technique: 'step-down' | 'continuous';
  addOn_ft: number;
}

/** The minimum that applies with everything that is added to it. */
export interface SetMinimum extends ApplicableMinimum {
  addOn_ft: number;
  cold_ft: number;
  /** As it is set: corrected for cold, with the add-on, rounded up. */
  set_ft: number;
  aboveTouchdown_ft: number;
}

/** Above what is set by more than this, a mark reminds of another minimum. */
const MARK_WITHIN_FT = 50;

/** The lowest mark that still reminds of the minimum in time: as published, corrected for cold. */
export function lowestMark_ft({ altitude_ft, cold_ft }: SetMinimum): number {
  return Math.floor(altitude_ft + cold_ft);
}

/** How a mark on the altimeter stands to the minimum. @param marked_ft null: there is none */
export function minimumMark(
  marked_ft: number | null,
  { set_ft, least_ft }: { set_ft: number; least_ft: number }
): 'right' | 'not' | 'too low' | 'too high' {
  if (marked_ft === null) return 'not';
  if (marked_ft < least_ft) return 'too low';
  return marked_ft > set_ft + MARK_WITHIN_FT ? 'too high' : 'right';
}

/** The minimum to be set today; null where nothing is authorised as things are. */
export function setMinimum(approach: Approach, day: SetMinimumDay): SetMinimum | null {
  const found = applicableMinimum(approach, day);
  if (!found) return null;
  const straightIn = found.line !== 'circling' && approach.runway !== null;
  const addOn_ft = straightIn && found.kind === 'MDA' && day.technique === 'continuous' ? day.addOn_ft : 0;
  const cold_ft = coldApplies(approach, day.temperature_C)
    ? coldCorrection(
        found.altitude_ft - approach.airportElevation_ft,
        day.temperature_C,
        approach.airportElevation_ft
      )
    : 0;
  return {
    ...found,
    addOn_ft,
    cold_ft,
    set_ft: roundedUp(found.altitude_ft + cold_ft + addOn_ft, day.roundTo_ft),
    aboveTouchdown_ft: found.altitude_ft - approach.touchdownElevation_ft
  };
}
