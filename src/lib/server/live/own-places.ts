import type { OwnPlace } from '../../core/drill/own-place';
import { Conflict } from '../conflict';
import { as } from '../database';
import type { Identity } from '../identity';

export type KeptPlace = OwnPlace & { id: string };

const MOST = 60;

/** The places this school keeps in a practice area, by name. */
export async function ownPlacesIn(identity: Identity, area: string): Promise<KeptPlace[]> {
  return as(identity, async (db) => {
    const rows = await db('school_place')
      .select<{ id: string; name: string; body: Omit<OwnPlace, 'name'> }[]>('id', 'name', 'body')
      .where({ area })
      .orderBy('name')
      .limit(MOST);
    return rows.map(({ id, name, body }) => ({ id, name, ...body }));
  });
}

/**
 * Keeps a place; keeping the same one again changes nothing.
 * @throws Conflict where its name or id is another's, or the area has as many as it may
 */
export async function keepOwnPlace(
  identity: Identity,
  { id, area, place: { name, ...body } }: { id: string; area: string; place: OwnPlace }
): Promise<void> {
  await as(identity, async (db) => {
    const { count } = (await db('school_place').where({ area }).count().first()) as { count: string };
    if (Number(count) >= MOST) throw new Conflict(`an area has at most ${MOST} places; put one away first`);
    await db('school_place')
      .insert({
        id,
        school_id: identity.schoolId,
        area,
        name,
        body: JSON.stringify(body),
        kept_by: identity.accountId
      })
      .onConflict()
      .ignore();
    const kept = await db('school_place').select('name', 'area').where({ id }).first();
    if (kept?.name !== name || kept.area !== area)
      throw new Conflict(`there is a place “${name}” already; give it another name`);
  });
}

/** Puts a place away; one that is not there is away. */
export async function putOwnPlaceAway(identity: Identity, id: string): Promise<void> {
  await as(identity, (db) => db('school_place').where({ id }).delete());
}
