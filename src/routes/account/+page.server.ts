import { error } from '@sveltejs/kit';
import { formOf, idFrom, identityFrom, refusing } from '$lib/server/answers';
import { SESSION_COOKIE, changePassword, endSession, sessionsOf } from '$lib/server/sessions';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, cookies }) => {
  const { email } = identityFrom(locals);
  return { email, sessions: await sessionsOf(cookies.get(SESSION_COOKIE) ?? '') };
};

export const actions: Actions = {
  password: async ({ request, locals, cookies }) => {
    identityFrom(locals);
    const form = await formOf(request);
    const text = (name: string) => String(form.get(name) ?? '').slice(0, 500);
    return refusing(async () => {
      await changePassword(cookies.get(SESSION_COOKIE) ?? '', text('present'), text('password'));
      return { done: 'password' };
    });
  },
  end: async ({ request, locals, cookies }) => {
    identityFrom(locals);
    const token = cookies.get(SESSION_COOKIE);
    if (!token) error(401, 'You are signed out.');
    const form = await formOf(request);
    await endSession(token, idFrom(String(form.get('session'))));
    return { done: 'end' };
  }
};
