import type { OwnWeather } from '../../core/flight/own-weather';
import { Conflict } from '../conflict';
import { as } from '../database';
import type { Identity } from '../identity';

export type KeptWeather = OwnWeather & { id: string };

const MOST = 30;

/** The weather this school keeps, by name. */
export async function ownWeather(identity: Identity): Promise<KeptWeather[]> {
  return as(identity, async (db) => {
    const rows = await db('school_weather')
      .select<{ id: string; name: string; body: Omit<OwnWeather, 'name'> }[]>('id', 'name', 'body')
      .orderBy('name')
      .limit(MOST);
    return rows.map(({ id, name, body }) => ({ id, name, ...body }));
  });
}

/**
 * Keeps weather; keeping the same again changes nothing.
 * @throws Conflict where its name or id is another's, or the school has as many as it may
 */
export async function keepOwnWeather(
  identity: Identity,
  { id, weather: { name, ...body } }: { id: string; weather: OwnWeather }
): Promise<void> {
  await as(identity, async (db) => {
    const there = await db('school_weather').select('id').limit(MOST);
    if (there.length >= MOST && !there.some((row) => row.id === id))
      throw new Conflict(`a school keeps at most ${MOST} weathers; put one away first`);
    await db('school_weather')
      .insert({
        id,
        school_id: identity.schoolId,
        name,
        body: JSON.stringify(body),
        kept_by: identity.accountId
      })
      .onConflict()
      .ignore();
    const kept = await db('school_weather').select('name').where({ id }).first();
    if (kept?.name !== name) throw new Conflict(`there is a weather “${name}” already; give it another name`);
  });
}

/** Puts weather away; what is not there is away. */
export async function putOwnWeatherAway(identity: Identity, id: string): Promise<void> {
  await as(identity, (db) => db('school_weather').where({ id }).delete());
}
