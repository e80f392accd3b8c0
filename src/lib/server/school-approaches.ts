import { approachFrom, mustFit } from '../core/format/approach-file';
import { Rejection } from '../core/measure/rejection';
import type { Approach } from '../core/procedure/approach/approach';
import { approaches } from '../core/procedure/approach/approach-catalogue';
import type { World } from '../core/radio/world';
import { worlds } from '../core/radio/world-catalogue';
import { as } from './database';
import type { Identity } from './identity';
import { keptUnder, put, shelfOf, type Kept } from './school-library';

export function schoolApproaches(identity: Identity): Promise<Kept<Approach>[]> {
  return shelfOf<Approach>(identity, 'school_approach');
}

/** A world by its id, shipped or the school's own; null when there is none. */
export async function worldOfShelf(identity: Identity, id: string): Promise<World | null> {
  return worlds.find((world) => world.id === id) ?? keptUnder<World>(identity, 'school_world', id);
}

const LARGEST_APPROACH = 200_000;

/** @throws Rejection where the approach is too large, does not fit, cannot be in its world, or its id is a shipped one's */
export async function keepApproach(identity: Identity, text: string): Promise<Approach> {
  if (text.length > LARGEST_APPROACH)
    throw new Rejection('approach', text.length, 'an approach of up to 200 kB');
  const approach = approachFrom(text);
  const world = await worldOfShelf(identity, approach.world);
  if (!world)
    throw new Rejection(
      'world',
      approach.world,
      `${worlds.map(({ id }) => id).join(', ')}, or the id of a world of the school’s own`
    );
  mustFit(world, approach);
  if (approaches.some((shipped) => shipped.id === approach.id))
    throw new Rejection('id', approach.id, 'an id no shipped approach has');
  await as(identity, (db) => put(db, identity, 'school_approach', approach.id, approach));
  return approach;
}

/** An approach by its id with its world; null when there is none, or its world has been taken away. */
export async function approachOfShelf(
  identity: Identity,
  id: string
): Promise<{ approach: Approach; world: World; own: boolean } | null> {
  const shipped = approaches.find((approach) => approach.id === id);
  const approach = shipped ?? (await keptUnder<Approach>(identity, 'school_approach', id));
  const world = approach && (await worldOfShelf(identity, approach.world));
  return world ? { approach, world, own: shipped === undefined } : null;
}

/** An approach that can be planned with, as a list names it. */
export interface ApproachName {
  id: string;
  title: string;
  airport: string;
}

/** Every approach a school can plan with: those that ship, and its own. */
export async function approachNames(identity: Identity): Promise<ApproachName[]> {
  const own = (await schoolApproaches(identity)).map(({ body }) => body);
  return [...approaches, ...own].map(({ id, name, airport }) => ({ id, title: name, airport }));
}
