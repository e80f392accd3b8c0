import { formOf, idFrom, identityFrom, refusing } from '$lib/server/answers';
import { studentNames } from '$lib/server/students';
import { teaches } from '$lib/server/identity';
import { discardAttempt, unfinishedAttempts } from '$lib/server/attempts';
import { lessonsOf } from '$lib/server/lessons';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent, depends }) => {
  depends('hanza:lessons');
  const { chosen } = await parent();
  const identity = identityFrom(locals);
  return {
    lessons: chosen ? await lessonsOf(identity, chosen.id) : [],
    unfinished: chosen ? await unfinishedAttempts(identity, chosen.id) : [],
    students: !chosen && teaches(identity) ? await studentNames(identity) : []
  };
};

export const actions: Actions = {
  discard: async ({ request, locals }) => {
    const identity = identityFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      await discardAttempt(identity, idFrom(String(form.get('attempt'))));
      return { discarded: true };
    });
  }
};
