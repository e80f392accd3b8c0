import { approachFrom } from '../core/format/approach-file';
import { Rejection } from '../core/measure/rejection';
import type { Approach } from '../core/procedure/approach/approach';
import { approaches } from '../core/procedure/approach/approach-catalogue';
import type { World } from '../core/radio/world';
import { worlds } from '../core/radio/world-catalogue';
import { as } from './database';
import type { Identity } from './identity';
import { put, schoolWorlds, shelfOf, type Kept } from './school-library';

export function schoolApproaches(identity: Identity): Promise<Kept<Approach>[]> {
  return shelfOf<Approach>(identity, 'school_approach');
}

/** Every world an approach may belong to: the shipped ones and the school's own. */
async function everyWorld(identity: Identity): Promise<World[]> {
  return [...worlds, ...(await schoolWorlds(identity)).map(({ body }) => body)];
}

/** @throws Rejection where the approach does not fit, cannot be in its world, or its id is a shipped one's */
export async function keepApproach(identity: Identity, text: string): Promise<Approach> {
  const approach = approachFrom(text, await everyWorld(identity));
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
  const approach = shipped ?? (await schoolApproaches(identity)).find(({ body }) => body.id === id)?.body;
  const world = approach && (await everyWorld(identity)).find((each) => each.id === approach.world);
  return world ? { approach, world, own: shipped === undefined } : null;
}
