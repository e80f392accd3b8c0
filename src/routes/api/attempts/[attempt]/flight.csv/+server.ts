import { error } from '@sveltejs/kit';
import { gunzipSync } from 'node:zlib';
import { flightToCsv } from '$core/format/flight-csv';
import { flightFromParquet } from '$core/format/flight-parquet';
import { idFrom, identityFrom } from '$lib/server/answers';
import { flightBytes } from '$lib/server/debrief';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
  const bytes = await flightBytes(identityFrom(locals), idFrom(params.attempt));
  if (!bytes) error(404, 'There is no such flight.');
  const flight = await flightFromParquet(bytes, (part) => gunzipSync(part));
  return new Response(flightToCsv(flight), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="hanza-flight-${params.attempt.slice(0, 8)}.csv"`
    }
  });
};
