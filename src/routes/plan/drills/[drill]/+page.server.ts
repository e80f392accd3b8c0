import { error, redirect } from '@sveltejs/kit';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { drillInMaking } from '$core/drill/drill-in-making';
import { Rejection } from '$core/measure/rejection';
import { formOf, instructorFrom, refusing } from '$lib/server/answers';
import { drillOfShelf, keepDrill } from '$lib/server/school-library';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const drill = await drillOfShelf(instructorFrom(locals), params.drill);
  if (!drill) error(404, 'There is no such drill.');
  const { file, own, savedAt } = drill;
  // A shipped drill is changed as a copy of one's own.
  const draft = own
    ? file
    : { ...file, id: `${file.id}-own`.slice(0, 40), name: `${file.name}, ours`.slice(0, 60) };
  return {
    draft,
    own,
    savedAt,
    airplanes: aircraftCatalogue.map(({ id, name }) => ({ id, name })),
    making: drillInMaking(draft, aircraftCatalogue[0]!.id)
  };
};

export const actions: Actions = {
  default: async ({ request, locals, params }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      let drill: unknown;
      try {
        drill = JSON.parse(String(form.get('drill') ?? ''));
      } catch {
        throw new Rejection('drill', undefined, 'a drill');
      }
      const over = form.get('over') !== null;
      const { body } = await keepDrill(
        identity,
        drill,
        over ? undefined : String(form.get('since') ?? '') || null
      );
      if (body.id !== params.drill) redirect(303, `/plan/drills/${body.id}`);
      return { saved: true };
    });
  }
};
