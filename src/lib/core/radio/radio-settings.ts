import { NDB_BAND_KHZ, VHF_BAND_MHZ, type World } from './world';

/** What can feed the main needle, and the bearing pointer. */
export const needleSources = ['nav1', 'nav2', 'rnav'] as const;
export type NeedleSource = (typeof needleSources)[number];
export const pointerSources = ['nav1', 'nav2', 'adf', 'rnav'] as const;
export type PointerSource = (typeof pointerSources)[number];
export const audioSources = ['nav1', 'nav2', 'adf'] as const;
export type AudioSource = (typeof audioSources)[number];

export interface NavRadio {
  active_MHz: number;
  standby_MHz: number;
  /** Course selected, 1…360. */
  course_deg: number;
}

/** Everything that is set on the radios; what they then show is the receivers' doing. */
export interface RadioSettings {
  nav1: NavRadio;
  nav2: NavRadio;
  adf: { active_kHz: number; standby_kHz: number };
  /** Waypoints one after the other; a course of one's own stops the sequence at the first of them. */
  rnav: { legs: readonly string[]; course_deg: number | null };
  source: NeedleSource;
  pointer: PointerSource;
  /** Whose ident is being listened to. */
  listening: AudioSource | null;
}

export const MOST_LEGS = 6;

/** Radios as they are found: on nothing that is in use. */
export const strangeRadios: RadioSettings = {
  nav1: { active_MHz: 117.5, standby_MHz: 108.0, course_deg: 360 },
  nav2: { active_MHz: 109.0, standby_MHz: 108.0, course_deg: 360 },
  adf: { active_kHz: 200, standby_kHz: 250 },
  rnav: { legs: [], course_deg: null },
  source: 'rnav',
  pointer: 'adf',
  listening: null
};

const three = (angle: number) => String(Math.round(angle)).padStart(3, '0');
const mhz = (frequency: number) => frequency.toFixed(2);

/** Settings as one line of text, as they are kept with a flight. Inverse of `radioSettingsFrom`. */
export function radioText(radios: RadioSettings): string {
  const nav = ({ active_MHz, standby_MHz, course_deg }: NavRadio) =>
    `${mhz(active_MHz)}/${mhz(standby_MHz)}@${three(course_deg)}`;
  const course = radios.rnav.course_deg === null ? '' : `@${three(radios.rnav.course_deg)}`;
  return `nav1 ${nav(radios.nav1)} nav2 ${nav(radios.nav2)} adf ${radios.adf.active_kHz}/${radios.adf.standby_kHz} rnav ${radios.rnav.legs.join(',') || '-'}${course} source ${radios.source} pointer ${radios.pointer} listening ${radios.listening ?? '-'}`;
}

const TEXT =
  /^nav1 ([\d.]+)\/([\d.]+)@(\d+) nav2 ([\d.]+)\/([\d.]+)@(\d+) adf (\d+)\/(\d+) rnav ([A-Z,]+|-)(?:@(\d+))? source (nav1|nav2|rnav) pointer (nav1|nav2|adf|rnav) listening (nav1|nav2|adf|-)$/;

/** Reads settings from their line; null when it is not one. */
export function radioSettingsFrom(text: string): RadioSettings | null {
  const m = TEXT.exec(text);
  if (!m) return null;
  const n = (i: number) => Number(m[i]);
  return {
    nav1: { active_MHz: n(1), standby_MHz: n(2), course_deg: n(3) },
    nav2: { active_MHz: n(4), standby_MHz: n(5), course_deg: n(6) },
    adf: { active_kHz: n(7), standby_kHz: n(8) },
    rnav: { legs: m[9] === '-' ? [] : m[9]!.split(','), course_deg: m[10] === undefined ? null : n(10) },
    source: m[11] as NeedleSource,
    pointer: m[12] as PointerSource,
    listening: m[13] === '-' ? null : (m[13] as AudioSource)
  };
}

/** Why a frequency cannot be tuned, or null. @param unit MHz for the navigation radios, kHz for the ADF */
export function frequencyProblem(frequency: number, unit: 'MHz' | 'kHz'): string | null {
  const [low, high] = unit === 'MHz' ? VHF_BAND_MHZ : NDB_BAND_KHZ;
  if (Number.isFinite(frequency) && frequency >= low && frequency <= high) return null;
  const shown = unit === 'MHz' ? `${mhz(low)} to ${mhz(high)}` : `${low} to ${high}`;
  return `${Number.isFinite(frequency) ? frequency : 'That'} is outside the band: ${shown} ${unit}.`;
}

/** Why waypoints cannot be flown to, or null. */
export function waypointProblem(legs: readonly string[], world: World): string | null {
  if (legs.length > MOST_LEGS) return `At most ${MOST_LEGS} waypoints.`;
  const unknown = legs.find((id) => !namesOf(world).includes(id));
  return unknown === undefined ? null : `There is no ${unknown} in ${world.name}.`;
}

/** Everything in a world that can be flown to. */
export function namesOf(world: World): string[] {
  return [
    ...world.fixes.map((fix) => fix.id),
    ...world.stations.filter((s) => s.kind === 'vor' || s.kind === 'ndb').map((s) => s.id)
  ];
}
