import { Type } from '@sinclair/typebox';
import { OwnWeather } from '$core/flight/own-weather';
import { parse } from '$core/measure/validation';
import { answer, bodyOf, instructorFrom } from '$lib/server/answers';
import { keepOwnWeather } from '$lib/server/live/own-weather';
import type { RequestHandler } from './$types';

const Kept = Type.Object(
  { id: Type.String({ format: 'uuid', accepted: 'a fresh id' }), weather: OwnWeather },
  { additionalProperties: false }
);

export const POST: RequestHandler = ({ locals, request }) =>
  answer(async () => keepOwnWeather(instructorFrom(locals), parse(Kept, await bodyOf(request), 'weather')));
