import { redirect, type Handle, type HandleServerError } from '@sveltejs/kit';
import { randomUUID } from 'node:crypto';
import { isReadableText } from '$lib/server/answers';
import { log } from '$lib/server/logging';
import { SESSION_COOKIE, identityOf } from '$lib/server/sessions';

const isStream = (response: Response) => response.headers.get('content-type') === 'text/event-stream';
const isOpen = (path: string) => path === '/sign-in' || path.startsWith('/access/');

export const handle: Handle = async ({ event, resolve }) => {
  // What cannot be kept as text cannot be asked for either.
  const asked = [...event.url.searchParams].flat();
  if (!asked.every(isReadableText)) return new Response('This address cannot be read.\n', { status: 400 });
  const token = event.cookies.get(SESSION_COOKIE);
  event.locals.identity = token ? await identityOf(token) : null;
  event.locals.theme = event.cookies.get('hanza_theme') === 'night' ? 'night' : 'paper';

  if (!event.locals.identity && !isOpen(event.url.pathname)) {
    if (event.url.pathname.startsWith('/api/')) {
      return Response.json(
        { message: 'You are signed out. Sign in again; nothing flown is lost.' },
        { status: 401 }
      );
    }
    redirect(303, `/sign-in?next=${encodeURIComponent(event.url.pathname + event.url.search)}`);
  }
  const response = await resolve(event, {
    // Letters that come after the first picture have it laid out anew.
    preload: ({ type, path }) => type === 'js' || type === 'css' || path.endsWith('.woff2'),
    transformPageChunk: ({ html }) => html.replace('%hanza.theme%', event.locals.theme)
  });
  response.headers.set('x-content-type-options', 'nosniff');
  if (event.url.protocol === 'https:')
    response.headers.set('strict-transport-security', 'max-age=31536000; includeSubDomains');
  response.headers.set('referrer-policy', 'same-origin');
  // What one person saw must not come back for the next one from a cache.
  // What is told as it happens says itself that it is not to be kept, nor compressed.
  if (!event.url.pathname.startsWith('/_app/') && !isStream(response))
    response.headers.set('cache-control', 'private, no-cache');
  return response;
};

export const handleError: HandleServerError = ({ error, event, status, message }) => {
  if (status === 404) return { message };
  const reference = randomUUID().slice(0, 8);
  log.error({ reference, path: event.url.pathname, error }, 'request failed');
  return { message: 'Something failed on the server. Nothing that was saved is lost.', reference };
};
