import { redirect } from '@sveltejs/kit';
import { formOf } from '$lib/server/answers';
import { SESSION_COOKIE, closeAllSessions, closeSession } from '$lib/server/sessions';
import type { Actions } from './$types';

export const actions: Actions = {
  default: async ({ request, cookies }) => {
    const token = cookies.get(SESSION_COOKIE);
    const everywhere = (await formOf(request)).has('everywhere');
    if (token) await (everywhere ? closeAllSessions(token) : closeSession(token));
    cookies.delete(SESSION_COOKIE, { path: '/' });
    redirect(303, '/sign-in');
  }
};
