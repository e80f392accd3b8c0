import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { instrumentTest } from '../../src/lib/core/road/readiness';
import { openAttempt } from '../../src/lib/server/attempts';
import { overrideGrade } from '../../src/lib/server/debrief';
import { finishAttempt } from '../../src/lib/server/finish-attempt';
import { keepChunks } from '../../src/lib/server/flight-chunks';
import { changeLesson, lessonById, setWithdrawn } from '../../src/lib/server/lessons';
import {
  mockTestById,
  mockTestsOf,
  setMockTest,
  stopMockTest,
  type MockPartReport
} from '../../src/lib/server/road/mock-tests';
import { chunksOf, planOf } from '../core/flown';
import { newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let here: School;
let there: School;
const chunks = chunksOf(planOf({ drill: 'straight-and-level', figures: { time_s: 60 } }));

beforeAll(async () => {
  [here, there] = [await newSchool(owner), await newSchool(owner)];
});
afterAll(() => owner.destroy());

describe('a mock test', () => {
  const set = (who: School['instructor'], id: string, more: object = {}) =>
    setMockTest(who, { id, studentId: here.student.accountId, aircraft: 'sandling-160', seed: 7, ...more });

  test('is set once however often it is asked for; its flights wait for the student, and stay as they were set', async () => {
    const id = randomUUID();
    await set(here.instructor, id);
    await set(here.instructor, id);
    const report = (await mockTestById(here.student, id))!;
    expect(report.parts.map(({ number }) => number)).toEqual(instrumentTest.tasks.map((_, i) => i + 1));
    expect(report).toMatchObject({
      verdict: 'under way',
      seed: 7,
      standard: instrumentTest.name,
      stoppedAt: null
    });
    expect(new Set(report.parts.flatMap(({ results }) => results.map(({ outcome }) => outcome)))).toEqual(
      new Set(['not flown'])
    );
    const lesson = (await lessonById(here.student, report.parts[0]!.lessonId))!;
    expect(lesson).toMatchObject({ mockTest: { id, part: 1 }, open: false, kind: 'lesson' });
    expect(lesson.note).toBe(`Part 1 of ${report.parts.length} of a mock test.`);
    await expect(
      changeLesson(here.instructor, lesson.id, { plan: { ...lesson.plan, windSpeed_kt: 0 }, note: '' })
    ).rejects.toThrow('stays as it was set');
    await expect(setWithdrawn(here.instructor, lesson.id, true)).rejects.toThrow('stays as it was set');
    // The same id for another test is refused.
    await expect(set(here.instructor, id, { seed: 8 })).rejects.toThrow('id');
  });

  test('is refused for no student, no airplane and no seed; another school and a fellow student see none of it', async () => {
    await expect(set(here.instructor, randomUUID(), { studentId: randomUUID() })).rejects.toThrow('student');
    await expect(set(here.instructor, randomUUID(), { aircraft: 'kite' })).rejects.toThrow('sandling-160');
    await expect(set(here.instructor, randomUUID(), { seed: 0 })).rejects.toThrow('seed');
    await expect(set(there.instructor, randomUUID())).rejects.toThrow('student');
    const id = randomUUID();
    await set(here.student, id);
    expect(await mockTestById(there.instructor, id)).toBeNull();
    await expect(stopMockTest(there.instructor, id)).rejects.toThrow('mock test');
    const own = (await mockTestById(here.instructor, id))!;
    expect(await lessonById(here.instructor, own.parts[0]!.lessonId)).toMatchObject({ kind: 'practice' });
    expect((await mockTestsOf(here.student, here.student.accountId)).map((test) => test.id)).toContain(id);
    expect(await mockTestsOf(there.instructor, here.student.accountId)).toEqual([]);
  });

  test('counts the flight of a part that was begun first, an instructor’s verdict before the computed one; stopped, it is over', async () => {
    const id = randomUUID();
    await set(here.instructor, id);
    const [part, other] = (await mockTestById(here.student, id))!.parts;
    const fly = async (seconds: number, lessonId = part!.lessonId) => {
      const attemptId = randomUUID();
      await openAttempt(here.student, { id: attemptId, lessonId, pilot: 'student' });
      await keepChunks(here.student, attemptId, chunks.slice(0, seconds / 2));
      await finishAttempt(here.student, attemptId);
      return attemptId;
    };
    // Something else was flown than was asked for: whatever it is, it was not that.
    const first = await fly(20);
    await fly(30);
    // Left lying and flown again is not flown again.
    await openAttempt(here.student, { id: randomUUID(), lessonId: other!.lessonId, pilot: 'student' });
    await fly(20, other!.lessonId);
    const [counted, begun] = (await mockTestById(here.student, id))!.parts as [
      MockPartReport,
      MockPartReport
    ];
    expect([counted.isUnderWay, begun.isUnderWay]).toEqual([false, true]);
    expect(counted.flight!.attemptId).toBe(first);
    expect(counted.flight!.worst).toMatch(/\w+: \w+/);
    expect(counted.results.map(({ outcome }) => outcome)).toEqual(['unsatisfactory']);
    await overrideGrade(here.instructor, {
      id: randomUUID(),
      attemptId: first,
      verdict: 'met',
      reason: 'seen from the other seat'
    });
    expect((await mockTestById(here.student, id))!.parts[0]!.results[0]!.outcome).toBe('satisfactory');
    await stopMockTest(here.student, id);
    await stopMockTest(here.student, id);
    expect(await mockTestById(here.instructor, id)).toMatchObject({ verdict: 'not passed' });
  });
});
