import { answer, idFrom, instructorFrom } from '$lib/server/answers';
import { putOwnPlaceAway } from '$lib/server/live/own-places';
import type { RequestHandler } from './$types';

export const DELETE: RequestHandler = ({ locals, params }) =>
  answer(async () => putOwnPlaceAway(instructorFrom(locals), idFrom(params.place)));
