import { fail, redirect } from '@sveltejs/kit';
import { DEVICE_COOKIE, signIn } from '$lib/server/sign-in';
import { formOf } from '$lib/server/answers';
import { SESSION_COOKIE } from '$lib/server/sessions';
import type { Actions, PageServerLoad } from './$types';

const DEVICE_DAYS = 180;

/** Where to go on after signing in: a page of this site, whatever was asked for. */
function ownAddress(next: string | null, url: URL): string {
  // The address is read as browsers read it: they drop tabs and turn backslashes before they look for a host.
  const asked = next?.startsWith('/') && URL.canParse(next, url.origin) ? new URL(next, url.origin) : null;
  return asked?.origin === url.origin && !asked.pathname.startsWith('//')
    ? asked.pathname + asked.search
    : '/';
}

export const load: PageServerLoad = ({ locals }) => {
  if (locals.identity) redirect(303, '/');
};

export const actions: Actions = {
  default: async ({ request, cookies, url, getClientAddress }) => {
    const form = await formOf(request);
    const email = String(form.get('email') ?? '').slice(0, 200);
    const password = String(form.get('password') ?? '').slice(0, 500);
    if (!email.includes('@'))
      return fail(400, { email, message: 'Enter the e-mail address you sign in with.' });
    const outcome = await signIn(email, password, {
      address: getClientAddress(),
      device: cookies.get(DEVICE_COOKIE),
      browser: (request.headers.get('user-agent') ?? '').slice(0, 200)
    });
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
    cookies.set(DEVICE_COOKIE, outcome.device, {
      path: '/sign-in',
      httpOnly: true,
      sameSite: 'lax',
      secure: url.protocol === 'https:',
      maxAge: DEVICE_DAYS * 86_400
    });
    redirect(303, ownAddress(url.searchParams.get('next'), url));
  }
};
