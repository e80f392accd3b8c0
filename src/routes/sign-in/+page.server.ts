import { fail, redirect } from '@sveltejs/kit';
import { signIn } from '$lib/server/sign-in';
import { SESSION_COOKIE } from '$lib/server/sessions';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  if (locals.identity) redirect(303, '/');
};

export const actions: Actions = {
  default: async ({ request, cookies, url, getClientAddress }) => {
    const form = await request.formData();
    const email = String(form.get('email') ?? '').slice(0, 200);
    const password = String(form.get('password') ?? '').slice(0, 500);
    if (!email.includes('@'))
      return fail(400, { email, message: 'Enter the e-mail address you sign in with.' });
    const outcome = await signIn(email, password, getClientAddress());
    if (outcome.kind === 'refused') {
      return fail(400, { email, message: 'This e-mail and password do not go together.' });
    }
    if (outcome.kind === 'too many') {
      return fail(429, {
        email,
        message: `Too many tries. Try again in ${Math.ceil(outcome.retryAfter_s / 60)} min.`
      });
    }
    cookies.set(SESSION_COOKIE, outcome.token, {
      path: '/',
      httpOnly: true,
      sameSite: 'lax',
      secure: url.protocol === 'https:',
      expires: outcome.expires
    });
    const next = url.searchParams.get('next') ?? '/';
    redirect(303, next.startsWith('/') && !next.startsWith('//') && !next.includes('\\') ? next : '/');
  }
};
