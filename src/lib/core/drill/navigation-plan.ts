import { oneOf } from '../measure/one-of';
import { Type, type Static } from '@sinclair/typebox';
import { RadioError } from '../radio/radio-error';

/** ready: tuned, identified and set; cold: the setting up is the student's. */
export const radioStarts = ['ready', 'cold'] as const;

const Fix = Type.String({ pattern: '^[A-Z]{1,5}$', accepted: 'the name of a station or fix' });

/** What an instructor says of a lesson flown by radio. */
export const NavigationPlan = Type.Object(
  {
    fix: Fix,
    /** Turns of a hold, side of a course reversal, way round an arc (right: clockwise). */
    turn: oneOf(['right', 'left']),
    /** The same for the drill's other fixes, by their ids; left out: as they usually are. */
    others: Type.Optional(
      Type.Record(
        Type.String({ maxLength: 40 }),
        Type.Object({ fix: Fix, turn: oneOf(['right', 'left']) }, { additionalProperties: false }),
        { maxProperties: 6 }
      )
    ),
    radios: oneOf(radioStarts),
    /** What goes wrong with the radios. */
    errors: Type.Array(RadioError, { maxItems: 4 })
  },
  { additionalProperties: false }
);
export type NavigationPlan = Static<typeof NavigationPlan>;
