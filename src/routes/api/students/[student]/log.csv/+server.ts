import { error } from '@sveltejs/kit';
import { logToCsv } from '$core/format/log-csv';
import { idFrom, identityFrom } from '$lib/server/answers';
import { logOf } from '$lib/server/log';
import { studentById } from '$lib/server/students';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params }) => {
  const identity = identityFrom(locals);
  const student = await studentById(identity, idFrom(params.student));
  if (!student) error(404, 'There is no such student.');
  const name = student.name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return new Response(logToCsv(await logOf(identity, student.id)), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="hanza-log-${name}.csv"`
    }
  });
};
