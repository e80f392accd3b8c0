import { error } from '@sveltejs/kit';
import { idFrom, identityFrom, refusing } from '$lib/server/answers';
import { mockTestById, stopMockTest } from '$lib/server/road/mock-tests';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const test = await mockTestById(identityFrom(locals), idFrom(params.test));
  if (!test) error(404, 'There is no such test, or it is another’s.');
  return { test, chosen: { id: test.studentId, name: test.studentName } };
};

export const actions: Actions = {
  stop: ({ locals, params }) => refusing(() => stopMockTest(identityFrom(locals), idFrom(params.test)))
};
