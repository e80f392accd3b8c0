import { Type, type Static } from '@sinclair/typebox';
import { oneOf } from '../measure/one-of';
import { NDB_BAND_KHZ, VHF_BAND_MHZ, type World } from './world';

/** What can feed the main needle, and the bearing pointer. */
export const needleSources = ['nav1', 'nav2', 'rnav'] as const;
export type NeedleSource = (typeof needleSources)[number];
export const pointerSources = ['nav1', 'nav2', 'adf', 'rnav'] as const;
export type PointerSource = (typeof pointerSources)[number];
export const audioSources = ['nav1', 'nav2', 'adf'] as const;
export type AudioSource = (typeof audioSources)[number];

const MHz = Type.Number({ minimum: 0, maximum: 200 });
const kHz = Type.Number({ minimum: 0, maximum: 2000 });
const course = Type.Number({ minimum: 0, maximum: 360 });

export const NavRadio = Type.Object(
  {
    active_MHz: MHz,
    standby_MHz: MHz,
    /** Course selected, 1…360. */
    course_deg: course
  },
  { additionalProperties: false }
);
export type NavRadio = Static<typeof NavRadio>;

export const MOST_LEGS = 12;

/** Everything that is set on the radios; what they then show is the receivers' doing. */
export const RadioSettings = Type.Object(
  {
    nav1: NavRadio,
    nav2: NavRadio,
    adf: Type.Object({ active_kHz: kHz, standby_kHz: kHz }, { additionalProperties: false }),
    /** Waypoints one after the other; a course of one's own stops the sequence at the first of them. */
    rnav: Type.Object(
      {
        legs: Type.Array(Type.String({ maxLength: 20 }), { maxItems: MOST_LEGS }),
        course_deg: Type.Union([course, Type.Null()])
      },
      { additionalProperties: false }
    ),
    source: oneOf(needleSources),
    pointer: oneOf(pointerSources),
    /** Whose ident is being listened to. */
    listening: Type.Union([oneOf(audioSources), Type.Null()])
  },
  { additionalProperties: false }
);
export type RadioSettings = Static<typeof RadioSettings>;

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

/** Whether two frequencies are one channel: they lie hundredths of a megahertz apart. */
export function sameChannel(a_MHz: number, b_MHz: number): boolean {
  return Math.abs(a_MHz - b_MHz) < 0.005;
}

const mhz = (frequency: number) => frequency.toFixed(2);

/** Whether two settings are the same. Asked at every step of a flight: no text is made of them. */
export function sameRadios(a: RadioSettings, b: RadioSettings): boolean {
  const sameNav = (one: NavRadio, other: NavRadio) =>
    one.active_MHz === other.active_MHz &&
    one.standby_MHz === other.standby_MHz &&
    one.course_deg === other.course_deg;
  return (
    sameNav(a.nav1, b.nav1) &&
    sameNav(a.nav2, b.nav2) &&
    a.adf.active_kHz === b.adf.active_kHz &&
    a.adf.standby_kHz === b.adf.standby_kHz &&
    a.rnav.course_deg === b.rnav.course_deg &&
    a.rnav.legs.length === b.rnav.legs.length &&
    a.rnav.legs.every((leg, i) => leg === b.rnav.legs[i]) &&
    a.source === b.source &&
    a.pointer === b.pointer &&
    a.listening === b.listening
  );
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
