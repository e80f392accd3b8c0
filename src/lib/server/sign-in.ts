import { createHash } from 'node:crypto';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { database } from './database';
import { hashPassword, passwordMatches } from './passwords';
import { deviceToken, isKnownDevice } from './seal';
import { openSession } from './sessions';

/**
 * How many tries are let through in a quarter of an hour before any password is looked at. A person's tries are counted
 * by where they come from, so that a stranger cannot lock the owner out; all tries at one account and all from one address
 * have wider limits of their own. A browser this person has signed in from before is counted by itself.
 */
const TRIES = {
  /** One account from one address. */
  pair: 8,
  /** One account from anywhere but known browsers. */
  person: 60,
  /** One address, whoever is tried: a whole school may sit behind one. */
  place: 200,
  /** One account from a browser it has signed in from. */
  device: 12
} as const;
type Counter = keyof typeof TRIES;
const WINDOW_S = 15 * 60;

export const DEVICE_COOKIE = 'hanza_device';

type Outcome =
  | { kind: 'signed in'; token: string; expires: Date; device: string }
  | { kind: 'refused' }
  | { kind: 'too many'; retryAfter_s: number };

const limiters = new Map<Counter, RateLimiterPostgres>();

/** Counters are rows in the database: a restart does not forgive them, and several servers share them. */
function limiter(counter: Counter): RateLimiterPostgres {
  let made = limiters.get(counter);
  if (!made) {
    made = new RateLimiterPostgres({
      storeClient: database(),
      storeType: 'knex',
      tableName: 'sign_in_attempt',
      tableCreated: true,
      clearExpiredByTimeout: false,
      keyPrefix: counter,
      points: TRIES[counter],
      duration: WINDOW_S
    });
    limiters.set(counter, made);
  }
  return made;
}

/** A hash to check a wrong e-mail's password against, so that it takes as long as a right one's. */
let decoy: Promise<string> | null = null;

/**
 * Signs a person in. Says the same, after the same time, for an unknown e-mail and a wrong password. A try is counted
 * before it is looked at, so that many at once are no way round the limits.
 * @param from where the request came from; `device` is the word a known browser keeps
 */
export async function signIn(
  email: string,
  password: string,
  from: { address: string; device?: string | undefined; browser?: string }
): Promise<Outcome> {
  const asked = email.trim().toLowerCase();
  const personKey = createHash('sha256').update(asked).digest('hex');
  const pairKey = createHash('sha256').update(`${asked} ${from.address}`).digest('hex');
  const counters: [Counter, string][] = isKnownDevice(asked, from.device)
    ? [['device', personKey]]
    : [
        ['pair', pairKey],
        ['person', personKey],
        ['place', from.address]
      ];
  for (const [counter, key] of counters) {
    const wait_s = await spend(counter, key);
    if (wait_s !== null) return { kind: 'too many', retryAfter_s: wait_s };
  }
  const { rows } = await database().raw<{ rows: { id: string; password_hash: string | null }[] }>(
    'SELECT * FROM account_for_sign_in(?)',
    [asked]
  );
  const account = rows[0];
  decoy ??= hashPassword('nobody has this one');
  const matches = await passwordMatches(account?.password_hash ?? (await decoy), password);
  if (!account?.password_hash || !matches) return { kind: 'refused' };
  await Promise.all([
    limiter('pair').delete(pairKey),
    limiter('device').delete(personKey),
    forgetExpired(),
    ...counters.flatMap(([counter, key]) => (counter === 'place' ? [limiter(counter).reward(key)] : []))
  ]);
  return {
    kind: 'signed in',
    device: deviceToken(asked),
    ...(await openSession(account.id, from.browser ?? ''))
  };
}

/** Counts a try; gives how long to wait when there are none left, s. */
async function spend(counter: Counter, key: string): Promise<number | null> {
  try {
    await limiter(counter).consume(key);
    return null;
  } catch (spent) {
    // The limiter rejects with its result once the points are spent; anything else is a fault.
    if (!(spent instanceof RateLimiterRes)) throw spent;
    return Math.ceil(spent.msBeforeNext / 1000);
  }
}

/** Counters that have run out are of no use to anybody. */
async function forgetExpired(): Promise<void> {
  await database()('sign_in_attempt').where('expire', '<', Date.now()).delete();
}
