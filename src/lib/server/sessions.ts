import { sha256 } from '@oslojs/crypto/sha2';
import { randomBytes } from 'node:crypto';
import { database } from './database';
import type { Identity, Role } from './identity';

export const SESSION_COOKIE = 'hanza_session';
export const SESSION_DAYS = 14;

/** Only a hash of the token is kept: whoever reads the table cannot sign in with it. */
function hashOf(token: string): Buffer {
  return Buffer.from(sha256(new TextEncoder().encode(token)));
}

/** Opens a session for an account and gives its token, to be kept by the browser alone. */
export async function openSession(accountId: string): Promise<{ token: string; expires: Date }> {
  const token = randomBytes(32).toString('base64url');
  const expires = new Date(Date.now() + SESSION_DAYS * 86_400_000);
  await database().raw('SELECT open_session(?, ?, ?)', [hashOf(token), accountId, expires]);
  return { token, expires };
}

export async function identityOf(token: string): Promise<Identity | null> {
  const { rows } = await database().raw<{
    rows: { id: string; school_id: string; role: Role; name: string; email: string; school_name: string }[];
  }>('SELECT * FROM account_of_session(?)', [hashOf(token)]);
  const row = rows[0];
  return row
    ? {
        accountId: row.id,
        schoolId: row.school_id,
        role: row.role,
        name: row.name,
        email: row.email,
        schoolName: row.school_name
      }
    : null;
}

export async function closeSession(token: string): Promise<void> {
  await database().raw('SELECT close_session(?)', [hashOf(token)]);
}

/** Signs the person out on every machine. */
export async function closeAllSessions(token: string): Promise<void> {
  await database().raw('SELECT close_all_sessions(?)', [hashOf(token)]);
}
