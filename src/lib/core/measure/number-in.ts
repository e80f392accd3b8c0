import { Type } from '@sinclair/typebox';

/** A schema for a number within bounds, whose refusal names them with their unit. */
export const numberIn = /* @__NO_SIDE_EFFECTS__ */ (unit: string, minimum: number, maximum: number) =>
  Type.Number({ minimum, maximum, accepted: `a number from ${minimum} to ${maximum} ${unit}`.trim() });
