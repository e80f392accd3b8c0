import { randomUUID } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { flightFromChunks } from '$core/flight/recorder';
import { flightFromParquet } from '$core/format/flight-parquet';
import { gradeFlight } from '$core/grade/grade';
import { openAttempt, openAttempts } from '../../src/lib/server/attempts';
import { finishAttempt } from '../../src/lib/server/finish-attempt';
import { chunksOf, keepChunks } from '../../src/lib/server/flight-chunks';
import { database } from '../../src/lib/server/database';
import { addNote, debriefOf, flightBytes, overrideGrade } from '../../src/lib/server/debrief';
import { listAttempts } from '../../src/lib/server/attempt-list';
import { lessonsOf, planLesson } from '../../src/lib/server/lessons';
import { enterTraining, logOf, signEntry } from '../../src/lib/server/log';
import { listStudents } from '../../src/lib/server/students';
import { chunksOf as flownChunks, planOf } from '../core/flown';
import { newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let school: School;
const plan = planOf({ seed: 5 });
const chunks = flownChunks(plan);
const TODAY = new Date().toISOString().slice(0, 10);

beforeAll(async () => {
  school = await newSchool(owner);
});
afterAll(async () => {
  await owner.destroy();
});

async function attemptAt(lessonId: string): Promise<string> {
  const id = randomUUID();
  await openAttempt(school.student, { id, lessonId, pilot: 'student' });
  return id;
}
const newLesson = async () =>
  (await planLesson(school.instructor, { id: randomUUID(), studentId: school.student.accountId, plan })).id;

describe('planning', () => {
  test('planning the same lesson twice plans one; two at once get different numbers', async () => {
    const id = randomUUID();
    const asked = { id, studentId: school.student.accountId, plan };
    const [first, second] = await Promise.all([
      planLesson(school.instructor, asked),
      planLesson(school.instructor, asked)
    ]);
    expect(second).toEqual(first);
    const numbers = await Promise.all(
      [1, 2, 3].map(async () => planLesson(school.instructor, { ...asked, id: randomUUID() }))
    );
    expect(new Set(numbers.map((lesson) => lesson.number)).size).toBe(3);
  });

  test('a plan that cannot be flown, or does not fit, is refused at its field', async () => {
    const asked = { id: randomUUID(), studentId: school.student.accountId };
    await expect(
      planLesson(school.instructor, { ...asked, plan: planOf({ figures: { descentRate_fpm: 2900 } }) })
    ).rejects.toMatchObject({ field: 'figures.descentRate_fpm' });
    await expect(
      planLesson(school.instructor, { ...asked, plan: { ...plan, heading_deg: 'north' } })
    ).rejects.toMatchObject({ field: 'heading_deg' });
    await expect(
      planLesson(school.instructor, { ...asked, plan: { ...plan, extra: 1 } })
    ).rejects.toMatchObject({ field: 'extra' });
    await expect(
      planLesson(school.instructor, { ...asked, studentId: randomUUID(), plan })
    ).rejects.toMatchObject({ field: 'student' });
  });
});

describe('a flight on its way', () => {
  test('chunks may come twice, out of order and after a break; finishing twice finishes once', async () => {
    const id = await attemptAt(await newLesson());
    await keepChunks(school.student, id, chunks.slice(0, 4));
    await keepChunks(school.student, id, [chunks[6]!, chunks[2]!, chunks[5]!]);
    expect((await chunksOf(school.student, id)).map((chunk) => chunk.sequence)).toEqual([0, 1, 2, 3]);
    await expect(finishAttempt(school.student, id)).rejects.toThrow(
      'chunk 4 of this attempt has not arrived yet'
    );
    for (let at = 4; at < chunks.length; at += 30)
      await keepChunks(school.student, id, chunks.slice(at, at + 30));
    await Promise.all([finishAttempt(school.student, id), finishAttempt(school.student, id)]);
    await finishAttempt(school.student, id);
    expect((await owner('attempt').where({ id }).first()).finished_at).not.toBeNull();

    const bytes = await flightBytes(school.student, id);
    expect(await flightFromParquet(bytes!, (part) => gunzipSync(part))).toEqual(flightFromChunks(chunks));
    const debrief = await debriefOf(school.instructor, id);
    expect(debrief!.grade).toEqual(JSON.parse(JSON.stringify(gradeFlight(flightFromChunks(chunks), plan))));
    expect(await keepChunks(school.student, id, chunks.slice(0, 2))).toEqual([0, 1]);
    expect(await owner('flight_chunk').where({ attempt_id: id })).toEqual([]);
  });

  test('another flight under the same numbers is a conflict, and changes nothing', async () => {
    const lessonId = await newLesson();
    const id = await attemptAt(lessonId);
    await keepChunks(school.student, id, chunks.slice(0, 2));
    const different = structuredClone(chunks[1]!);
    different.counts[2]![0]! += 1;
    await expect(keepChunks(school.student, id, [chunks[2]!, different])).rejects.toThrow(
      /already here with other content/
    );
    expect(await chunksOf(school.student, id)).toEqual(chunks.slice(0, 2));
    expect(await openAttempts(school.student, lessonId)).toMatchObject([{ id, samples: 40 }]);
    await expect(
      openAttempt(school.student, { id, lessonId: await newLesson(), pilot: 'student' })
    ).rejects.toThrow(/another attempt/);
  });

  test('an attempt nothing was flown of cannot be finished', async () => {
    await expect(finishAttempt(school.student, await attemptAt(await newLesson()))).rejects.toThrow(
      /nothing of this attempt/
    );
  });
});

describe('debrief and record', () => {
  test('an override and a note stand beside the computed grade, and the newest override stands', async () => {
    const lessonId = await newLesson();
    const id = await attemptAt(lessonId);
    await keepChunks(school.student, id, chunks);
    await finishAttempt(school.student, id);
    const made = {
      id: randomUUID(),
      attemptId: id,
      verdict: 'not met' as const,
      reason: 'no call at the altitude'
    };
    await overrideGrade(school.instructor, made);
    await overrideGrade(school.instructor, made);
    await overrideGrade(school.instructor, {
      ...made,
      id: randomUUID(),
      verdict: 'met',
      reason: 'heard it on the second listening'
    });
    await addNote(school.instructor, { id: randomUUID(), attemptId: id, body: 'Quieter hands.' });
    const debrief = (await debriefOf(school.student, id))!;
    expect(debrief.overrides.map((override) => override.verdict)).toEqual(['met', 'not met']);
    expect(debrief.notes.map((note) => note.body)).toEqual(['Quieter hands.']);
    expect(
      (await lessonsOf(school.student, school.student.accountId)).find((l) => l.id === lessonId)
    ).toMatchObject({ attempts: 1, lastVerdict: 'met' });
    expect((await listAttempts(school.instructor, { studentId: school.student.accountId }))[0]).toMatchObject(
      { id, verdict: 'met' }
    );
    expect((await logOf(school.student, school.student.accountId)).find((e) => e.id === id)).toMatchObject({
      kind: 'practice',
      signed: false
    });
  });

  test('what is signed stays: only a new entry puts it right, once, and tampering shows', async () => {
    const entry = {
      date: TODAY,
      device: 'airplane',
      aircraft: 'Sandling 160',
      route: 'XVLB',
      total_h: 1,
      instrumentActual_h: 0,
      instrumentSimulated_h: 0.8,
      crossCountryPic_h: 0,
      withInstructor: true,
      approaches: [],
      holding: false,
      interceptingTracking: true,
      ifrCrossCountry_nm: 0,
      safetyPilot: '',
      remarks: ''
    };
    const studentId = school.student.accountId;
    const [first, second] = [randomUUID(), randomUUID()];
    await enterTraining(school.instructor, { id: first, studentId, corrects: null, content: entry }, TODAY);
    await enterTraining(school.instructor, { id: first, studentId, corrects: null, content: entry }, TODAY);
    await signEntry(school.instructor, first);
    await signEntry(school.instructor, first);
    await expect(owner('log_entry').where({ id: first }).update({ flown_on: '2020-01-01' })).rejects.toThrow(
      /only ever added to/
    );
    await expect(owner('log_signature').where({ entry_id: first }).delete()).rejects.toThrow(
      /only ever added to/
    );
    await enterTraining(
      school.instructor,
      { id: second, studentId, corrects: first, content: { ...entry, instrumentSimulated_h: 0.5 } },
      TODAY
    );
    await expect(
      enterTraining(
        school.instructor,
        { id: randomUUID(), studentId, corrects: first, content: entry },
        TODAY
      )
    ).rejects.toThrow(/put right already/);
    // Of another student there is no such entry to be put right.
    await expect(
      enterTraining(
        school.instructor,
        { id: randomUUID(), studentId: school.other.accountId, corrects: second, content: entry },
        TODAY
      )
    ).rejects.toMatchObject({ field: 'corrects' });
    await signEntry(school.instructor, second);
    const log = await logOf(school.student, studentId);
    expect(log.find((line) => line.id === first)).toMatchObject({
      signed: true,
      intact: true,
      correctedBy: second
    });
    const line = (await listStudents(school.instructor)).students.find((student) => student.id === studentId);
    expect(line?.instrument_h).toBe(0.5);

    await owner.raw('ALTER TABLE log_entry DISABLE TRIGGER log_entry_stays');
    await owner.raw(
      `UPDATE log_entry SET content = jsonb_set(content, '{instrumentSimulated_h}', '9') WHERE id = ?`,
      [first]
    );
    await owner.raw('ALTER TABLE log_entry ENABLE TRIGGER log_entry_stays');
    expect((await logOf(school.student, studentId)).find((line) => line.id === first)).toMatchObject({
      intact: false
    });
  });
});

test('the pool still answers after all of that', async () => {
  expect((await database().raw('SELECT 1 AS one')).rows).toEqual([{ one: 1 }]);
});
