import { Type, type Static } from '@sinclair/typebox';
import { numberIn } from '../measure/number-in';
import { oneOf } from '../measure/one-of';

export const markKinds = ['good', 'late', 'chased', 'step', 'scan', 'words'] as const;
export type MarkKind = (typeof markKinds)[number];

/** What an instructor means by a mark, in words; a mark of own words says itself. */
export const markNames: Record<MarkKind, string> = {
  good: 'Good',
  late: 'Late',
  chased: 'Chased',
  step: 'Step missed',
  scan: 'Look at the scan',
  words: ''
};

/** What an instructor marked of a flight, at one touch, and when in it. */
export const FlightMark = Type.Object(
  {
    id: Type.String({ format: 'uuid', accepted: 'a fresh id' }),
    at_s: numberIn('s', 0, 21_600),
    kind: oneOf(markKinds),
    words: Type.String({ maxLength: 300, accepted: 'up to 300 letters' })
  },
  { additionalProperties: false }
);
export type FlightMark = Static<typeof FlightMark>;
