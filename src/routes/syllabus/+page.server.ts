import { fail } from '@sveltejs/kit';
import { formOf, identityFrom, instructorFrom, isId, refusing } from '$lib/server/answers';
import { drillNames } from '$lib/server/drill-names';
import { keepSyllabus, syllabuses } from '$lib/server/road/syllabuses';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const identity = identityFrom(locals);
  const [all, names] = await Promise.all([syllabuses(identity), drillNames(identity)]);
  return { syllabuses: all, names };
};

export const actions: Actions = {
  keep: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const id = String(form.get('id') ?? '');
    if (!isId(id))
      return fail(400, { field: 'id', message: 'This page is too old to keep from. Open it again.' });
    const file = form.get('file');
    const text =
      file instanceof File && file.size > 0 ? await file.text() : String(form.get('syllabus') ?? '');
    return refusing(async () => {
      const { id: kept, body, version } = await keepSyllabus(identity, id, text);
      return { kept, name: body.name, version };
    });
  }
};
