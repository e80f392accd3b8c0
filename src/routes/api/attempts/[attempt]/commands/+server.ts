import { Type } from '@sinclair/typebox';
import { Command } from '$core/flight/command';
import { parse } from '$core/measure/validation';
import { answer, bodyOf, idFrom, instructorFrom } from '$lib/server/answers';
import { giveCommand } from '$lib/server/live/commands';
import type { RequestHandler } from './$types';

const Given = Type.Object(
  { id: Type.String({ format: 'uuid', accepted: 'a fresh id' }), command: Command },
  { additionalProperties: false }
);

export const POST: RequestHandler = ({ locals, params, request }) =>
  answer(async () =>
    giveCommand(
      instructorFrom(locals),
      idFrom(params.attempt),
      parse(Given, await bodyOf(request), 'command')
    )
  );
