import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { drillCatalogue } from '../../src/lib/core/drill/catalogue/catalogue';
import { instrumentSyllabus } from '../../src/lib/core/road/instrument-syllabus';
import { discardAttempt, openAttempt } from '../../src/lib/server/attempts';
import { as, database } from '../../src/lib/server/database';
import { overrideGrade } from '../../src/lib/server/debrief';
import { finishAttempt } from '../../src/lib/server/finish-attempt';
import { keepChunks } from '../../src/lib/server/flight-chunks';
import { lessonById, planLesson } from '../../src/lib/server/lessons';
import { homeworkOf, setHomework, takeHomeworkBack } from '../../src/lib/server/road/homework';
import { instructorsVerdicts } from '../../src/lib/server/road/instructors-verdicts';
import { planPractice } from '../../src/lib/server/road/practise';
import { schoolThisMorning } from '../../src/lib/server/road/school-this-morning';
import { beginningOfRoad, roadSettings, setRoad } from '../../src/lib/server/road/student-road';
import { fillStandings } from '../../src/lib/server/road/standings';
import { taskHistory } from '../../src/lib/server/road/task-history';
import { keepDrill } from '../../src/lib/server/school-library';
import { keepSyllabus, syllabuses } from '../../src/lib/server/road/syllabuses';
import { todaysRoad } from '../../src/lib/server/road/todays-road';
import { dayIn } from '../../src/lib/server/school-day';
import { chunksOf, planOf } from '../core/flown';
import { newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let here: School;
let there: School;
const level = planOf({
  drill: 'straight-and-level',
  figures: { time_s: 60 },
  corridors: 'test',
  turbulence: 'smooth'
});
const chunks = chunksOf(level);
const TASK = 'straight-and-level';

beforeAll(async () => {
  [here, there] = [await newSchool(owner), await newSchool(owner)];
});
afterAll(() => owner.destroy());

/** Straight and level for a minute by the reference pilot, as the student’s. */
async function flown(daysAgo = 0): Promise<string> {
  const [lessonId, attemptId] = [randomUUID(), randomUUID()];
  const studentId = here.student.accountId;
  await planLesson(here.instructor, {
    id: lessonId,
    studentId,
    plan: { ...level, seed: 1 + Math.floor(Math.random() * 1e6) }
  });
  await openAttempt(here.student, { id: attemptId, lessonId, pilot: 'student' });
  await keepChunks(here.student, attemptId, chunks);
  await finishAttempt(here.student, attemptId);
  if (daysAgo > 0)
    await owner('attempt')
      .where({ id: attemptId })
      .update({ finished_at: new Date(Date.now() - daysAgo * 86_400_000) });
  return attemptId;
}
const standing = () =>
  owner('standing')
    .where({ student_id: here.student.accountId, task: TASK })
    .first('flights', 'to_standard', 'stuck', 'slips_on');
const tomorrow = () => dayIn(here.instructor.timeZone, new Date(Date.now() + 86_400_000));
const homework = (changes: Partial<Parameters<typeof setHomework>[1]> = {}) => ({
  id: randomUUID(),
  studentId: here.student.accountId,
  task: TASK,
  times: 2,
  due: tomorrow(),
  words: '',
  attemptId: null,
  at_s: null,
  ...changes
});

test('what follows from flights is kept as they end, and again when one gets another verdict', async () => {
  const road = async () => todaysRoad(here.student, here.student.accountId);
  expect((await road()).proposals.map(({ task, reason }) => [task, reason])).toEqual([[TASK, 'next']]);
  const first = await flown(2);
  expect(await standing()).toMatchObject({ flights: 1, to_standard: false });
  await flown(1);
  expect(await standing()).toMatchObject({ flights: 2, to_standard: true });
  const after = await road();
  expect(after.lessons.find(({ id }) => id === 'level')!.state).toBe('completed');
  expect(after.proposals.map(({ task }) => task)).toContain('level-speed-changes');
  await overrideGrade(here.instructor, {
    id: randomUUID(),
    attemptId: first,
    verdict: 'not met',
    reason: 'by eye'
  });
  expect(await standing()).toMatchObject({ flights: 2, to_standard: false });
  // One discarded is one the less.
  const discarded = await flown();
  expect(await standing()).toMatchObject({ flights: 3 });
  await discardAttempt(here.student, discarded);
  expect(await standing()).toMatchObject({ flights: 2 });
  // Thrown away and made again it is the same.
  const before = await standing();
  await fillStandings(owner, { again: true });
  expect(await standing()).toEqual(before);
});

test('homework is counted by what is flown after it was set, seen in the morning until it is done, and can be taken back', async () => {
  const asked = homework();
  await setHomework(here.instructor, asked);
  await setHomework(here.instructor, asked);
  const mine = async () =>
    (await homeworkOf(here.student, here.student.accountId)).find(({ id }) => id === asked.id);
  expect(await mine()).toMatchObject({ times: 2, done: 0, dueIn_d: 1, setBy: here.instructor.name });
  const [proposal] = (await todaysRoad(here.student, here.student.accountId)).proposals;
  expect(proposal).toMatchObject({
    task: TASK,
    reason: 'homework',
    why: 'Set for you: twice more, due tomorrow.'
  });
  const morning = async () => (await schoolThisMorning(here.instructor)).homework.map(({ task }) => task);
  expect(await morning()).toContain(TASK);
  await flown();
  expect(await mine()).toMatchObject({ done: 1, flown: [{ verdict: 'met' }] });
  await flown();
  expect(await mine()).toMatchObject({ done: 2 });
  expect(await morning()).not.toContain(TASK);
  await takeHomeworkBack(here.instructor, asked.id);
  expect(await mine()).toBeUndefined();
});

test.each([
  ['task', { task: 'moon' }],
  ['times', { times: 11 }],
  ['due', { due: '2020-01-01' }],
  ['due', { due: 'friday' }],
  ['words', { words: 'x'.repeat(301) }],
  ['attempt', { attemptId: '00000000-0000-4000-8000-000000000000' }]
] as const)('homework with a wrong %s is refused there', async (field, changes) => {
  await expect(setHomework(here.instructor, homework(changes))).rejects.toMatchObject({ field });
});

test('homework may be due today', async () => {
  const asked = homework({ due: dayIn(here.instructor.timeZone) });
  await setHomework(here.instructor, asked);
  expect((await homeworkOf(here.student, here.student.accountId)).map(({ id }) => id)).toContain(asked.id);
  await takeHomeworkBack(here.instructor, asked.id);
});

describe('kept apart', () => {
  test('no student sets homework, or what they are led by; no school sees or touches another’s', async () => {
    await expect(setHomework(here.student, homework())).rejects.toThrow(/row-level security/);
    await expect(setRoad(here.student, here.student.accountId, beginningOfRoad)).rejects.toThrow(
      /row-level security/
    );
    await expect(setRoad(there.instructor, here.student.accountId, beginningOfRoad)).rejects.toMatchObject({
      field: 'student'
    });
    await expect(setHomework(there.instructor, homework())).rejects.toMatchObject({ field: 'student' });
    const asked = homework();
    await setHomework(here.instructor, asked);
    await takeHomeworkBack(there.instructor, asked.id);
    expect((await homeworkOf(here.student, here.student.accountId)).some(({ id }) => id === asked.id)).toBe(
      true
    );
    expect((await schoolThisMorning(there.instructor)).flown).toEqual([]);
    for (const table of ['homework', 'standing', 'student_road', 'school_syllabus']) {
      const seen = await as(there.instructor, (db) =>
        db(table).where({ school_id: here.student.schoolId }).count().first()
      );
      expect(seen).toEqual({ count: '0' });
    }
    await expect(
      as(there.student, (db) =>
        db('standing').insert({
          student_id: there.student.accountId,
          task: TASK,
          school_id: here.student.schoolId,
          flights: 1,
          last_flown: new Date(),
          to_standard: true,
          stuck: false
        })
      )
    ).rejects.toThrow(/row-level security/);
  });
});

describe('a syllabus of the school’s own', () => {
  const own = { ...instrumentSyllabus, id: 'ours', name: 'Ours' };

  test('every keeping is a version; who is taught by one stays on it', async () => {
    const [first, second] = [randomUUID(), randomUUID()];
    expect(await keepSyllabus(here.instructor, first, JSON.stringify(own))).toMatchObject({ version: 1 });
    expect(await keepSyllabus(here.instructor, first, JSON.stringify(own))).toMatchObject({ version: 1 });
    await setRoad(here.instructor, here.student.accountId, { ...beginningOfRoad, syllabusId: first });
    const shorter = { ...own, name: 'Ours, shorter', stages: own.stages.slice(0, 1) };
    expect(await keepSyllabus(here.instructor, second, JSON.stringify(shorter))).toMatchObject({
      version: 2
    });
    const { syllabus, lessons } = await todaysRoad(here.student, here.student.accountId);
    expect(syllabus.name).toBe('Ours');
    expect(lessons.length).toBeGreaterThan(30);
    const listed = await syllabuses(here.instructor);
    expect(listed.map(({ version, students, body }) => [body.name, version, students])).toEqual([
      [instrumentSyllabus.name, 1, 0],
      ['Ours, shorter', 2, 0],
      ['Ours', 1, 1]
    ]);
    expect((await syllabuses(there.instructor)).length).toBe(1);
    await expect(
      setRoad(there.instructor, there.student.accountId, { ...beginningOfRoad, syllabusId: first })
    ).rejects.toMatchObject({
      field: 'syllabus'
    });
    await setRoad(here.instructor, here.student.accountId, beginningOfRoad);
  });

  test.each([
    ['syllabus', 'no JSON', '{'],
    ['syllabus', 'something else', '[]'],
    [
      'stages.0.lessons.0.after',
      'a circle',
      JSON.stringify({
        ...own,
        stages: [
          {
            ...own.stages[0],
            lessons: own.stages[0]!.lessons.map((l, i) => (i === 0 ? { ...l, after: ['speeds'] } : l))
          }
        ]
      })
    ],
    ['syllabus', 'too large', 'x'.repeat(200_001)]
  ])('%s: %s is refused there', async (field, _, text) => {
    await expect(keepSyllabus(here.instructor, randomUUID(), text)).rejects.toMatchObject({ field });
  });
});

describe('own practice', () => {
  const practise = (asked: Partial<Parameters<typeof planPractice>[1]> = {}) =>
    planPractice(here.student, { id: randomUUID(), task: 'steep-turns', seed: 5, ...asked });

  test('is planned at the level that is due, apart from lessons, within what the instructor has set', async () => {
    const lesson = await lessonById(here.student, await practise());
    expect(lesson).toMatchObject({
      kind: 'practice',
      plan: { drill: 'steep-turns', windSpeed_kt: 0, corridors: 'hints' }
    });
    // A lesson of it was to standard: no beginner’s level.
    expect((await todaysRoad(here.student, here.student.accountId)).levels[TASK]).toBe(3);
    await setRoad(here.instructor, here.student.accountId, { ...beginningOfRoad, least: 2, most: 4 });
    expect(await lessonById(here.student, await practise())).toMatchObject({ plan: { windSpeed_kt: 8 } });
    // Nobody else is led by that.
    const of = (id: string) => as(here.instructor, (db) => roadSettings(db, id));
    expect([(await of(here.student.accountId)).least, await of(here.other.accountId)]).toEqual([2, beginningOfRoad]); // prettier-ignore
    await expect(practise({ level: 6 })).rejects.toMatchObject({ field: 'level' });
    await expect(
      setRoad(here.instructor, here.student.accountId, { ...beginningOfRoad, least: 5, most: 2 })
    ).rejects.toMatchObject({ field: 'most' });
    await expect(
      setRoad(here.instructor, here.student.accountId, { ...beginningOfRoad, startsWith: 'moon' })
    ).rejects.toMatchObject({ field: 'startsWith' });
    await setRoad(here.instructor, here.student.accountId, beginningOfRoad);
  });

  test('with the coach it is never so hard that the coach is silent; a drill of the school’s own is practised as any other', async () => {
    await expect(practise({ level: 6 })).resolves.toBeTruthy();
    expect(await lessonById(here.student, await practise({ level: 6, withHints: true }))).toMatchObject({
      plan: { corridors: 'hints', windSpeed_kt: 14 }
    });
    const shipped = drillCatalogue.find(({ id }) => id === 'standard-rate-turns')!;
    await keepDrill(here.instructor, { ...shipped, id: 'our-turns', name: 'Our turns' });
    const lesson = (await lessonById(here.student, await practise({ task: 'our-turns', level: 2 })))!;
    expect(lesson.plan).toMatchObject({
      drill: 'our-turns',
      windSpeed_kt: 8,
      ownDrill: { name: 'Our turns' }
    });
    await expect(
      planPractice(there.student, { id: randomUUID(), task: 'our-turns', seed: 5 })
    ).rejects.toMatchObject({ field: 'drill' });
  });

  test('how one thing went is told flight by flight, to the student and who teaches, and to nobody else', async () => {
    await flown();
    const history = (await taskHistory(here.student, here.student.accountId, TASK))!;
    expect(history.flights.length).toBeGreaterThan(1);
    expect(history.after).toHaveLength(history.flights.length);
    expect(history.flights.map(({ finishedAt }) => finishedAt)).toEqual(
      history.flights.map(({ finishedAt }) => finishedAt).sort()
    );
    expect(history.standing).toMatchObject({ task: TASK, name: 'Straight and level' });
    expect((await taskHistory(here.instructor, here.student.accountId, TASK))!.flights).toHaveLength(
      history.flights.length
    );
    expect(await taskHistory(there.instructor, here.student.accountId, TASK)).toBeNull();
    expect(await taskHistory(here.student, here.student.accountId, 'never-flown')).toBeNull();
    expect((await todaysRoad(here.student, here.student.accountId)).weeks.at(-1)).toBe(true);
  });

  test('an approach is practised from its chart; what there is not, is not', async () => {
    const lesson = await lessonById(here.student, await practise({ task: 'approach xvlb-ils-24' }));
    expect(lesson!.plan.approach!.approach.id).toBe('xvlb-ils-24');
    await expect(practise({ task: 'approach moon' })).rejects.toMatchObject({ field: 'task' });
    await expect(practise({ task: 'moon' })).rejects.toMatchObject({ field: 'drill' });
  });
});

test('how instructors’ verdicts lie beside the computed ones is the chief’s to see alone', async () => {
  expect(await instructorsVerdicts(here.instructor)).toEqual([]);
  const mine = (await instructorsVerdicts(here.chief)).find(({ id }) => id === here.instructor.accountId)!;
  // One of the flights above was overridden, from met to not met: two steps down.
  expect(mine).toMatchObject({ raised: 0, lowered: 1, kind: 'too few' });
  expect(mine.flights).toBeGreaterThanOrEqual(4);
  expect(await instructorsVerdicts(there.chief)).toEqual([]);
});

test('in the morning stands who is stuck, who slips and who is nearly ready, of this school and not put away', async () => {
  const rows = [
    { task: 'vor-hold', stuck: true, to_standard: false },
    { task: 'unusual-attitudes', to_standard: true, slips_on: new Date(Date.now() - 1000) },
    { task: 'dme-arc', to_standard: true, slips_on: new Date(Date.now() + 86_400_000) }
  ];
  for (const row of rows)
    await owner('standing').insert({
      stuck: false,
      student_id: here.student.accountId,
      school_id: here.student.schoolId,
      flights: 7,
      last_flown: new Date(),
      ...row
    });
  const morning = await schoolThisMorning(here.instructor);
  expect(morning.stuck.map(({ task }) => task)).toEqual(['vor-hold']);
  expect(morning.slipping.map(({ task }) => task)).toEqual(['unusual-attitudes']);
  expect(morning.ready).toEqual([]);
  expect(morning.flownCount).toBeGreaterThan(0);
  await fillStandings(owner, { again: true });
  await database().destroy();
});
