import { Type } from '@sinclair/typebox';
import { sha256 } from '@oslojs/crypto/sha2';
import { randomBytes, randomUUID } from 'node:crypto';
import { Rejection } from '../core/measure/rejection';
import { parse } from '../core/measure/validation';
import { Conflict } from './conflict';
import { as, database } from './database';
import type { Identity, Role } from './identity';
import { checkedPassword, hashPassword } from './passwords';

const UNIQUE_VIOLATION = '23505';
const NOT_ALLOWED = '42501';

/** A person of the school, as its chief sees them. */
export interface Person {
  id: string;
  name: string;
  email: string;
  role: Role;
  stage: string;
  archived: boolean;
}

const PEOPLE_SHOWN = 500;

/** Everyone of the school this person may see; instructors first, then by name. */
export async function peopleOf(identity: Identity): Promise<Person[]> {
  return as(identity, async (db) => {
    const rows = await db('account')
      .select('id', 'name', 'email', 'role', 'stage', 'archived_at')
      .orderByRaw('archived_at IS NOT NULL, role, name, id')
      .limit(PEOPLE_SHOWN);
    return rows.map(({ archived_at, ...row }) => ({ ...row, archived: archived_at !== null }));
  });
}

export const personFields = {
  name: Type.String({ minLength: 2, maxLength: 120, pattern: '\\S', accepted: 'a name of 2 to 120 letters' }),
  email: Type.String({
    format: 'email',
    maxLength: 200,
    accepted: 'an e-mail address nobody else here uses'
  }),
  stage: Type.String({ maxLength: 60, accepted: 'at most 60 letters' })
};
const NewPerson = Type.Object({
  ...personFields,
  role: Type.Unsafe<'student' | 'instructor'>(
    Type.String({ enum: ['student', 'instructor'], accepted: 'student or instructor' })
  )
});
const ChangedPerson = Type.Object(personFields);

/**
 * Takes a person into the school: instructors add students, the chief adds instructors, too. They choose a password of
 * their own by the link that `makeAccessLink` gives.
 * @throws Rejection at the field that does not fit
 */
export async function addPerson(identity: Identity, asked: unknown): Promise<string> {
  const person = parse(NewPerson, asked, 'person');
  if (person.role === 'instructor' && identity.role !== 'chief')
    throw new Rejection('role', person.role, 'student; the chief instructor adds instructors');
  const id = randomUUID();
  const row = {
    id,
    school_id: identity.schoolId,
    role: person.role,
    name: person.name.trim(),
    stage: person.stage.trim(),
    email: person.email.toLowerCase()
  };
  await as(identity, (db) => db('account').insert(row)).catch(emailTaken(person.email));
  return id;
}

/** @throws Rejection at the field that does not fit, or when there is no such person or the caller is not the chief */
export async function changePerson(identity: Identity, id: string, asked: unknown): Promise<void> {
  const person = parse(ChangedPerson, asked, 'person');
  await update(identity, id, {
    name: person.name.trim(),
    stage: person.stage.trim(),
    email: person.email.toLowerCase()
  }).catch(emailTaken(person.email));
}

/** An archived person cannot sign in and stands in no list to choose from; everything of theirs is kept. */
export async function setArchived(identity: Identity, id: string, archived: boolean): Promise<void> {
  if (id === identity.accountId)
    throw new Rejection('person', id, 'somebody else; you cannot archive yourself');
  await update(identity, id, { archived_at: archived ? database().fn.now() : null });
}

async function update(identity: Identity, id: string, changes: object): Promise<void> {
  try {
    const changed = await as(identity, (db) => db('account').where({ id }).update(changes));
    if (changed === 0)
      throw new Rejection('person', id, 'a person of this school; only the chief instructor changes them');
  } catch (error) {
    if ((error as { code?: string }).code !== NOT_ALLOWED) throw error;
    throw new Rejection('person', id, 'a student or instructor; a chief instructor is not archived');
  }
}

/** What a database's refusal of an address that is taken becomes. */
export function emailTaken(email: string) {
  return (error: { code?: string }): never => {
    if (error.code === UNIQUE_VIOLATION)
      throw new Rejection('email', email, 'an e-mail address nobody else here uses');
    throw error;
  };
}

function hashOf(token: string): Buffer {
  return Buffer.from(sha256(new TextEncoder().encode(token)));
}

/** How long a link works; for the people of a school the database says so itself. */
export const LINK_LASTS = '7 days';

/** The secret part of a link, and what is kept of it. */
export function freshToken(): { token: string; hash: Buffer } {
  const token = randomBytes(24).toString('base64url');
  return { token, hash: hashOf(token) };
}

/**
 * A link by which a person sets a password, once, within a week; making another makes the last one void. The chief makes
 * one for anybody, an instructor for a student who has none yet.
 * @returns the secret part of the link and until when it works
 * @throws Conflict when this person may not
 */
export async function makeAccessLink(
  identity: Identity,
  id: string
): Promise<{ token: string; until: string }> {
  const { token, hash } = freshToken();
  const until = await as(identity, async (db) => {
    const { rows } = await db.raw<{ rows: { until: Date | null }[] }>(
      'SELECT make_access_link(?, ?) AS until',
      [hash, id]
    );
    return rows[0]!.until;
  });
  if (!until)
    throw new Conflict('only the chief instructor resets the access of somebody who has a password');
  return { token, until: until.toISOString() };
}

/** Whose link this is; null when it has been used, has expired, or never was one. */
export async function accountOfLink(
  token: string
): Promise<{ name: string; email: string; schoolName: string } | null> {
  const { rows } = await database().raw<{ rows: { name: string; email: string; school_name: string }[] }>(
    'SELECT * FROM account_of_link(?)',
    [hashOf(token)]
  );
  const row = rows[0];
  return row ? { name: row.name, email: row.email, schoolName: row.school_name } : null;
}

/**
 * Sets a password by a link and uses the link up. Every session of the person ends.
 * @returns the account, or null when the link does not work (any more)
 * @throws Rejection when the password is too easily guessed
 */
export async function useAccessLink(token: string, password: string): Promise<string | null> {
  const fresh = await hashPassword(checkedPassword(password));
  const { rows } = await database().raw<{ rows: { who: string | null }[] }>(
    'SELECT use_access_link(?, ?) AS who',
    [hashOf(token), fresh]
  );
  return rows[0]!.who;
}
