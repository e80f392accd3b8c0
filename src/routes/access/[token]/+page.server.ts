import { redirect } from '@sveltejs/kit';
import { formOf, refusing } from '$lib/server/answers';
import { accountOfLink, useAccessLink } from '$lib/server/people';
import { SESSION_COOKIE, openSession } from '$lib/server/sessions';
import type { Actions, PageServerLoad } from './$types';

/** A link's secret is 32 letters; longer ones are not looked up. */
const LONGEST_TOKEN = 64;

export const load: PageServerLoad = async ({ params }) => ({
  account: params.token.length <= LONGEST_TOKEN ? await accountOfLink(params.token) : null
});

export const actions: Actions = {
  default: async ({ request, params, cookies, url }) => {
    const form = await formOf(request);
    return refusing(async () => {
      const accountId =
        params.token.length <= LONGEST_TOKEN
          ? await useAccessLink(params.token, String(form.get('password') ?? '').slice(0, 500))
          : null;
      if (!accountId) return { expired: true };
      const session = await openSession(accountId, (request.headers.get('user-agent') ?? '').slice(0, 200));
      cookies.set(SESSION_COOKIE, session.token, {
        path: '/',
        httpOnly: true,
        sameSite: 'lax',
        secure: url.protocol === 'https:',
        expires: session.expires
      });
      redirect(303, '/');
    });
  }
};
