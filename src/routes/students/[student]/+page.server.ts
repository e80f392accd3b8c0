import { error } from '@sveltejs/kit';
import { chooseStudent } from '$lib/chosen-student';
import { instrumentRatingAirplane } from '$core/record/requirement-set';
import { progressToward } from '$core/record/progress';
import { idFrom, identityFrom } from '$lib/server/answers';
import { listAttempts } from '$lib/server/debrief';
import { lessonsOf } from '$lib/server/lessons';
import { logOf } from '$lib/server/log';
import { studentById } from '$lib/server/students';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, cookies, url }) => {
  const identity = identityFrom(locals);
  const student = await studentById(identity, idFrom(params.student));
  if (!student) error(404, 'There is no such student.');
  chooseStudent(cookies, url, student.id);
  const [lessons, attempts, log] = await Promise.all([
    lessonsOf(identity, student.id),
    listAttempts(identity, { studentId: student.id }),
    logOf(identity, student.id)
  ]);
  const today = new Date().toISOString().slice(0, 10);
  return {
    student,
    // The cookie just set is not in the layout's own reading yet.
    chosen: student,
    lessons,
    attempts: attempts.slice(0, 12),
    progress: progressToward(instrumentRatingAirplane, log, today),
    unsigned: log.filter((entry) => entry.kind === 'training' && !entry.signed && !entry.correctedBy).length
  };
};
