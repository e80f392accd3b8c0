import { error } from '@sveltejs/kit';
import { answer, idFrom, identityFrom } from '$lib/server/answers';
import { flightBytes } from '$lib/server/debrief';
import { heavily } from '$lib/server/heavy/pool';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params }) =>
  answer(async () => {
    const identity = identityFrom(locals);
    const parquet = await flightBytes(identity, idFrom(params.attempt));
    if (!parquet) error(404, 'There is no such flight.');
    return new Response((await heavily(identity, 'csv', { parquet })) as BodyInit, {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="hanza-flight-${params.attempt.slice(0, 8)}.csv"`
      }
    });
  });
