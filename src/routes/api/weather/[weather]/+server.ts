import { answer, idFrom, instructorFrom } from '$lib/server/answers';
import { putOwnWeatherAway } from '$lib/server/live/own-weather';
import type { RequestHandler } from './$types';

export const DELETE: RequestHandler = ({ locals, params }) =>
  answer(async () => putOwnWeatherAway(instructorFrom(locals), idFrom(params.weather)));
