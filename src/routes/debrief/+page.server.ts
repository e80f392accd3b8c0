import { identityFrom } from '$lib/server/answers';
import { drillNames } from '$lib/server/school-library';
import { ATTEMPTS_PER_PAGE, listAttempts } from '$lib/server/debrief';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent, url }) => {
  const { chosen } = await parent();
  const everyone = !chosen;
  const page = Math.max(1, Math.min(1000, Math.floor(Number(url.searchParams.get('page') ?? 1)) || 1));
  const attempts = await listAttempts(identityFrom(locals), { studentId: everyone ? null : chosen.id, page });
  return {
    names: await drillNames(identityFrom(locals)),
    attempts,
    everyone,
    page,
    more: attempts.length === ATTEMPTS_PER_PAGE
  };
};
