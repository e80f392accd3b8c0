import { Type } from '@sinclair/typebox';

/** A schema for one of a few words, whose refusal names them all. */
export const oneOf = <const T extends string>(values: readonly T[]) =>
  Type.Unsafe<T>(Type.String({ enum: [...values], accepted: `one of ${values.join(', ')}` }));
