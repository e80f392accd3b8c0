import { answer, idFrom, identityFrom } from '$lib/server/answers';
import { finishAttempt } from '$lib/server/attempts';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ locals, params }) =>
  answer(() => finishAttempt(identityFrom(locals), idFrom(params.attempt)));
