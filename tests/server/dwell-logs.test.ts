import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { scanStages } from '$core/drill/scan-task';
import { logLooks, type DwellLog } from '$core/scan/dwell-log';
import type { ScanReport } from '$core/scan/scan-report';
import { openAttempt } from '../../src/lib/server/attempts';
import { finishAttempt } from '../../src/lib/server/finish-attempt';
import { keepChunks } from '../../src/lib/server/flight-chunks';
import { benchAnswersOf, keepBenchAnswer } from '../../src/lib/server/bench-answers';
import { debriefOf } from '../../src/lib/server/debrief';
import { historyAttempts } from '../../src/lib/server/attempt-list';
import {
  addDwellLog,
  dwellLogById,
  dwellLogsOf,
  removeDwellLog,
  scanAttemptsOf,
  watchedLogsOf
} from '../../src/lib/server/dwell-logs';
import { planLesson } from '../../src/lib/server/lessons';
import { chunksOf, planOf } from '../core/flown';
import { newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let school: School;
let stranger: School;

beforeAll(async () => {
  school = await newSchool(owner);
  stranger = await newSchool(owner);
});
afterAll(() => owner.destroy());

async function flownScan(stage: string, pilot: 'student' | 'eyes') {
  const task = scanStages.find((s) => s.id === stage)!.task;
  const plan = planOf({ drill: 'straight-and-level', seed: 9, scan: { pattern: 't', ...task } });
  const studentId = school.student.accountId;
  const lesson = await planLesson(school.instructor, { id: randomUUID(), studentId, plan });
  const id = randomUUID();
  await openAttempt(school.student, { id, lessonId: lesson.id, pilot });
  const chunks = chunksOf(plan, { omitsEngine: 1 });
  for (let at = 0; at < chunks.length; at += 30)
    await keepChunks(school.student, id, chunks.slice(at, at + 30));
  await finishAttempt(school.student, id);
  return id;
}
const logOf = (areas: readonly ('attitude' | 'altimeter' | 'heading')[]): DwellLog => ({
  id: randomUUID(),
  source: 'file',
  name: 'tracker.csv',
  notes: ['put right'],
  looks: logLooks(areas.map((area, i) => ({ area, start_s: i * 2, end_s: i * 2 + 2 })))
});

test('a scan is kept with its flight, a dwell log beside it, each once, and seen by nobody else', async () => {
  const studentId = school.student.accountId;
  const attemptId = await flownScan('flying', 'student');
  const debrief = (await debriefOf(school.instructor, attemptId))!;
  expect(debrief.grade.scan!.findings.map((f) => f.title)).toContain('Engine gauges left out');

  const log = logOf(Array.from({ length: 60 }, (_, i) => (['attitude', 'altimeter'] as const)[i % 2]!));
  await addDwellLog(school.student, { studentId, attemptId }, log);
  await addDwellLog(school.student, { studentId, attemptId }, log);
  const [line, ...more] = await dwellLogsOf(school.instructor, attemptId);
  expect(more).toEqual([]);
  expect(line!.notes).toEqual(['put right']);
  expect((line!.report as ScanReport).findings.some((f) => f.title === 'Heading indicator left out')).toBe(
    true
  );
  expect((await dwellLogById(school.student, log.id))!.looks).toHaveLength(60);

  // The newest log tells the scan in the student's course; taken off, the flight's own does again.
  const course = async () =>
    (await scanAttemptsOf(school.instructor, studentId)).find((a) => a.attemptId === attemptId)!;
  expect((await course()).figures['look']).toBeCloseTo(2, 1);
  await removeDwellLog(school.instructor, log.id, true);
  expect(await dwellLogsOf(school.instructor, attemptId)).toEqual([]);
  expect((await course()).figures['look']).toBeLessThan(1);
  await removeDwellLog(school.instructor, log.id, false);
  expect(await dwellLogsOf(school.instructor, attemptId)).toHaveLength(1);

  for (const other of [school.other, stranger.instructor, stranger.student]) {
    expect(await dwellLogById(other, log.id)).toBeNull();
    expect(await dwellLogsOf(other, attemptId)).toEqual([]);
    await expect(
      addDwellLog(other, { studentId, attemptId }, logOf(['attitude', 'heading', 'attitude', 'heading']))
    ).rejects.toThrow();
  }
});

test('where the reference flew, the scan counts in its course and not in the flying', async () => {
  const id = await flownScan('paced', 'eyes');
  const { grade } = (await debriefOf(school.student, id))!;
  expect(grade.elements.every((e) => e.name.startsWith('Scan'))).toBe(true);
  expect((await historyAttempts(school.student, school.student.accountId)).map((a) => a.id)).not.toContain(
    id
  );
  const course = await scanAttemptsOf(school.student, school.student.accountId);
  expect(course.find((a) => a.attemptId === id)).toMatchObject({ flown: false });
});

test('eyes watched without a flight stand by themselves; too few looks or a torn order are refused', async () => {
  const studentId = school.student.accountId;
  const log = logOf(['attitude', 'altimeter', 'attitude', 'heading', 'attitude']);
  await addDwellLog(school.instructor, { studentId, attemptId: null }, { ...log, source: 'observed' });
  expect((await watchedLogsOf(school.instructor, studentId)).map((l) => l.id)).toEqual([log.id]);
  await expect(
    addDwellLog(school.instructor, { studentId, attemptId: null }, logOf(['attitude']))
  ).rejects.toThrow(/four looks/);
  const torn = logOf(['attitude', 'altimeter', 'attitude', 'heading']);
  torn.looks.reverse();
  await expect(addDwellLog(school.instructor, { studentId, attemptId: null }, torn)).rejects.toThrow(
    /looks\.1/
  );
});

test('answers at the bench are kept once and are the person’s own', async () => {
  const answer = { id: randomUUID(), kind: 'liar', level: 3, right: true, prompt: true, took_s: 4.5 };
  await keepBenchAnswer(school.student, answer);
  await keepBenchAnswer(school.student, answer);
  expect(await benchAnswersOf(school.instructor, school.student.accountId)).toMatchObject([
    { kind: 'liar', level: 3, right: true }
  ]);
  expect(await benchAnswersOf(school.other, school.student.accountId)).toEqual([]);
  expect(await benchAnswersOf(stranger.instructor, school.student.accountId)).toEqual([]);
});
