import { error } from '@sveltejs/kit';
import { idFrom, identityFrom } from '$lib/server/answers';
import { benchAnswersOf } from '$lib/server/bench-answers';
import { openAttempts } from '$lib/server/attempts';
import { lessonShown } from '$core/flight/lesson-shown';
import { lessonById } from '$lib/server/lessons';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const identity = identityFrom(locals);
  const lesson = await lessonById(identity, idFrom(params.lesson));
  if (!lesson) error(404, 'There is no such lesson.');
  return {
    lesson,
    shown: lessonShown(lesson.plan),
    chosen: { id: lesson.studentId, name: lesson.studentName },
    open: await openAttempts(identity, lesson.id),
    bench: await benchAnswersOf(identity, identity.accountId)
  };
};
