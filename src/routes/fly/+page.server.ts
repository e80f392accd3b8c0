import { identityFrom } from '$lib/server/answers';
import { lessonsOf } from '$lib/server/lessons';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent, depends }) => {
  depends('hanza:lessons');
  const { chosen } = await parent();
  return { lessons: chosen ? await lessonsOf(identityFrom(locals), chosen.id) : [] };
};
