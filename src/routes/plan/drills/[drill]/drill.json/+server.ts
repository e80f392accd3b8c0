import { error } from '@sveltejs/kit';
import { identityFrom } from '$lib/server/answers';
import { drillOfShelf } from '$lib/server/school-library';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
  const drill = await drillOfShelf(identityFrom(locals), params.drill);
  if (!drill) error(404, 'There is no such drill.');
  return new Response(`${JSON.stringify(drill.file, null, 2)}\n`, {
    headers: { 'content-type': 'application/json; charset=utf-8' }
  });
};
