import { Type } from '@sinclair/typebox';
import { OwnPlace } from '$core/drill/own-place';
import { parse } from '$core/measure/validation';
import { answer, bodyOf, instructorFrom } from '$lib/server/answers';
import { keepOwnPlace } from '$lib/server/live/own-places';
import type { RequestHandler } from './$types';

const Kept = Type.Object(
  {
    id: Type.String({ format: 'uuid', accepted: 'a fresh id' }),
    area: Type.String({ minLength: 1, maxLength: 60, accepted: 'the name of a practice area' }),
    place: OwnPlace
  },
  { additionalProperties: false }
);

export const POST: RequestHandler = ({ locals, request }) =>
  answer(async () => keepOwnPlace(instructorFrom(locals), parse(Kept, await bodyOf(request), 'place')));
