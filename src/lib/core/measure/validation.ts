import type { Static, TSchema } from '@sinclair/typebox';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import addFormats from 'ajv-formats';
import { Rejection } from './rejection';

const ajv = new Ajv({ allErrors: false, strict: true, verbose: true, multipleOfPrecision: 6 });
// ajv-formats is CommonJS: under some loaders its function sits one `default` deeper.
const withFormats = (
  typeof addFormats === 'function' ? addFormats : (addFormats as { default: unknown }).default
) as (instance: Ajv) => Ajv;
withFormats(ajv);
ajv.addKeyword('accepted');

const compiled = new WeakMap<TSchema, ValidateFunction>();

function validatorOf(schema: TSchema): ValidateFunction {
  let validate = compiled.get(schema);
  if (!validate) {
    validate = ajv.compile(unpublished(schema) as object);
    compiled.set(schema, validate);
  }
  return validate;
}

/**
 * Parses a value that enters from outside against its schema.
 * A schema may carry `accepted`, the words that tell a person what the field takes. Of several shapes the one is meant whose
 * fixed fields (`does: 'weather'`) the value has: what does not fit is named as it lies there.
 * @throws Rejection naming the first field that does not fit, its value and what is accepted.
 */
export function parse<S extends TSchema>(schema: S, value: unknown, what = 'input'): Static<S> {
  const validate = validatorOf(schema);
  if (validate(value)) return value as Static<S>;
  throw rejectionOf(validate.errors!, '', what);
}

/** A schema may stand inside another one: its published name is left out, for a name may be compiled only once. */
function unpublished(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(unpublished);
  if (typeof schema !== 'object' || schema === null) return schema;
  return Object.fromEntries(
    Object.entries(schema)
      .filter(([key, value]) => key !== '$id' || !String(value).startsWith('https:'))
      .map(([key, value]) => [key, unpublished(value)])
  );
}

/** The first error, or for a choice of shapes that of the shape that is meant. `above`: where the value stands. */
function rejectionOf(errors: readonly ErrorObject[], above: string, what: string): Rejection {
  const outermost = errors.at(-1)!;
  const meant =
    outermost.keyword === 'anyOf' ? shapeMeant(outermost.schema as TSchema[], outermost.data) : null;
  if (meant) {
    const validate = validatorOf(meant);
    validate(outermost.data);
    return rejectionOf(validate.errors!, above + outermost.instancePath, what);
  }
  const toldWhole = 'accepted' in (outermost.parentSchema ?? {});
  const error = toldWhole ? outermost : errors[0]!;
  const at = above + error.instancePath;
  const missing = error.keyword === 'required' ? String(error.params['missingProperty']) : null;
  const extra = error.keyword === 'additionalProperties' ? String(error.params['additionalProperty']) : null;
  const field = [...at.slice(1).split('/'), missing ?? extra].filter(Boolean).join('.') || what;
  const schema = error.parentSchema as { accepted?: string } | undefined;
  const accepted = missing
    ? 'it is required'
    : extra
      ? 'there is no such field'
      : (schema?.accepted ?? `it ${error.message ?? 'does not fit'}`);
  const value = extra ? (error.data as Record<string, unknown>)[extra] : error.data;
  return new Rejection(field, missing ? undefined : value, accepted);
}

/** The one shape whose fixed fields the value has; null where none or several could be meant. */
function shapeMeant(shapes: readonly TSchema[], value: unknown): TSchema | null {
  if (typeof value !== 'object' || value === null) return null;
  const meant = shapes.filter(({ properties }) => {
    const fixed = Object.entries((properties ?? {}) as Record<string, TSchema>).filter(
      ([, field]) => 'const' in field
    );
    return (
      fixed.length > 0 &&
      fixed.every(([name, field]) => field['const'] === (value as Record<string, unknown>)[name])
    );
  });
  return meant.length === 1 ? meant[0]! : null;
}
