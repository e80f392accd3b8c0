import { hash, verify } from '@node-rs/argon2';
import { Rejection } from '../core/measure/rejection';

/** argon2id (the library's default variant) with the parameters OWASP's password storage cheat sheet recommends. */
const COST = { memoryCost: 19456, timeCost: 2, parallelism: 1 };

const SHORTEST = 10;
const LONGEST = 200;
const FEWEST_DIFFERENT = 5;

export function hashPassword(password: string): Promise<string> {
  return hash(password, COST);
}

export function passwordMatches(stored: string, password: string): Promise<boolean> {
  return verify(stored, password);
}

/**
 * A password somebody wants to use from now on.
 * @throws Rejection when it is too short, or made of a few letters over and over
 */
export function checkedPassword(password: string): string {
  const long = password.length >= SHORTEST && password.length <= LONGEST;
  if (!long || new Set(password.toLowerCase()).size < FEWEST_DIFFERENT || /^(.{1,4})\1+$/.test(password))
    throw new Rejection(
      'password',
      '…',
      `at least ${SHORTEST} characters, not the same few over and over; several words are easy to remember`
    );
  return password;
}
