import { Rejection } from '$core/measure/rejection';
import { answer, idFrom, instructorFrom } from '$lib/server/answers';
import { chunksSeen } from '$lib/server/flight-chunks';
import type { RequestHandler } from './$types';

/** Pieces of a flight in the air, from a number on. */
export const GET: RequestHandler = ({ locals, params, url }) =>
  answer(async () => {
    const from = Number(url.searchParams.get('from') ?? 0);
    if (!Number.isInteger(from) || from < 0 || from > 1e6)
      throw new Rejection('from', url.searchParams.get('from'), 'the number of a piece, from 0');
    return { chunks: await chunksSeen(instructorFrom(locals), idFrom(params.attempt), from) };
  });
