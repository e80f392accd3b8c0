import { Type, type Static } from '@sinclair/typebox';
import { oneOf } from '../measure/one-of';

/** The quantities a corridor can be laid around; each is a channel of a recorded flight. */
export const corridorChannels = [
  'altitude_ft',
  'ias_kt',
  'verticalSpeed_fpm',
  'heading_deg',
  'bank_deg',
  'turnRate_degps',
  'courseShare',
  'arcError_nm',
  'pathShare'
] as const;
export type CorridorChannel = (typeof corridorChannels)[number];

/** What is asked for where it changes along the way: a glide path, or the steps of a descent. */
export const Profile = Type.Object({
  /** By the distance along the phase's course (− before its fix), or from its fix. */
  along: oneOf(['along_nm', 'fixDistance_nm']),
  /** What is asked for where, by rising distance; before the first and after the last it stays as it is there. */
  points: Type.Array(Type.Object({ at_nm: Type.Number(), value: Type.Number() }), { minItems: 1 }),
  /** path: straight from point to point; steps: each value from its point to the next. */
  between: oneOf(['path', 'steps'])
});
export type Profile = Static<typeof Profile>;

const Allowed = Type.Union([Type.Number({ minimum: 0 }), Type.Null()]);

/**
 * A corridor: what is to be held, and how far on either side still counts as held (the channel's own unit). A side without limit
 * is null: without one above it is a floor, without one below a ceiling.
 */
export const Corridor = Type.Object({
  channel: oneOf(corridorChannels),
  target: Type.Union([Type.Number(), Profile]),
  /** Allowed above (or right of, or outside) the target, ≥ 0. */
  above: Allowed,
  /** Allowed below (or left of, or inside) the target, ≥ 0. */
  below: Allowed
});
export type Corridor = Static<typeof Corridor>;

/** What a profile asks for so far along, NM. */
export function profileAt({ points, between }: Profile, at_nm: number): number {
  const next = points.findIndex((point) => point.at_nm > at_nm);
  if (next === 0) return points[0]!.value;
  const last = points.at(next < 0 ? -1 : next - 1)!;
  if (next < 0 || between === 'steps') return last.value;
  const to = points[next]!;
  return last.value + ((to.value - last.value) * (at_nm - last.at_nm)) / (to.at_nm - last.at_nm);
}

/** What a corridor asks for as it begins: its own figure, or its profile's first. */
export function firstTarget({ target }: Corridor): number {
  return typeof target === 'number' ? target : target.points[0]!.value;
}

/** The smaller of the two sides that have a limit; a corridor without any allows everything. */
export function narrowSide({ above, below }: Corridor): number {
  return Math.min(above ?? Infinity, below ?? Infinity);
}

/** Whether a corridor forbids one side only, and asks for nothing to be held. */
export function isOneSided({ above, below }: Corridor): boolean {
  return above === null || below === null;
}
