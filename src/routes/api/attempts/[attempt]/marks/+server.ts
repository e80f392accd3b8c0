import { FlightMark } from '$core/flight/flight-mark';
import { parse } from '$core/measure/validation';
import { answer, bodyOf, idFrom, instructorFrom } from '$lib/server/answers';
import { keepMark } from '$lib/server/live/marks';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ locals, params, request }) =>
  answer(async () =>
    keepMark(instructorFrom(locals), idFrom(params.attempt), parse(FlightMark, await bodyOf(request), 'mark'))
  );
