import { createHash } from 'node:crypto';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { database } from './database';
import { hashPassword, passwordMatches } from './passwords';
import { openSession } from './sessions';

const FAILURES_PER_PERSON = 8;
const FAILURES_PER_ADDRESS = 40;
const WINDOW_S = 15 * 60;

type Outcome =
  | { kind: 'signed in'; token: string; expires: Date }
  | { kind: 'refused' }
  | { kind: 'too many'; retryAfter_s: number };

const limiters = new Map<string, RateLimiterPostgres>();

/** Counters are rows in the database: a restart does not forgive them, and several servers share them. */
function limiter(keyPrefix: string, points: number): RateLimiterPostgres {
  let made = limiters.get(keyPrefix);
  if (!made) {
    made = new RateLimiterPostgres({
      storeClient: database(),
      storeType: 'knex',
      tableName: 'sign_in_attempt',
      tableCreated: true,
      clearExpiredByTimeout: false,
      keyPrefix,
      points,
      duration: WINDOW_S
    });
    limiters.set(keyPrefix, made);
  }
  return made;
}

/** A hash to check a wrong e-mail's password against, so that it takes as long as a right one's. */
let decoy: Promise<string> | null = null;

/**
 * Signs a person in. Says the same, after the same time, for an unknown e-mail and a wrong password.
 * @param address where the request came from, counted as well as the e-mail
 */
export async function signIn(email: string, password: string, address: string): Promise<Outcome> {
  const asked = email.trim().toLowerCase();
  const person = limiter('person', FAILURES_PER_PERSON);
  const place = limiter('place', FAILURES_PER_ADDRESS);
  const personKey = createHash('sha256').update(asked).digest('hex');
  for (const [counter, key, points] of [
    [person, personKey, FAILURES_PER_PERSON],
    [place, address, FAILURES_PER_ADDRESS]
  ] as const) {
    const spent = await counter.get(key);
    if (spent && spent.consumedPoints >= points)
      return { kind: 'too many', retryAfter_s: Math.ceil(spent.msBeforeNext / 1000) };
  }
  const { rows } = await database().raw<{ rows: { id: string; password_hash: string }[] }>(
    'SELECT * FROM account_for_sign_in(?)',
    [asked]
  );
  const account = rows[0];
  decoy ??= hashPassword('nobody has this one');
  const matches = await passwordMatches(account?.password_hash ?? (await decoy), password);
  if (!account || !matches) {
    await Promise.all([count(person, personKey), count(place, address)]);
    return { kind: 'refused' };
  }
  await person.delete(personKey);
  return { kind: 'signed in', ...(await openSession(account.id)) };
}

async function count(counter: RateLimiterPostgres, key: string): Promise<void> {
  try {
    await counter.consume(key);
  } catch (spent) {
    // The limiter rejects with its result once the points are spent; the next try is told so. Anything else is a fault.
    if (!(spent instanceof RateLimiterRes)) throw spent;
  }
}
