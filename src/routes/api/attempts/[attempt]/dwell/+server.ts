import { parse } from '$core/measure/validation';
import { Rejection } from '$core/measure/rejection';
import { DwellLog } from '$core/scan/dwell-log';
import { answer, bodyOf, idFrom, identityFrom } from '$lib/server/answers';
import { debriefOf } from '$lib/server/debrief';
import { addDwellLog } from '$lib/server/dwell-logs';
import type { RequestHandler } from './$types';

/** Keeps a dwell log beside a flight: from an eye tracker's file, or tapped by an instructor. */
export const POST: RequestHandler = ({ locals, params, request }) =>
  answer(async () => {
    const identity = identityFrom(locals);
    const attemptId = idFrom(params.attempt);
    const log = parse(DwellLog, await bodyOf(request));
    const debrief = await debriefOf(identity, attemptId);
    if (!debrief)
      throw new Rejection('attempt', attemptId, 'a finished attempt of yours or of your students');
    await addDwellLog(identity, { studentId: debrief.lesson.studentId, attemptId }, log);
  });
