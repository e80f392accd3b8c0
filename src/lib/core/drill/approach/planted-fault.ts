import { asCourse } from '../../measure/angle';
import type { RadioSettings } from '../../radio/radio-settings';

/** What may have been set wrongly before a lesson begins, for the student to find. */
export const plantedFaults = [
  'wrong course',
  'wrong source',
  'wrong station',
  'old altimeter setting',
  'no minimum'
] as const;
export type PlantedFault = (typeof plantedFaults)[number];

/** A wrong course is off by this, an old altimeter setting by that: as much as a front leaves in an hour or two. */
const COURSE_OFF_DEG = 30;
const OLD_BY_HPA = 8;
const CHANNEL_MHZ = 0.05;

/** Radios that are set for a phase, with one thing about them wrong. */
export function withPlanted(radios: RadioSettings, planted: PlantedFault | null): RadioSettings {
  const byWaypoint = radios.source === 'rnav';
  switch (planted) {
    case 'wrong course':
      return byWaypoint
        ? {
            ...radios,
            rnav: { ...radios.rnav, course_deg: asCourse((radios.rnav.course_deg ?? 360) + COURSE_OFF_DEG) }
          }
        : {
            ...radios,
            nav1: { ...radios.nav1, course_deg: asCourse(radios.nav1.course_deg + COURSE_OFF_DEG) }
          };
    case 'wrong source':
      return { ...radios, source: byWaypoint ? 'nav1' : 'rnav' };
    case 'wrong station':
      return byWaypoint
        ? { ...radios, rnav: { legs: [], course_deg: null } }
        : {
            ...radios,
            // The right one waits in standby.
            nav1: {
              ...radios.nav1,
              standby_MHz: radios.nav1.active_MHz,
              active_MHz: Math.round((radios.nav1.active_MHz + CHANNEL_MHZ) * 100) / 100
            },
            adf: { ...radios.adf, standby_kHz: radios.adf.active_kHz, active_kHz: radios.adf.active_kHz + 1 }
          };
    default:
      return radios;
  }
}

/** What the altimeter is set to as the lesson begins. */
export function startingSetting_hPa(setting_hPa: number, planted: PlantedFault | null): number {
  return planted === 'old altimeter setting' ? setting_hPa - OLD_BY_HPA : setting_hPa;
}
