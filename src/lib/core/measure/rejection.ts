/**
 * Input that cannot be used, said so that a person can act on it: which field, what it was, what is accepted.
 * Thrown by the core for broken input; expected domain failures are returned as values instead.
 */
export class Rejection extends Error {
  override readonly name = 'Rejection';

  constructor(
    readonly field: string,
    readonly value: unknown,
    readonly accepted: string
  ) {
    super(`${field}: ${JSON.stringify(value) ?? 'missing'} is not accepted; ${accepted}`);
  }
}
