import { redirect, type RequestEvent } from '@sveltejs/kit';
import { formOf, instructorFrom, refusing } from './answers';
import { keepApproach } from './school-approaches';

/** Keeps what an instructor has typed in, and goes on to its card. */
export async function keepTypedApproach({ request, locals }: Pick<RequestEvent, 'request' | 'locals'>) {
  const identity = instructorFrom(locals);
  const form = await formOf(request);
  return refusing(async () => {
    const kept = await keepApproach(identity, String(form.get('approach') ?? ''));
    redirect(303, `/charts/${kept.id}`);
  });
}
