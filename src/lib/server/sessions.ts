import { sha256 } from '@oslojs/crypto/sha2';
import { randomBytes } from 'node:crypto';
import { Rejection } from '../core/measure/rejection';
import { database } from './database';
import type { Identity, Role } from './identity';
import { checkedPassword, hashPassword, passwordMatches } from './passwords';

export const SESSION_COOKIE = 'hanza_session';
export const SESSION_DAYS = 14;

/** Only a hash of the token is kept: whoever reads the table cannot sign in with it. */
function hashOf(token: string): Buffer {
  return Buffer.from(sha256(new TextEncoder().encode(token)));
}

/**
 * Opens a session for an account and gives its token, to be kept by the browser alone.
 * @param browser what it calls itself, so that a person recognises it in the list of sessions
 */
export async function openSession(
  accountId: string,
  browser = ''
): Promise<{ token: string; expires: Date }> {
  const token = randomBytes(32).toString('base64url');
  const expires = new Date(Date.now() + SESSION_DAYS * 86_400_000);
  await database().raw('SELECT open_session(?, ?, ?, ?)', [hashOf(token), accountId, expires, browser]);
  return { token, expires };
}

export async function identityOf(token: string): Promise<Identity | null> {
  const { rows } = await database().raw<{
    rows: {
      id: string;
      school_id: string;
      role: Role;
      name: string;
      email: string;
      school_name: string;
      time_zone: string;
    }[];
  }>('SELECT * FROM account_of_session(?)', [hashOf(token)]);
  const row = rows[0];
  return row
    ? {
        accountId: row.id,
        schoolId: row.school_id,
        role: row.role,
        name: row.name,
        email: row.email,
        schoolName: row.school_name,
        timeZone: row.time_zone
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

/** Where a person is signed in. */
export interface OpenSession {
  id: string;
  openedAt: string;
  browser: string;
  /** The one that asks. */
  this: boolean;
}

export async function sessionsOf(token: string): Promise<OpenSession[]> {
  const { rows } = await database().raw<{
    rows: { id: string; created_at: Date; browser: string; this: boolean }[];
  }>('SELECT * FROM sessions_of(?)', [hashOf(token)]);
  return rows.map((row) => ({
    id: row.id,
    openedAt: row.created_at.toISOString(),
    browser: row.browser,
    this: row.this
  }));
}

/** Ends one of the person's own sessions; another person's is not touched. */
export async function endSession(token: string, id: string): Promise<void> {
  await database().raw('SELECT end_session(?, ?)', [hashOf(token), id]);
}

/**
 * Changes the password of whose session this is; every other session of theirs ends.
 * @throws Rejection when the present one is not right, or the new one too easily guessed
 */
export async function changePassword(token: string, present: string, fresh: string): Promise<void> {
  const { rows } = await database().raw<{ rows: { stored: string | null }[] }>(
    'SELECT own_password(?) AS stored',
    [hashOf(token)]
  );
  const stored = rows[0]!.stored;
  if (!stored || !(await passwordMatches(stored, present)))
    throw new Rejection('present', '…', 'the password you sign in with now');
  await database().raw('SELECT change_password(?, ?)', [
    hashOf(token),
    await hashPassword(checkedPassword(fresh))
  ]);
}
