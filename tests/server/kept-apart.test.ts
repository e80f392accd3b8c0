import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openAttempt } from '../../src/lib/server/attempts';
import { finishAttempt } from '../../src/lib/server/finish-attempt';
import { keepChunks } from '../../src/lib/server/flight-chunks';
import { as, database } from '../../src/lib/server/database';
import { addNote, debriefOf, flightBytes, overrideGrade } from '../../src/lib/server/debrief';
import { giveCommand } from '../../src/lib/server/live/commands';
import { keepMark } from '../../src/lib/server/live/marks';
import { watches } from '../../src/lib/server/live/watchers';
import { listAttempts } from '../../src/lib/server/attempt-list';
import type { Identity } from '../../src/lib/server/identity';
import { lessonById, planLesson } from '../../src/lib/server/lessons';
import { logOf, signEntry } from '../../src/lib/server/log';
import { addPerson } from '../../src/lib/server/people';
import { listStudents, studentById } from '../../src/lib/server/students';
import { chunksOf as flownChunks, planOf } from '../core/flown';
import { newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let here: School;
let there: School;
let lessonId: string;
let attemptId: string;
const chunks = flownChunks(planOf()).slice(0, 3);

const TABLES = [
  'lesson',
  'attempt',
  'flight',
  'grade',
  'grade_override',
  'note',
  'log_entry',
  'log_signature',
  'flight_chunk',
  'flight_command',
  'flight_mark',
  'flight_watcher'
];

beforeAll(async () => {
  [here, there] = [await newSchool(owner), await newSchool(owner)];
  lessonId = randomUUID();
  attemptId = randomUUID();
  await planLesson(here.instructor, { id: lessonId, studentId: here.student.accountId, plan: planOf() });
  await openAttempt(here.student, { id: attemptId, lessonId, pilot: 'student' });
  await keepChunks(here.student, attemptId, chunks);
  await finishAttempt(here.student, attemptId);
  await overrideGrade(here.instructor, { id: randomUUID(), attemptId, verdict: 'met', reason: 'as seen' });
  await addNote(here.instructor, { id: randomUUID(), attemptId, body: 'a note' });
  await signEntry(here.instructor, attemptId);
  const open = randomUUID();
  await openAttempt(here.student, { id: open, lessonId, pilot: 'student' });
  await keepChunks(here.student, open, chunks);
  await giveCommand(here.instructor, open, { id: randomUUID(), command: { does: 'freeze', on: true } });
  await keepMark(here.instructor, open, { id: randomUUID(), at_s: 3, kind: 'late', words: '' });
  await watches(here.instructor, open);
});
afterAll(async () => {
  await owner.destroy();
});

const counted = (identity: Identity) =>
  as(identity, async (db) => {
    const counts: Record<string, number> = {};
    for (const table of TABLES) counts[table] = Number((await db(table).count('* as n').first())!['n']);
    return counts;
  });

describe('through the application', () => {
  test('neither another school nor a fellow student sees anything of it', async () => {
    for (const stranger of [there.instructor, there.student, here.other]) {
      expect(await lessonById(stranger, lessonId)).toBeNull();
      expect(await debriefOf(stranger, attemptId)).toBeNull();
      expect(await flightBytes(stranger, attemptId)).toBeNull();
      expect(await studentById(stranger, here.student.accountId)).toBeNull();
      expect(await logOf(stranger, here.student.accountId)).toEqual([]);
      expect(await listAttempts(stranger, { studentId: here.student.accountId })).toEqual([]);
      await expect(openAttempt(stranger, { id: randomUUID(), lessonId, pilot: 'student' })).rejects.toThrow(
        /lesson/
      );
      await expect(keepChunks(stranger, attemptId, chunks)).rejects.toThrow(/an attempt of yours/);
      await expect(finishAttempt(stranger, attemptId)).rejects.toThrow(/an attempt of yours/);
    }
    expect((await listStudents(there.instructor)).students.map((s) => s.id)).not.toContain(
      here.student.accountId
    );
  });

  test('a student may not plan, override, note, sign or add students', async () => {
    await expect(
      planLesson(here.student, { id: randomUUID(), studentId: here.student.accountId, plan: planOf() })
    ).rejects.toThrow(/row-level security/);
    await expect(
      overrideGrade(here.student, { id: randomUUID(), attemptId, verdict: 'met', reason: 'please' })
    ).rejects.toThrow(/row-level security/);
    await expect(addNote(here.student, { id: randomUUID(), attemptId, body: 'mine' })).rejects.toThrow(
      /row-level security/
    );
    await expect(signEntry(here.student, attemptId)).rejects.toThrow(/row-level security/);
    const person = {
      name: 'New Person',
      email: `${randomUUID()}@school.example`,
      stage: '',
      role: 'student'
    };
    await expect(addPerson(here.student, person)).rejects.toThrow(/row-level security/);
    const id = await addPerson(here.instructor, person);
    await expect(addPerson(here.instructor, person)).rejects.toMatchObject({ field: 'email' });
    expect(await studentById(here.instructor, id)).toMatchObject({ name: 'New Person' });
  });
});

describe('in the database itself', () => {
  test('every table shows rows to those they belong to and none to anybody else', async () => {
    for (const mine of [here.student, here.instructor]) {
      const counts = await counted(mine);
      for (const table of TABLES) expect(counts[table], table).toBeGreaterThan(0);
    }
    for (const stranger of [here.other, there.student, there.instructor]) {
      expect(Object.values(await counted(stranger)).every((count) => count === 0)).toBe(true);
    }
  });

  test('without a person named, nothing is visible at all', async () => {
    for (const table of [...TABLES, 'school', 'account']) {
      expect(await database()(table).select(database().raw('1')).limit(1), table).toEqual([]);
    }
  });

  test('the role owns nothing: no sessions, no password hashes, no shape, no deleting, no bypass', async () => {
    const refused = async (sql: string) =>
      expect(
        as(here.instructor, (db) => db.raw(sql)),
        sql
      ).rejects.toMatchObject({ code: expect.stringMatching(/^42501$|^42P01$/) });
    await refused('SELECT * FROM session');
    await refused('SELECT password_hash FROM account');
    await refused('DELETE FROM log_entry');
    await refused('UPDATE grade SET score = 100');
    await refused('INSERT INTO grade SELECT * FROM grade');
    await refused('INSERT INTO flight SELECT * FROM flight');
    await refused('DELETE FROM flight_chunk');
    await refused('UPDATE attempt SET finished_at = NULL');
    await refused('UPDATE attempt SET drill = drill');
    await refused("UPDATE account SET password_hash = 'mine'");
    await refused('UPDATE grader SET version = 99');
    await refused('UPDATE attempt SET student_id = student_id');
    await refused('CREATE TABLE mine (id int)');
    await refused('ALTER TABLE lesson DISABLE ROW LEVEL SECURITY');
    await refused('TRUNCATE lesson');
    const { rows } = await database().raw(
      'SELECT rolsuper, rolbypassrls, rolcreaterole FROM pg_roles WHERE rolname = current_user'
    );
    expect(rows).toEqual([{ rolsuper: false, rolbypassrls: false, rolcreaterole: false }]);
  });

  test('naming oneself somebody of another school does not help to write there', async () => {
    const forged: Identity = { ...there.instructor, accountId: here.instructor.accountId };
    const row = {
      id: randomUUID(),
      school_id: there.id,
      student_id: here.student.accountId,
      planned_by: here.instructor.accountId,
      number: 99,
      plan: '{}'
    };
    await expect(as(forged, (db) => db('lesson').insert(row))).rejects.toMatchObject({ code: '23503' });
    await expect(as(there.instructor, (db) => db('note').insert({ id: randomUUID(), attempt_id: attemptId, school_id: here.id, student_id: here.student.accountId, body: 'x', made_by: there.instructor.accountId }))).rejects.toMatchObject({ code: '42501' }); // prettier-ignore
  });
});
