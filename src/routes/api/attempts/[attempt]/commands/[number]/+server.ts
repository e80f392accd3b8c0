import { Type } from '@sinclair/typebox';
import { numberIn } from '$core/measure/number-in';
import { oneOf } from '$core/measure/one-of';
import { Rejection } from '$core/measure/rejection';
import { parse } from '$core/measure/validation';
import { answer, bodyOf, idFrom, identityFrom } from '$lib/server/answers';
import { answerCommand, outcomes } from '$lib/server/live/commands';
import type { RequestHandler } from './$types';

const Answered = Type.Object(
  { outcome: oneOf(outcomes), at_s: numberIn('s', 0, 21_600) },
  { additionalProperties: false }
);

export const PUT: RequestHandler = ({ locals, params, request }) =>
  answer(async () => {
    const identity = identityFrom(locals);
    if (!/^\d{1,3}$/.test(params.number))
      throw new Rejection('number', params.number, 'the number of a command');
    await answerCommand(
      identity,
      idFrom(params.attempt),
      Number(params.number),
      parse(Answered, await bodyOf(request), 'outcome')
    );
  });
