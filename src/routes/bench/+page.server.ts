import { identityFrom } from '$lib/server/answers';
import { benchAnswersOf } from '$lib/server/bench-answers';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const identity = identityFrom(locals);
  return { answers: await benchAnswersOf(identity, identity.accountId) };
};
