import { redirect } from '@sveltejs/kit';
import { identityFrom } from '$lib/server/answers';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  identityFrom(locals);
  redirect(303, '/today');
};
