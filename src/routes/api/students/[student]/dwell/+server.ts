import { parse } from '$core/measure/validation';
import { Rejection } from '$core/measure/rejection';
import { DwellLog } from '$core/scan/dwell-log';
import { answer, bodyOf, idFrom, identityFrom } from '$lib/server/answers';
import { addDwellLog } from '$lib/server/dwell-logs';
import { studentById } from '$lib/server/students';
import type { RequestHandler } from './$types';

/** Keeps a dwell log of a student by itself: eyes watched in a cockpit whose flight is not here. */
export const POST: RequestHandler = ({ locals, params, request }) =>
  answer(async () => {
    const identity = identityFrom(locals);
    const student = await studentById(identity, idFrom(params.student));
    if (!student) throw new Rejection('student', params.student, 'a student of this school');
    await addDwellLog(
      identity,
      { studentId: student.id, attemptId: null },
      parse(DwellLog, await bodyOf(request))
    );
  });
