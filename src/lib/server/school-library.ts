import type { Knex } from 'knex';
import { aircraftCatalogue } from '../core/aircraft/catalogue';
import { drillCatalogue } from '../core/drill/catalogue/catalogue';
import { mustEnd } from '../core/drill/drill-check';
import { DrillFile } from '../core/drill/drill-file';
import { lessonOf } from '../core/drill/lesson';
import { keptDrillFile, upgradeDrillFile } from '../core/drill/plan-version';
import { sensiblePlan } from '../core/drill/sensible-plan';
import {
  InheritingProfile,
  resolvedProfile,
  toleranceProfiles,
  type ToleranceProfile
} from '../core/drill/tolerance-profile';
import { trainingAreas } from '../core/earth/training-area';
import { Rejection } from '../core/measure/rejection';
import { parse } from '../core/measure/validation';
import { worldFrom } from '../core/format/world-file';
import type { World } from '../core/radio/world';
import { worlds } from '../core/radio/world-catalogue';
import { Conflict } from './conflict';
import { as } from './database';
import type { Identity } from './identity';

const MOST = 200;

/** Something a school keeps under a key of its own. */
export interface Kept<T> {
  body: T;
  changedBy: string;
  changedAt: string;
}

type Shelf = 'school_drill' | 'school_profile' | 'school_world' | 'school_approach';

/** What stands on a shelf of the school, by key. */
export async function shelfOf<T>(identity: Identity, shelf: Shelf): Promise<Kept<T>[]> {
  return as(identity, async (db) => {
    const rows = await db(`${shelf} as s`)
      .join('account as a', 'a.id', 's.changed_by')
      .select('s.body', 's.changed_at', 'a.name')
      .where('s.school_id', identity.schoolId)
      .whereNull('s.removed_at')
      .orderBy('s.key')
      .limit(MOST);
    return rows.map((row) => ({
      body: row.body,
      changedBy: row.name,
      changedAt: row.changed_at.toISOString()
    }));
  });
}

/** What stands on a shelf of the school under one key; null when nothing does. */
export async function keptUnder<T>(identity: Identity, shelf: Shelf, key: string): Promise<T | null> {
  return as(identity, async (db) => {
    const row = await db(shelf)
      .select('body')
      .where({ school_id: identity.schoolId, key })
      .whereNull('removed_at')
      .first<{ body: T } | undefined>();
    return row?.body ?? null;
  });
}

/** Puts something on a shelf, over what was there under that key. */
export async function put(
  db: Knex.Transaction,
  identity: Identity,
  shelf: Shelf,
  key: string,
  body: unknown
): Promise<void> {
  await db(shelf)
    .insert({
      school_id: identity.schoolId,
      key,
      body: JSON.stringify(body),
      changed_by: identity.accountId
    })
    .onConflict(['school_id', 'key'])
    .merge({
      body: JSON.stringify(body),
      changed_by: identity.accountId,
      changed_at: new Date(),
      removed_at: null
    });
}

/** Takes something off its shelf, or puts it back; lessons planned with it keep it either way. */
export async function setRemoved(
  identity: Identity,
  shelf: Shelf,
  key: string,
  removed: boolean
): Promise<void> {
  await as(identity, (db) =>
    db(shelf)
      .where({ school_id: identity.schoolId, key })
      .update({ removed_at: removed ? new Date() : null, changed_by: identity.accountId })
  );
}

export async function schoolDrills(identity: Identity): Promise<Kept<DrillFile>[]> {
  const kept = await shelfOf<unknown>(identity, 'school_drill');
  return kept.map(({ body, ...about }) => ({ ...about, body: keptDrillFile(body) }));
}

/**
 * Holds a drill against its schema and flies it on paper in the first airplane.
 * @throws Rejection at the place that does not fit
 */
export function checkedDrill(asked: unknown): DrillFile {
  const file = parse(DrillFile, upgradeDrillFile(asked), 'drill');
  const plan = { ...sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!, file.id), ownDrill: file };
  mustEnd(lessonOf(plan).drill, plan.startAltitude_ft);
  return file;
}

/** The address of the drill that is begun from nothing; no drill may have it for its id. */
export const NEW_DRILL = 'new';

/**
 * @param since when what is saved over was saved, as it was opened; null for a drill that is new. Left out, whatever is there is
 *   saved over.
 * @throws Rejection where the drill does not fit, or its id is that of a drill that ships with Hanza
 * @throws Conflict where somebody has saved another under this id since
 */
export async function keepDrill(
  identity: Identity,
  asked: unknown,
  since?: string | null
): Promise<Kept<DrillFile>> {
  const file = checkedDrill(asked);
  if (file.id === NEW_DRILL || drillCatalogue.some((shipped) => shipped.id === file.id))
    throw new Rejection('id', file.id, 'an id no shipped drill has');
  await as(identity, async (db) => {
    const there = await db('school_drill as s')
      .join('account as a', 'a.id', 's.changed_by')
      .select('s.changed_at', 'a.name')
      .where({ 's.school_id': identity.schoolId, 's.key': file.id })
      .whereNull('s.removed_at')
      .forUpdate('s')
      .first<{ changed_at: Date; name: string } | undefined>();
    if (since !== undefined && there && there.changed_at.toISOString() !== since)
      throw new Conflict(
        since === null
          ? `the school has a drill with the id ${file.id} already, from ${there.name}`
          : `${there.name} has saved this drill since you opened it`
      );
    await put(db, identity, 'school_drill', file.id, file);
  });
  return (await schoolDrills(identity)).find(({ body }) => body.id === file.id)!;
}

export function schoolProfiles(identity: Identity): Promise<Kept<InheritingProfile>[]> {
  return shelfOf<InheritingProfile>(identity, 'school_profile');
}

export function schoolWorlds(identity: Identity): Promise<Kept<World>[]> {
  return shelfOf<World>(identity, 'school_world');
}

/** @throws Rejection where the world does not fit, leads nowhere, or its id is a shipped one's */
export async function keepWorld(
  identity: Identity,
  text: string,
  named: { id: string; name: string } | null
): Promise<World> {
  const world = worldFrom(text, named);
  if (worlds.some((shipped) => shipped.id === world.id))
    throw new Rejection('id', world.id, 'an id no shipped world has');
  await as(identity, (db) => put(db, identity, 'school_world', world.id, world));
  return world;
}

/** Every profile a lesson can be planned with: the shipped ones, then the school's with what they inherit filled in. */
export async function usableProfiles(identity: Identity): Promise<ToleranceProfile[]> {
  const own = (await schoolProfiles(identity)).map(({ body }) => body);
  return [...toleranceProfiles, ...own.map((profile) => resolvedProfile(profile, own))];
}

/** @throws Rejection where the profile does not fit, inherits from itself, or its id is a shipped one's */
export async function keepProfile(identity: Identity, asked: unknown): Promise<InheritingProfile> {
  const profile = parse(InheritingProfile, asked, 'profile');
  if (toleranceProfiles.some((shipped) => shipped.id === profile.id))
    throw new Rejection('id', profile.id, 'an id no shipped profile has');
  const others = (await schoolProfiles(identity)).map(({ body }) => body).filter((p) => p.id !== profile.id);
  const all = [...others, profile];
  // One that inherits from this one must still lead somewhere, too.
  for (const each of all) resolvedProfile(each, all);
  await as(identity, (db) => put(db, identity, 'school_profile', profile.id, profile));
  return profile;
}

const blankDrill: DrillFile = {
  id: 'new-drill',
  name: 'New drill',
  family: 'basic',
  purpose: 'What this drill is for, in a sentence.',
  usualFaults: [],
  figures: [],
  covers: [],
  checks: [],
  phases: [{ id: 'phase-1', name: 'Level', for_s: 60 }]
};

/** A drill by its id, shipped or the school's own; null when there is none. */
export async function drillOfShelf(
  identity: Identity,
  id: string
): Promise<{ file: DrillFile; own: boolean; savedAt: string | null } | null> {
  if (id === NEW_DRILL) return { file: blankDrill, own: true, savedAt: null };
  const shipped = drillCatalogue.find((drill) => drill.id === id);
  if (shipped) return { file: shipped, own: false, savedAt: null };
  const own = (await schoolDrills(identity)).find(({ body }) => body.id === id);
  return own ? { file: own.body, own: true, savedAt: own.changedAt } : null;
}
