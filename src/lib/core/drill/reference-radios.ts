import { normaliseBearing } from '../measure/angle';
import { strangeRadios, type RadioSettings } from '../radio/radio-settings';
import type { Localizer, Vor } from '../radio/station-geometry';
import { isNavigation, type Phase } from './drill';
import { courseLineOf } from './phase-course';
import type { Reference } from './reference';

/** A phase that is flown by radio, with what it is flown about. */
export type RadioPhase = Pick<Phase, 'goal'> & { reference: Reference };

/** Whether a phase is flown by radio. */
export function isByRadio(phase: Phase): phase is Phase & RadioPhase {
  return phase.reference !== null && !phase.reference.bySight && isNavigation(phase.goal.lateral);
}

/** The phase a lesson's radios are first set for: the first by radio, or, where all is flown by headings, the first about a fix. */
export function firstByRadio(phases: readonly Phase[]): RadioPhase | undefined {
  return (
    phases.find(isByRadio) ?? phases.find((phase): phase is Phase & RadioPhase => phase.reference !== null)
  );
}

/** How the radios are to be set for a phase: what a set-up is held against, and what `ready` begins with. */
export function radiosFor(phase: RadioPhase): RadioSettings {
  const { by, fix, station, crossing, final } = phase.reference;
  const course = Math.round(normaliseBearing(courseLineOf(phase)?.course_deg ?? 360)) || 360;
  const radios: RadioSettings = {
    ...strangeRadios,
    nav1: { ...strangeRadios.nav1, course_deg: course },
    nav2: { ...strangeRadios.nav2 }
  };
  if (by === 'rnav')
    return {
      ...radios,
      source: 'rnav',
      pointer: 'rnav',
      rnav: { legs: final && final.to !== fix ? [fix, final.to] : [fix], course_deg: course }
    };
  if (station?.kind === 'ndb')
    return {
      ...radios,
      source: 'nav1',
      pointer: 'adf',
      adf: { ...radios.adf, active_kHz: station.frequency_kHz }
    };
  const aid = station as Vor | Localizer;
  return {
    ...radios,
    source: 'nav1',
    pointer: 'nav1',
    nav1: { ...radios.nav1, active_MHz: aid.frequency_MHz },
    nav2: crossing
      ? {
          ...radios.nav2,
          active_MHz: crossing.station.frequency_MHz,
          course_deg: Math.round(crossing.radial_deg) || 360
        }
      : radios.nav2
  };
}
