import { verdicts } from '$core/finding/verdict';
import { identityFrom } from '$lib/server/answers';
import { askedOrder } from '$lib/server/asked-order';
import { drillNames } from '$lib/server/drill-names';
import { ATTEMPTS_PER_PAGE, VERDICTS_LOOKED_AT, attemptOrders, listAttempts } from '$lib/server/attempt-list';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent, url }) => {
  const { chosen } = await parent();
  const everyone = !chosen;
  const names = await drillNames(identityFrom(locals));
  const asked = askedOrder(url, everyone ? ['flown'] : attemptOrders, { sort: 'flown', descending: true });
  const drill = Object.keys(names).find((id) => id === url.searchParams.get('drill')) ?? null;
  const verdict = verdicts.find((each) => each === url.searchParams.get('verdict')) ?? null;
  const attempts = await listAttempts(identityFrom(locals), {
    studentId: everyone ? null : chosen.id,
    drill,
    verdict,
    ...asked
  });
  return {
    names,
    attempts,
    everyone,
    asked,
    drill,
    verdict,
    lookedAt: everyone && verdict ? VERDICTS_LOOKED_AT : null,
    more: attempts.length === ATTEMPTS_PER_PAGE
  };
};
