import { error } from '@sveltejs/kit';
import { lessonBrief } from '$core/flight/lesson-brief';
import { formOf, idFrom, identityFrom, refusing } from '$lib/server/answers';
import { lessonById, setWithdrawn } from '$lib/server/lessons';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const lesson = await lessonById(identityFrom(locals), idFrom(params.lesson));
  if (!lesson) error(404, 'There is no such lesson.');
  return {
    lesson,
    brief: lessonBrief(lesson.plan),
    chosen: { id: lesson.studentId, name: lesson.studentName }
  };
};

export const actions: Actions = {
  withdraw: async ({ request, locals, params }) => {
    const identity = identityFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      await setWithdrawn(identity, idFrom(params.lesson), form.get('undo') === null);
      return { done: true };
    });
  }
};
