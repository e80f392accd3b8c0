import { error } from '@sveltejs/kit';
import { idFrom, identityFrom } from '$lib/server/answers';
import { dwellLogById } from '$lib/server/dwell-logs';
import { studentById } from '$lib/server/students';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const identity = identityFrom(locals);
  const log = await dwellLogById(identity, idFrom(params.log));
  const student = log && (await studentById(identity, log.studentId));
  if (!log || !student) error(404, 'There is no such dwell log.');
  return { log, student, chosen: student };
};
