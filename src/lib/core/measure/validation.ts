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

/**
 * Parses a value that enters from outside against its schema.
 * A schema may carry `accepted`, the words that tell a person what the field takes.
 * @throws Rejection naming the first field that does not fit, its value and what is accepted.
 */
export function parse<S extends TSchema>(schema: S, value: unknown, what = 'input'): Static<S> {
  let validate = compiled.get(schema);
  if (!validate) {
    validate = ajv.compile(unpublished(schema) as object);
    compiled.set(schema, validate);
  }
  if (validate(value)) return value as Static<S>;
  throw rejectionOf(validate.errors![0]!, what);
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

function rejectionOf(error: ErrorObject, what: string): Rejection {
  const at = error.instancePath.slice(1).replaceAll('/', '.');
  const missing = error.keyword === 'required' ? String(error.params['missingProperty']) : null;
  const extra = error.keyword === 'additionalProperties' ? String(error.params['additionalProperty']) : null;
  const field = [at, missing ?? extra].filter(Boolean).join('.') || what;
  const schema = error.parentSchema as { accepted?: string } | undefined;
  const accepted = missing
    ? 'it is required'
    : extra
      ? 'there is no such field'
      : (schema?.accepted ?? `it ${error.message ?? 'does not fit'}`);
  return new Rejection(field, missing ? undefined : error.data, accepted);
}
