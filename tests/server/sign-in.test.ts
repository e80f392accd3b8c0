import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { closeAllSessions, closeSession, identityOf } from '../../src/lib/server/sessions';
import { signIn } from '../../src/lib/server/sign-in';
import { PASSWORD, newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let school: School;
const place = () => ({ address: `10.0.0.${randomUUID().slice(0, 4)}` });

beforeAll(async () => {
  school = await newSchool(owner);
});
afterAll(async () => {
  await owner.destroy();
});

async function token(email: string): Promise<string> {
  const outcome = await signIn(email, PASSWORD, place());
  if (outcome.kind !== 'signed in') throw new Error(outcome.kind);
  return outcome.token;
}

test('the right password opens a session that names its person; case and blanks of the e-mail do not matter', async () => {
  const opened = await token(` ${school.student.email.toUpperCase()} `);
  expect(await identityOf(opened)).toMatchObject({
    accountId: school.student.accountId,
    schoolId: school.id,
    role: 'student'
  });
  expect(await identityOf(`${opened}x`)).toBeNull();
  const stored = await owner('session').where({ account_id: school.student.accountId });
  expect(stored.map((row) => row.token_hash.toString())).not.toContain(opened);
  await closeSession(opened);
  expect(await identityOf(opened)).toBeNull();
});

test('signing out everywhere ends all of a person’s sessions and nobody else’s', async () => {
  const [first, second, other] = [
    await token(school.student.email),
    await token(school.student.email),
    await token(school.other.email)
  ];
  await closeAllSessions(first);
  expect(await Promise.all([first, second].map(identityOf))).toEqual([null, null]);
  expect(await identityOf(other)).not.toBeNull();
});

test('an expired session is none', async () => {
  const opened = await token(school.other.email);
  await owner('session')
    .where({ account_id: school.other.accountId })
    .update({ expires_at: new Date(Date.now() - 1000) });
  expect(await identityOf(opened)).toBeNull();
});

test('after eight failures an address is held off from an account, known or not; its owner elsewhere is not', async () => {
  for (const email of [school.instructor.email, `${randomUUID()}@nowhere.example`]) {
    const from = place();
    for (let attempt = 0; attempt < 8; attempt++)
      expect(await signIn(email, 'wrong', from)).toEqual({ kind: 'refused' });
    expect(await signIn(email, PASSWORD, from)).toMatchObject({
      kind: 'too many',
      retryAfter_s: expect.any(Number)
    });
  }
  expect(await signIn(school.instructor.email, PASSWORD, place())).toMatchObject({ kind: 'signed in' });
});

test('eighty guesses at once are no way round the limit', async () => {
  const from = place();
  const outcomes = await Promise.all(
    Array.from({ length: 80 }, () => signIn(school.other.email, 'wrong', from))
  );
  expect(outcomes.filter(({ kind }) => kind === 'refused')).toHaveLength(8);
});

test('an account tried from many addresses is held off, but for a browser its owner has signed in from', async () => {
  await owner('sign_in_attempt').delete();
  const before = await signIn(school.student.email, PASSWORD, place());
  if (before.kind !== 'signed in') throw new Error(before.kind);
  for (let attempt = 0; attempt < 60; attempt++) await signIn(school.student.email, 'wrong', place());
  expect(await signIn(school.student.email, PASSWORD, place())).toMatchObject({ kind: 'too many' });
  const known = { ...place(), device: before.device };
  expect(await signIn(school.student.email, PASSWORD, known)).toMatchObject({ kind: 'signed in' });
  // The word of one person opens nothing for another.
  expect(await signIn(school.other.email, PASSWORD, { ...place(), device: before.device })).toMatchObject({
    kind: 'signed in'
  });
  const counted = await owner('sign_in_attempt').where('key', 'like', 'device:%');
  expect(counted).toHaveLength(0);
});

test('one address that tries many people is held off; a whole school that signs in from it is not', async () => {
  const from = place();
  for (let attempt = 0; attempt < 30; attempt++)
    expect((await signIn(school.instructor.email, PASSWORD, from)).kind).toBe('signed in');
  for (let attempt = 0; attempt < 200; attempt++)
    await signIn(`${randomUUID()}@nowhere.example`, 'wrong', from);
  expect(await signIn(school.instructor.email, PASSWORD, from)).toMatchObject({ kind: 'too many' });
});
