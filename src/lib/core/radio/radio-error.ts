import { oneOf } from '../measure/one-of';
import { Type, type Static } from '@sinclair/typebox';

/** What an instructor can make go wrong with the radios, and from when. */
export const radioErrorKinds = ['off the air', 'wrong ident', 'stuck needle'] as const;

export const RadioError = Type.Object(
  {
    kind: oneOf(radioErrorKinds),
    /** The station it happens to; a stuck needle sticks whatever it is tuned to. */
    station: Type.String({ maxLength: 5 }),
    at_s: Type.Number({ minimum: 0, maximum: 7200, accepted: 'a number from 0 to 7200 s' })
  },
  { additionalProperties: false }
);
export type RadioError = Static<typeof RadioError>;
