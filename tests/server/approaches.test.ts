import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { approachById } from '$core/procedure/approach/approach-catalogue';
import { worldById } from '$core/radio/world-catalogue';
import { approachOfShelf, keepApproach, schoolApproaches } from '../../src/lib/server/school-approaches';
import { keepWorld, setRemoved } from '../../src/lib/server/school-library';
import { newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let school: School;
let other: School;
beforeAll(async () => {
  [school, other] = await Promise.all([newSchool(owner), newSchool(owner)]);
});
afterAll(() => owner.destroy());

const typedIn = (changes: object = {}) =>
  JSON.stringify({ ...approachById('xvlb-ils-24'), id: 'our-ils', name: 'ILS 24, ours', ...changes });

describe('a school’s own approaches', () => {
  test('kept twice is kept once, changed is changed, seen by its people and by nobody else', async () => {
    await keepApproach(school.instructor, typedIn());
    await keepApproach(school.instructor, typedIn({ edition: 'second' }));
    expect((await schoolApproaches(school.student)).map(({ body }) => body.edition)).toEqual(['second']);
    expect(await approachOfShelf(school.student, 'our-ils')).toMatchObject({
      own: true,
      world: { id: 'vesterlund' }
    });
    expect(await schoolApproaches(other.instructor)).toEqual([]);
    expect(await approachOfShelf(other.instructor, 'our-ils')).toBeNull();
    expect(await approachOfShelf(school.student, 'xvlb-ils-24')).toMatchObject({ own: false });
  });

  test('a student keeps none, by the database’s own rules; another school’s is not touched', async () => {
    await expect(keepApproach(school.student, typedIn())).rejects.toThrow(/row-level security/);
    await setRemoved(school.student, 'school_approach', 'our-ils', true);
    await setRemoved(other.instructor, 'school_approach', 'our-ils', true);
    expect(await schoolApproaches(school.instructor)).toHaveLength(1);
    await setRemoved(school.instructor, 'school_approach', 'our-ils', true);
    expect(await schoolApproaches(school.instructor)).toEqual([]);
    await setRemoved(school.instructor, 'school_approach', 'our-ils', false);
    expect(await schoolApproaches(school.instructor)).toHaveLength(1);
  });

  test('it may stand in the school’s own world, under the identifiers of its chart', async () => {
    const world = structuredClone(worldById('vesterlund'));
    world.id = 'our-islands';
    for (const runway of world.runways) if (runway.airport === 'XVLB') runway.airport = 'OWN1';
    for (const station of world.stations)
      if (station.kind === 'localizer') station.runway = station.runway.replace('XVLB', 'OWN1');
    await keepWorld(school.instructor, JSON.stringify(world), null);
    const kept = await keepApproach(
      school.instructor,
      typedIn({ id: 'own1-ils', world: 'our-islands', airport: 'OWN1' })
    );
    expect((await approachOfShelf(school.student, kept.id))?.world.id).toBe('our-islands');
  });

  test('what cannot be is refused at its place, and nothing is kept of it', async () => {
    const refused = (text: string) => keepApproach(school.instructor, text);
    await expect(refused('{')).rejects.toMatchObject({ field: 'file' });
    await expect(refused('[]')).rejects.toMatchObject({ name: 'Rejection' });
    await expect(refused(typedIn({ id: 'xvlb-ils-24' }))).rejects.toMatchObject({ field: 'id' });
    await expect(refused(typedIn({ world: 'moon' }))).rejects.toMatchObject({ field: 'world' });
    await expect(refused(typedIn({ missed: { legs: [] } }))).rejects.toMatchObject({ field: 'missed.legs' });
    await expect(refused(typedIn({ station: 'QQQ' }))).rejects.toMatchObject({ field: 'station' });
    await expect(refused(typedIn({ path: null }))).rejects.toMatchObject({ field: 'minimums.0.kind' });
    const many = Array.from({ length: 500 }, () => approachById('xvlb-ils-24').final[0]);
    await expect(refused(typedIn({ final: many }))).rejects.toMatchObject({ field: 'final' });
    expect((await schoolApproaches(school.instructor)).map(({ body }) => body.id).sort()).toEqual([
      'our-ils',
      'own1-ils'
    ]);
  });
});
