import { Type } from '@sinclair/typebox';
import { FlightChunk } from '$core/flight/recorder';
import { parse } from '$core/measure/validation';
import { answer, bodyOf, idFrom, identityFrom } from '$lib/server/answers';
import { chunksOf, keepChunks } from '$lib/server/attempts';
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

export const GET: RequestHandler = ({ locals, params }) =>
  answer(async () => ({ chunks: await chunksOf(identityFrom(locals), idFrom(params.attempt)) }));
