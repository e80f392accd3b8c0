import { redirect } from '@sveltejs/kit';
import { drillCatalogue } from '$core/drill/catalogue/catalogue';
import { Rejection } from '$core/measure/rejection';
import { formOf, instructorFrom, refusing } from '$lib/server/answers';
import { keepDrill, schoolDrills, setRemoved } from '$lib/server/school-library';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
  own: await schoolDrills(instructorFrom(locals)),
  shipped: drillCatalogue
});

export const actions: Actions = {
  import: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      const file = form.get('file');
      const text = file instanceof File && file.size > 0 ? await file.text() : String(form.get('text') ?? '');
      if (text.length > 200_000) throw new Rejection('file', text.length, 'a drill of up to 200 kB');
      let drill: unknown;
      try {
        drill = JSON.parse(text);
      } catch (error) {
        throw new Rejection('file', text.slice(0, 40), `a drill as JSON (${(error as Error).message})`);
      }
      const kept = await keepDrill(identity, drill);
      redirect(303, `/plan/drills/${kept.body.id}`);
    });
  },
  remove: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const removed = form.get('undo') === null;
    await setRemoved(identity, 'school_drill', String(form.get('key')), removed);
    return { removed: removed ? String(form.get('key')) : null };
  }
};
