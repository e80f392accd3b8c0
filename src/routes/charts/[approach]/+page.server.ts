import { error } from '@sveltejs/kit';
import { approaches } from '$core/procedure/approach/approach-catalogue';
import { identityFrom } from '$lib/server/answers';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  identityFrom(locals);
  if (!approaches.some(({ id }) => id === params.approach)) error(404, 'There is no such approach.');
  return { id: params.approach };
};
