import { Type, type Static } from '@sinclair/typebox';
import { HARDEST_LEVEL } from './question';

/** One answer on its way to the server. */
export const BenchAnswer = Type.Object(
  {
    id: Type.String({ format: 'uuid', accepted: 'a fresh id' }),
    kind: Type.String({ pattern: '^[a-z][a-z-]{0,39}$', accepted: 'a kind of question' }),
    level: Type.Integer({
      minimum: 1,
      maximum: HARDEST_LEVEL,
      accepted: `a level from 1 to ${HARDEST_LEVEL}`
    }),
    right: Type.Boolean(),
    prompt: Type.Boolean(),
    took_s: Type.Number({ minimum: 0, maximum: 600, accepted: 'a number from 0 to 600 s' })
  },
  { $id: 'https://hanza.invalid/schema/bench-answer.json', additionalProperties: false }
);
export type BenchAnswer = Static<typeof BenchAnswer>;
