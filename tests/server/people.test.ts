import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { changeLesson, lessonsOf, planLesson, setWithdrawn } from '../../src/lib/server/lessons';
import { openAttempt } from '../../src/lib/server/attempts';
import { foundSchool } from '../../src/lib/server/found-school';
import type { Identity } from '../../src/lib/server/identity';
import {
  accountOfLink,
  addPerson,
  changePerson,
  makeAccessLink,
  peopleOf,
  setArchived,
  useAccessLink
} from '../../src/lib/server/people';
import { schoolThisMorning } from '../../src/lib/server/road/school-this-morning';
import { changePassword, endSession, identityOf, sessionsOf } from '../../src/lib/server/sessions';
import { signIn } from '../../src/lib/server/sign-in';
import { studentNames } from '../../src/lib/server/students';
import { planOf } from '../core/flown';
import { PASSWORD, newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let school: School;
let there: School;

beforeAll(async () => {
  [school, there] = [await newSchool(owner), await newSchool(owner)];
});
afterAll(async () => {
  await owner.destroy();
});

const from = () => ({ address: randomUUID() });
async function signedIn(email: string, password = PASSWORD): Promise<string> {
  const outcome = await signIn(email, password, from());
  if (outcome.kind !== 'signed in') throw new Error(outcome.kind);
  return outcome.token;
}

test('the chief adds an instructor, who chooses a password by a link that works once', async () => {
  const email = `${randomUUID()}@school.example`;
  const asked = { name: 'Nella Vardo', email, stage: '', role: 'instructor' };
  await expect(addPerson(school.instructor, asked)).rejects.toMatchObject({ field: 'role' });
  const id = await addPerson(school.chief, asked);
  const { token } = await makeAccessLink(school.chief, id);
  const { token: newer } = await makeAccessLink(school.chief, id);
  expect(await accountOfLink(token)).toBeNull();
  expect(await accountOfLink(newer)).toMatchObject({ name: 'Nella Vardo', email });
  await expect(useAccessLink(newer, 'aaaaaaaaaaaa')).rejects.toMatchObject({ field: 'password' });
  await expect(useAccessLink(newer, 'abababababab')).rejects.toMatchObject({ field: 'password' });
  expect(await useAccessLink(newer, 'four calm words here')).toBe(id);
  expect(await useAccessLink(newer, 'five other calm words')).toBeNull();
  expect(await identityOf(await signedIn(email, 'four calm words here'))).toMatchObject({
    role: 'instructor'
  });
});

test('a link expires; only the chief resets somebody who has a password, and nobody another school’s', async () => {
  const { token } = await makeAccessLink(school.chief, school.student.accountId);
  await owner('access_link').update({ expires_at: new Date(Date.now() - 1000) });
  expect(await accountOfLink(token)).toBeNull();
  expect(await useAccessLink(token, 'four calm words here')).toBeNull();
  await expect(makeAccessLink(school.instructor, school.student.accountId)).rejects.toThrow(/only the chief/);
  await expect(makeAccessLink(school.student, school.student.accountId)).rejects.toThrow(/only the chief/);
  await expect(makeAccessLink(there.chief, school.student.accountId)).rejects.toThrow(/only the chief/);
});

test('a person without a password yet cannot sign in with any', async () => {
  const email = `${randomUUID()}@school.example`;
  await addPerson(school.instructor, { name: 'Bram Oost', email, stage: 'new', role: 'student' });
  expect(await signIn(email, '', from())).toEqual({ kind: 'refused' });
  expect(await signIn(email, 'nobody has this one', from())).toEqual({ kind: 'refused' });
});

test('the chief edits and archives; an archived person is out at once and back when wanted', async () => {
  const token = await signedIn(school.other.email);
  const fields = { name: 'Renamed Person', email: school.other.email, stage: 'holds' };
  await expect(changePerson(school.instructor, school.other.accountId, fields)).rejects.toThrow();
  await expect(changePerson(there.chief, school.other.accountId, fields)).rejects.toMatchObject({
    field: 'person'
  });
  await changePerson(school.chief, school.other.accountId, fields);
  await expect(
    changePerson(school.chief, school.other.accountId, { ...fields, email: school.student.email })
  ).rejects.toMatchObject({ field: 'email' });
  await setArchived(school.chief, school.other.accountId, true);
  expect(await identityOf(token)).toBeNull();
  expect(await signIn(school.other.email, PASSWORD, from())).toEqual({ kind: 'refused' });
  expect((await studentNames(school.instructor)).map((s) => s.id)).not.toContain(school.other.accountId);
  expect((await peopleOf(school.chief)).find((p) => p.id === school.other.accountId)).toMatchObject({
    name: 'Renamed Person',
    archived: true
  });
  await setArchived(school.chief, school.other.accountId, false);
  expect(await identityOf(await signedIn(school.other.email))).toMatchObject({ name: 'Renamed Person' });
  await expect(setArchived(school.chief, school.chief.accountId, true)).rejects.toMatchObject({
    field: 'person'
  });
});

test('a person changes the own password and ends own sessions, not those of others', async () => {
  const [here, elsewhere] = [await signedIn(school.student.email), await signedIn(school.student.email)];
  const stranger = await signedIn(school.instructor.email);
  const listed = await sessionsOf(here);
  expect(listed.filter((session) => session.this)).toHaveLength(1);
  for (const session of listed) await endSession(stranger, session.id);
  expect(await identityOf(elsewhere)).not.toBeNull();
  await endSession(here, listed.find((session) => !session.this)!.id);
  expect(await identityOf(elsewhere)).toBeNull();
  await expect(changePassword(here, 'not this', 'four calm words here')).rejects.toMatchObject({
    field: 'present'
  });
  const other = await signedIn(school.student.email);
  await changePassword(here, PASSWORD, 'four calm words here');
  expect(await identityOf(here)).not.toBeNull();
  expect(await identityOf(other)).toBeNull();
  expect(await signIn(school.student.email, PASSWORD, from())).toEqual({ kind: 'refused' });
  await signedIn(school.student.email, 'four calm words here');
});

test('a lesson is changed or withdrawn until it is flown; a student plans own practice only', async () => {
  const id = randomUUID();
  const plan = planOf();
  const studentId = school.student.accountId;
  await planLesson(school.instructor, { id, studentId, plan, note: 'Brief the entry before we start' });
  const heading_deg = (plan.heading_deg + 62) % 360;
  await changeLesson(school.instructor, id, { plan: { ...plan, heading_deg }, note: 'Changed' });
  expect((await lessonsOf(school.student, studentId))[0]).toMatchObject({
    note: 'Changed',
    plan: { heading_deg }
  });
  await expect(changeLesson(school.student, id, { plan, note: '' })).rejects.toThrow(/flown|row-level/);
  await setWithdrawn(school.instructor, id, true);
  expect((await lessonsOf(school.student, studentId)).map((lesson) => lesson.id)).not.toContain(id);
  await expect(
    openAttempt(school.student, { id: randomUUID(), lessonId: id, pilot: 'student' })
  ).rejects.toThrow(/lesson/);
  await setWithdrawn(school.instructor, id, false);
  await openAttempt(school.student, { id: randomUUID(), lessonId: id, pilot: 'student' });
  await expect(changeLesson(school.instructor, id, { plan, note: '' })).rejects.toThrow(/has been flown/);

  const own = randomUUID();
  await planLesson(school.student, { id: own, studentId, plan, kind: 'practice' });
  expect((await lessonsOf(school.instructor, studentId))[0]).toMatchObject({ id: own, kind: 'practice' });
  await expect(planLesson(school.student, { id: randomUUID(), studentId, plan })).rejects.toThrow(
    /row-level/
  );
  await expect(
    planLesson(school.student, {
      id: randomUUID(),
      studentId: school.other.accountId,
      plan,
      kind: 'practice'
    })
  ).rejects.toThrow();
});

test('a school is founded with a chief who chooses a password by a link and takes in the others; what does not fit founds nothing', async () => {
  const email = `${randomUUID().slice(0, 8)}@founded.example`;
  const asked = {
    school: 'Founded Flying',
    chief: 'Ada Rovell',
    email: email.toUpperCase(),
    zone: 'Europe/Tallinn'
  };
  const { token, until } = await foundSchool(owner, asked);
  expect(Date.parse(until) - Date.now()).toBeGreaterThan(6.9 * 86_400_000);
  expect(await accountOfLink(token)).toEqual({ name: 'Ada Rovell', email, schoolName: 'Founded Flying' });
  const id = await useAccessLink(token, 'quite a long first word');
  expect(await useAccessLink(token, 'quite a long first word')).toBeNull();
  const account = await owner('account').where({ id }).first();
  const school = await owner('school').where({ id: account.school_id }).first();
  expect([account.role, school.time_zone]).toEqual(['chief', 'Europe/Tallinn']);
  const chief: Identity = {
    accountId: account.id,
    schoolId: school.id,
    role: 'chief',
    name: account.name,
    email,
    schoolName: school.name,
    timeZone: school.time_zone
  };
  expect((await peopleOf(chief)).map((person) => person.name)).toEqual(['Ada Rovell']);
  await addPerson(chief, { name: 'Bo Keld', email: `bo-${email}`, stage: '', role: 'instructor' });
  expect(await peopleOf(chief)).toHaveLength(2);
  expect((await schoolThisMorning(chief)).hasStudents).toBe(false);
  const student = await addPerson(chief, {
    name: 'Cy Ostra',
    email: `cy-${email}`,
    stage: '',
    role: 'student'
  });
  expect((await schoolThisMorning(chief)).hasStudents).toBe(true);
  await setArchived(chief, student, true);
  expect((await schoolThisMorning(chief)).hasStudents).toBe(false);
  const schools = async () => Number((await owner('school').count().first())!.count);
  const before = await schools();
  for (const [change, field] of [
    [{ email }, 'email'],
    [{ email: 'nobody' }, 'email'],
    [{ email: `x${email}`, zone: 'Moon/Tycho' }, 'zone'],
    [{ email: `x${email}`, school: ' ' }, 'school'],
    [{ email: `x${email}`, chief: undefined }, 'chief']
  ] as const)
    await expect(foundSchool(owner, { ...asked, ...change })).rejects.toThrow(new RegExp(field));
  expect(await schools()).toBe(before);
});
