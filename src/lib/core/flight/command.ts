import { Type, type Static } from '@sinclair/typebox';
import { faultKinds } from '../instrument/instrument-fault';
import { oneOf } from '../measure/one-of';

/**
 * What is done to a flight from outside, from its moment on: kept with its events, obeyed again when it is resumed, and judged in
 * its light. The failures of a plan are the first of them.
 */
export const Command = Type.Union([
  Type.Object({ does: Type.Literal('fail'), what: oneOf(faultKinds) }, { additionalProperties: false })
]);
export type Command = Static<typeof Command>;
