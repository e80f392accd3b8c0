import { redirect, type RequestEvent } from '@sveltejs/kit';
import { Rejection } from '../core/measure/rejection';
import { formOf, instructorFrom, refusing } from './answers';
import { keepApproach } from './school-approaches';

const LARGEST_APPROACH = 200_000;

/** Keeps what an instructor has typed in, and goes on to its card. */
export async function keepTypedApproach({ request, locals }: Pick<RequestEvent, 'request' | 'locals'>) {
  const identity = instructorFrom(locals);
  const form = await formOf(request);
  return refusing(async () => {
    const text = String(form.get('approach') ?? '');
    if (text.length > LARGEST_APPROACH)
      throw new Rejection('approach', text.length, 'an approach of up to 200 kB');
    const kept = await keepApproach(identity, text);
    redirect(303, `/charts/${kept.id}`);
  });
}
