import { fail, redirect } from '@sveltejs/kit';
import { randomUUID } from 'node:crypto';
import { drillCatalogue } from '$core/drill/catalogue/catalogue';
import { approaches } from '$core/procedure/approach/approach-catalogue';
import { formOf, identityFrom, isId, refusing, unlessBusy } from '$lib/server/answers';
import { teaches } from '$lib/server/identity';
import { planPractice } from '$lib/server/road/practise';
import { todaysRoad } from '$lib/server/road/todays-road';
import { schoolDrills } from '$lib/server/school-library';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const identity = identityFrom(locals);
  if (teaches(identity)) redirect(303, '/plan');
  const road = await unlessBusy(() => todaysRoad(identity, identity.accountId));
  const { least, most } = road.settings;
  return {
    newLessonId: randomUUID(),
    newSeed: 1 + Math.floor(Math.random() * 1_000_000),
    levels: road.levels,
    bounds: { least, most },
    standings: road.standings,
    drills: drillCatalogue.map(({ id, name, purpose, family }) => ({ id, name, purpose, family })),
    ownDrills: (await schoolDrills(identity)).map(({ body: { id, name, purpose } }) => ({
      id,
      name,
      purpose
    })),
    approaches: approaches.map(({ id, name, airport }) => ({
      id: `approach ${id}`,
      name: `${airport} ${name}`
    }))
  };
};

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const identity = identityFrom(locals);
    const form = await formOf(request);
    const text = (name: string) => String(form.get(name) ?? '');
    return refusing(async () => {
      if (teaches(identity))
        return fail(403, { field: 'task', message: 'Own practice is a student’s; plan a lesson instead.' });
      const id = text('id');
      const seed = Number(text('seed'));
      if (!isId(id) || !Number.isInteger(seed) || seed < 1)
        return fail(400, { field: 'id', message: 'This page is too old to plan from. Open it again.' });
      const level = text('level');
      const lesson = await planPractice(identity, {
        id,
        task: text('task'),
        seed,
        easiest: text('evening') !== '',
        withHints: text('with') !== '',
        ...(level ? { level: Number(level) } : {}),
        ...(text('aircraft') ? { aircraft: text('aircraft') } : {})
      });
      redirect(303, `/fly/${lesson}${text('shown') ? '?shown=1' : text('with') ? '?with=1' : ''}`);
    });
  }
};
