import { error } from '@sveltejs/kit';
import { idFrom, identityFrom } from '$lib/server/answers';
import { flightBytes } from '$lib/server/debrief';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
  const bytes = await flightBytes(identityFrom(locals), idFrom(params.attempt));
  if (!bytes) error(404, 'There is no such flight.');
  return new Response(bytes as BodyInit, {
    headers: {
      'content-type': 'application/vnd.apache.parquet',
      'content-disposition': `attachment; filename="hanza-flight-${params.attempt.slice(0, 8)}.parquet"`
    }
  });
};
