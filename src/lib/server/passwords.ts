import { hash, verify } from '@node-rs/argon2';

/** argon2id (the library's default variant) with the parameters OWASP's password storage cheat sheet recommends. */
const COST = { memoryCost: 19456, timeCost: 2, parallelism: 1 };

export function hashPassword(password: string): Promise<string> {
  return hash(password, COST);
}

export function passwordMatches(stored: string, password: string): Promise<boolean> {
  return verify(stored, password);
}
