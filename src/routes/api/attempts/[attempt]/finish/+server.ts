import { answer, idFrom, identityFrom } from '$lib/server/answers';
import { finishAttempt } from '$lib/server/finish-attempt';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ locals, params }) =>
  answer(() => finishAttempt(identityFrom(locals), idFrom(params.attempt)));
