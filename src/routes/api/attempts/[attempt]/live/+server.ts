import { LivePiece } from '$core/flight/live-piece';
import { parse } from '$core/measure/validation';
import { answer, bodyOf, idFrom, identityFrom } from '$lib/server/answers';
import { flightStream } from '$lib/server/live/flight-stream';
import { passOn } from '$lib/server/live/live-pieces';
import type { RequestHandler } from './$types';

/** What happens in a flight, as it happens. */
export const GET: RequestHandler = ({ locals, params }) =>
  answer(() => flightStream(identityFrom(locals), idFrom(params.attempt)));

/** The newest of it, from who flies. */
export const POST: RequestHandler = ({ locals, params, request }) =>
  answer(async () =>
    passOn(identityFrom(locals), idFrom(params.attempt), parse(LivePiece, await bodyOf(request), 'piece'))
  );
