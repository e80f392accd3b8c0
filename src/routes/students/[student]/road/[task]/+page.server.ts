import { error } from '@sveltejs/kit';
import { idFrom, identityFrom, isReadableText, unlessBusy } from '$lib/server/answers';
import { taskHistory } from '$lib/server/road/task-history';
import { studentById } from '$lib/server/students';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const identity = identityFrom(locals);
  const student = await studentById(identity, idFrom(params.student));
  if (!student || !isReadableText(params.task)) error(404, 'There is no such page.');
  const task = await unlessBusy(() => taskHistory(identity, student.id, params.task));
  if (!task) error(404, 'Nothing of this has been flown to its end yet.');
  return { student, chosen: student, task };
};
