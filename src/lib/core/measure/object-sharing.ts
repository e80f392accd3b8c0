import { Type, type ObjectOptions, type TProperties } from '@sinclair/typebox';

/** A schema of an object whose fields are partly those of others like it; no more fields are accepted. */
export const objectSharing = /* @__NO_SIDE_EFFECTS__ */ <A extends TProperties, B extends TProperties>(
  shared: A,
  own: B,
  options: ObjectOptions = {}
) => Type.Object({ ...shared, ...own }, { additionalProperties: false, ...options });
