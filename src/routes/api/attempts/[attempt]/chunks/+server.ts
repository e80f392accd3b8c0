import { Type } from '@sinclair/typebox';
import { FlightChunk } from '$core/flight/recorder';
import { Rejection } from '$core/measure/rejection';
import { parse } from '$core/measure/validation';
import { answer, bodyOf, idFrom, identityFrom } from '$lib/server/answers';
import { chunksOf, keepChunks } from '$lib/server/flight-chunks';
import { chunksUntil } from '$lib/server/flight-states';
import type { RequestHandler } from './$types';

const Delivery = Type.Object(
  { chunks: Type.Array(FlightChunk, { minItems: 1, maxItems: 40 }) },
  { additionalProperties: false }
);

export const POST: RequestHandler = ({ locals, params, request }) =>
  answer(async () => {
    const identity = identityFrom(locals);
    const { chunks } = parse(Delivery, await bodyOf(request), 'chunks');
    return { kept: await keepChunks(identity, idFrom(params.attempt), chunks) };
  });

/** All of an unfinished attempt, or with `?until=seconds` a finished one up to its last stored state by then. */
export const GET: RequestHandler = ({ locals, params, url }) =>
  answer(async () => {
    const identity = identityFrom(locals);
    const attempt = idFrom(params.attempt);
    const until = url.searchParams.get('until');
    if (until === null) return { chunks: await chunksOf(identity, attempt) };
    const until_s = Number(until);
    if (!(until_s >= 0)) throw new Rejection('until', until, 'a moment of the flight, s');
    const chunks = await chunksUntil(identity, attempt, until_s);
    if (!chunks)
      throw new Rejection('until', until, 'a moment from 2 s on, of a flight whose states were kept');
    return { chunks };
  });
