import { redirect } from '@sveltejs/kit';
import { identityFrom } from '$lib/server/answers';
import { teaches } from '$lib/server/identity';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const identity = identityFrom(locals);
  redirect(303, teaches(identity) ? '/students' : `/students/${identity.accountId}`);
};
