import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { discardAttempt, openAttempt } from '../../src/lib/server/attempts';
import { finishAttempt } from '../../src/lib/server/finish-attempt';
import { keepChunks } from '../../src/lib/server/flight-chunks';
import { as } from '../../src/lib/server/database';
import { debriefOf } from '../../src/lib/server/debrief';
import { historyAttempts, listAttempts } from '../../src/lib/server/attempt-list';
import { addDwellLog, dwellLogsOf, removeDwellLog } from '../../src/lib/server/dwell-logs';
import { planLesson } from '../../src/lib/server/lessons';
import { enterTraining, logOf, signEntry, voidEntry } from '../../src/lib/server/log';
import { channelIndex } from '../../src/lib/core/flight/channels';
import { countingEntries, progressToward } from '../../src/lib/core/record/progress';
import { instrumentRatingAirplane } from '../../src/lib/core/record/requirement-set';
import { chunksOf as flownChunks, planOf } from '../core/flown';
import { newSchool, ownerConnection, trainingFlight, type School } from './school';

const owner = ownerConnection();
let school: School;
let lessonId: string;
const plan = planOf();
const chunks = flownChunks(plan);

beforeAll(async () => {
  school = await newSchool(owner);
  lessonId = randomUUID();
  await planLesson(school.instructor, { id: lessonId, studentId: school.student.accountId, plan });
});
afterAll(async () => {
  await owner.destroy();
});

async function flown(some = chunks, pilot: 'student' | 'reference' = 'student'): Promise<string> {
  const id = randomUUID();
  await openAttempt(school.student, { id, lessonId, pilot });
  for (let from = 0; from < some.length; from += 40)
    await keepChunks(school.student, id, some.slice(from, from + 40));
  await finishAttempt(school.student, id);
  return id;
}

describe('a grade proves that Hanza made it', () => {
  test('one put in or bettered behind Hanza’s back does not verify, and counts for nothing', async () => {
    const id = await flown(chunks.slice(0, 40));
    const genuine = (await listAttempts(school.student, {})).find((line) => line.id === id)!;
    expect(genuine.genuine).toBe(true);
    await owner('grade').where({ attempt_id: id }).update({ score: 100 });
    expect((await listAttempts(school.student, {})).find((line) => line.id === id)!.genuine).toBe(false);
    expect((await debriefOf(school.student, id))!.genuine).toBe(false);
    expect(
      (await historyAttempts(school.student, school.student.accountId)).map((line) => line.id)
    ).not.toContain(id);
    await owner('grade').where({ attempt_id: id }).update({ score: genuine.score });
    expect((await debriefOf(school.student, id))!.genuine).toBe(true);
  });

  test('finishing is once, by today’s rules only, and for one’s own school', async () => {
    const id = await flown(chunks.slice(0, 5));
    const call = (identity: School['student'], version: number) =>
      as(identity, (db) =>
        db.raw(
          `SELECT finish_attempt(?, ''::bytea, 10, NULL, 0, NULL, ?, '{}', 'met', 100, '{}', ''::bytea, '{}', '2026-01-01', '[]') AS done`,
          [id, version]
        )
      );
    const { rows } = await call(school.student, 1);
    expect(rows[0].done).toBe(false);
    const open = randomUUID();
    await openAttempt(school.student, { id: open, lessonId, pilot: 'student' });
    await expect(
      as(school.student, (db) =>
        db.raw(
          `SELECT finish_attempt(?, ''::bytea, 10, NULL, 0, NULL, 999, '{}', 'met', 100, '{}', ''::bytea, '{}', '2026-01-01', '[]')`,
          [open]
        )
      )
    ).rejects.toMatchObject({ code: 'HZ003' });
    await expect(call(school.other, 1)).rejects.toMatchObject({ code: 'HZ002' });
  });
});

describe('what a flight was and how it came in', () => {
  test('only who flies an attempt adds to it', async () => {
    const id = randomUUID();
    await openAttempt(school.student, { id, lessonId, pilot: 'student' });
    await expect(keepChunks(school.instructor, id, chunks.slice(0, 1))).rejects.toThrow(/only who flies/);
  });

  test('of chunks that arrive while it is finished, each is in the flight or refused', async () => {
    for (let round = 0; round < 6; round++) {
      const id = randomUUID();
      await openAttempt(school.student, { id, lessonId, pilot: 'student' });
      await keepChunks(school.student, id, chunks.slice(0, 10));
      const [finished, late] = await Promise.allSettled([
        finishAttempt(school.student, id),
        keepChunks(school.student, id, chunks.slice(10, 11))
      ]);
      const flight = await owner('flight').where({ attempt_id: id }).first();
      if (late.status === 'fulfilled' && finished.status === 'fulfilled')
        expect(flight.samples).toBe(11 * 20);
      if (late.status === 'rejected') expect(flight.samples).toBe(10 * 20);
      if (finished.status === 'rejected') expect(flight).toBeUndefined();
    }
  });

  test('the reference pilot’s hands, the same bytes twice and a jump are said to the instructor, not to the student', async () => {
    const id = await flown();
    const again = await flown();
    const jumping = chunks.slice(0, 20).map((chunk) => structuredClone(chunk));
    const altitude = channelIndex('trueAltitude_ft');
    jumping[12]!.counts[altitude] = jumping[12]!.counts[altitude]!.map((count) => count + 500);
    const jumped = await flown(jumping);
    const said = async (attempt: string) => (await debriefOf(school.instructor, attempt))!.unusual.join('; ');
    expect(await said(id)).toMatch(/exactly as the simulated reference pilot/);
    expect(await said(again)).toMatch(/sample for sample/);
    expect(await said(jumped)).not.toMatch(/sample for sample/);
    expect(await said(jumped)).toMatch(/altitude jumps at 0:24/);
    expect((await debriefOf(school.student, id))!.unusual).toEqual([]);
  });

  test('a start of seconds is put aside by who flew it and is gone from everything but the audit', async () => {
    const id = await flown(chunks.slice(0, 6));
    await expect(discardAttempt(school.instructor, id)).rejects.toThrow(/only the person who flew it/);
    await discardAttempt(school.student, id);
    await discardAttempt(school.student, id);
    expect(await debriefOf(school.instructor, id)).toBeNull();
    expect((await listAttempts(school.instructor, {})).map((line) => line.id)).not.toContain(id);
    expect(await owner('attempt').where({ id }).first()).toMatchObject({
      discarded_by: school.student.accountId
    });
    await expect(discardAttempt(school.student, await flown())).rejects.toThrow(/up to 2 minutes/);
  });

  test('a student does not take away what an instructor observed; who removed what is kept', async () => {
    const attemptId = await flown(chunks.slice(0, 30));
    const looks = Array.from({ length: 8 }, (_, i) => [
      i % 2 ? 'altimeter' : 'attitude',
      i * 2,
      i * 2 + 1.5
    ]) as [never, number, number][];
    const log = { id: randomUUID(), source: 'observed' as const, name: 'seen', looks, notes: [] };
    await addDwellLog(school.instructor, { studentId: school.student.accountId, attemptId }, log);
    await expect(removeDwellLog(school.student, log.id, true)).rejects.toThrow(/instructor/);
    expect(await dwellLogsOf(school.student, attemptId)).toHaveLength(1);
    await removeDwellLog(school.instructor, log.id, true);
    expect(await owner('dwell_log').where({ id: log.id }).first()).toMatchObject({
      removed_by: school.instructor.accountId
    });
  });
});

describe('the record', () => {
  const today = '2026-11-26';
  const count = async () => countingEntries(await logOf(school.instructor, school.other.accountId)).length;

  test('a signature made without Hanza’s key counts for nothing and says so', async () => {
    const id = randomUUID();
    await enterTraining(
      school.instructor,
      { id, studentId: school.other.accountId, corrects: null, content: trainingFlight() },
      today
    );
    await signEntry(school.instructor, id);
    expect(await count()).toBe(1);
    await owner.raw('ALTER TABLE log_signature DISABLE TRIGGER log_signature_stays');
    await owner('log_signature')
      .where({ entry_id: id })
      .update({ seal: Buffer.alloc(32) });
    const forged = (await logOf(school.instructor, school.other.accountId)).find((line) => line.id === id)!;
    expect(forged).toMatchObject({ signed: false, intact: false });
    expect(await count()).toBe(0);
    const { signatureSeal } = await import('../../src/lib/server/seal');
    const { digest } = await owner('log_signature').where({ entry_id: id }).first();
    await owner('log_signature')
      .where({ entry_id: id })
      .update({ seal: signatureSeal(digest) });
    await owner.raw('ALTER TABLE log_signature ENABLE TRIGGER log_signature_stays');
    expect(await count()).toBe(1);
  });

  test('a mistaken entry is voided by a new one with a reason; once that is signed neither counts', async () => {
    const [entry] = (await logOf(school.instructor, school.other.accountId)).filter(
      (line) => line.kind === 'training'
    );
    const id = randomUUID();
    await expect(
      voidEntry(school.instructor, { id, entryId: entry!.id, reason: ' ' }, today)
    ).rejects.toMatchObject({ field: 'reason' });
    await voidEntry(school.instructor, { id, entryId: entry!.id, reason: 'another student’s flight' }, today);
    expect(await count()).toBe(1);
    await signEntry(school.instructor, id);
    expect(await count()).toBe(0);
    expect(
      progressToward(
        instrumentRatingAirplane,
        await logOf(school.instructor, school.other.accountId),
        today
      )[2]!.have
    ).toBe(0);
    await expect(
      voidEntry(school.instructor, { id: randomUUID(), entryId: entry!.id, reason: 'once more' }, today)
    ).rejects.toThrow(/voided already/);
    await expect(
      voidEntry(school.student, { id: randomUUID(), entryId: entry!.id, reason: 'not mine' }, today)
    ).rejects.toThrow();
  });
});
