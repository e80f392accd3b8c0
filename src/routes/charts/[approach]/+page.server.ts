import { error } from '@sveltejs/kit';
import { identityFrom } from '$lib/server/answers';
import { approachOfShelf } from '$lib/server/school-approaches';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const found = await approachOfShelf(identityFrom(locals), params.approach);
  if (!found) error(404, 'There is no such approach.');
  return found;
};
