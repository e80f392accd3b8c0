import { BenchAnswer } from '$core/bench/bench-answer';
import { parse } from '$core/measure/validation';
import { answer, bodyOf, identityFrom } from '$lib/server/answers';
import { keepBenchAnswer } from '$lib/server/bench-answers';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ locals, request }) =>
  answer(async () => keepBenchAnswer(identityFrom(locals), parse(BenchAnswer, await bodyOf(request))));
