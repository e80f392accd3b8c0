import { Type } from '@sinclair/typebox';
import { parse } from '$core/measure/validation';
import { answer, bodyOf, idFrom, identityFrom } from '$lib/server/answers';
import { openAttempt } from '$lib/server/attempts';
import { pilots, type PilotKind } from '$lib/server/pilot-kind';
import { teaches } from '$lib/server/identity';
import type { RequestHandler } from './$types';

const Opening = Type.Object(
  {
    lessonId: Type.String({ format: 'uuid', accepted: 'the id of a lesson' }),
    pilot: Type.Unsafe<PilotKind>(
      Type.String({ enum: [...pilots], accepted: `one of ${pilots.join(', ')}` })
    ),
    takenFrom: Type.Optional(
      Type.Union([
        Type.Null(),
        Type.Object(
          {
            attemptId: Type.String({ format: 'uuid', accepted: 'the id of an attempt' }),
            at_s: Type.Number({ minimum: 0, maximum: 36000, accepted: 'a moment of it, s' })
          },
          { additionalProperties: false }
        )
      ])
    )
  },
  { additionalProperties: false }
);

export const PUT: RequestHandler = ({ locals, params, request }) =>
  answer(async () => {
    const identity = identityFrom(locals);
    const { lessonId, pilot, takenFrom = null } = parse(Opening, await bodyOf(request), 'attempt');
    // Who flies is who is signed in: an instructor's own hands are never put down as the student's.
    const flownBy =
      pilot === 'student' && teaches(identity)
        ? 'instructor'
        : pilot === 'instructor' && !teaches(identity)
          ? 'student'
          : pilot;
    return openAttempt(identity, { id: idFrom(params.attempt), lessonId, pilot: flownBy, takenFrom });
  });
