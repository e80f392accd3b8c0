import { randomUUID } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { drillFileById } from '$core/drill/catalogue/catalogue';
import { lessonOf } from '$core/drill/lesson';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { placeOfWorld } from '$core/drill/lesson-place';
import { column } from '$core/flight/flight';
import { flightFromChunks } from '$core/flight/recorder';
import { worldById } from '$core/radio/world-catalogue';
import { flightFromParquet } from '$core/format/flight-parquet';
import { GRADER_VERSION } from '$core/grade/grade';
import { openAttempt } from '../../src/lib/server/attempts';
import { finishAttempt } from '../../src/lib/server/finish-attempt';
import { keepChunks } from '../../src/lib/server/flight-chunks';
import { acceptLine, acceptedLines, proposals, setLineRemoved } from '../../src/lib/server/cards';
import { database } from '../../src/lib/server/database';
import { debriefOf, flightBytes } from '../../src/lib/server/debrief';
import { historyAttempts } from '../../src/lib/server/attempt-list';
import { chunksUntil } from '../../src/lib/server/flight-states';
import { planLesson } from '../../src/lib/server/lessons';
import { regradeOlder } from '../../src/lib/server/regrade';
import {
  checkedDrill,
  drillOfShelf,
  keepDrill,
  keepProfile,
  keepWorld,
  schoolDrills,
  schoolProfiles,
  schoolWorlds,
  setRemoved,
  usableProfiles
} from '../../src/lib/server/school-library';
import { drillNames } from '../../src/lib/server/drill-names';
import { chunksOf, planOf } from '../core/flown';
import { newSchool, ownerConnection, type School } from './school';

const owner = ownerConnection();
let school: School;
let stranger: School;
const turns = { ...drillFileById('standard-rate-turns'), id: 'our-turns', name: 'Our turns' };
const profile = {
  id: 'ours-strict',
  name: 'Ours, strict',
  source: 'the school',
  edition: '2026',
  inherits: 'faa-basic-attitude',
  changes: { altitude_ft: 40 }
};

beforeAll(async () => {
  school = await newSchool(owner);
  stranger = await newSchool(owner);
});
afterAll(async () => {
  await owner.destroy();
});

const lessonFor = (plan: unknown) =>
  planLesson(school.instructor, { id: randomUUID(), studentId: school.student.accountId, plan });

async function flownAttempt(lessonId: string, chunks: ReturnType<typeof chunksOf>): Promise<string> {
  const id = randomUUID();
  await openAttempt(school.student, { id, lessonId, pilot: 'student' });
  for (let at = 0; at < chunks.length; at += 30)
    await keepChunks(school.student, id, chunks.slice(at, at + 30));
  await finishAttempt(school.student, id);
  return id;
}

describe('a school’s own drills and tolerances', () => {
  test('are kept, changed, taken off and put back; another school sees none of them', async () => {
    await keepDrill(school.instructor, turns);
    await keepDrill(school.instructor, { ...turns, name: 'Our turns, gentler' });
    expect((await schoolDrills(school.instructor)).map(({ body }) => body.name)).toEqual([
      'Our turns, gentler'
    ]);
    expect(await schoolDrills(stranger.instructor)).toEqual([]);
    expect((await drillNames(school.student))['our-turns']).toBe('Our turns, gentler');
    await setRemoved(school.instructor, 'school_drill', 'our-turns', true);
    expect(await schoolDrills(school.instructor)).toEqual([]);
    await setRemoved(school.instructor, 'school_drill', 'our-turns', false);
    expect(await schoolDrills(school.instructor)).toHaveLength(1);
  });

  test('drills by radio too, with every fix they name', () => {
    for (const shipped of ['vor-tracking', 'arc-and-hold']) {
      const own = { ...drillFileById(shipped), id: `${shipped}-own` };
      expect(checkedDrill(own)).toEqual(own);
    }
  });

  test('what does not fit is refused at its place; a student keeps nothing, whatever the code says', async () => {
    // Another's newer save is not saved over unseen; whoever has seen it may.
    const opened = (await drillOfShelf(school.instructor, turns.id))!;
    const newer = await keepDrill(school.instructor, { ...turns, name: 'Theirs' }, opened.savedAt);
    await expect(keepDrill(school.instructor, { ...turns, name: 'Mine' }, opened.savedAt)).rejects.toThrow(
      /has saved this drill since you opened it/
    );
    await expect(keepDrill(school.instructor, turns, null)).rejects.toThrow(/has a drill with the id/);
    expect((await drillOfShelf(school.instructor, turns.id))!.file.name).toBe('Theirs');
    await keepDrill(school.instructor, { ...turns, name: 'Our turns, gentler' }, newer.changedAt);
    await expect(keepDrill(school.instructor, { ...turns, id: 'new' })).rejects.toMatchObject({
      field: 'id'
    });
    await expect(keepDrill(school.instructor, { ...turns, id: 'steep-turns' })).rejects.toMatchObject({
      field: 'id'
    });
    await expect(keepDrill(school.instructor, { ...turns, phases: [] })).rejects.toMatchObject({
      field: 'phases'
    });
    const endless = structuredClone(turns);
    endless.phases[0]!.until = { is: 'above', channel: 'altitude_ft', value: 20000, for_s: 1 };
    delete endless.phases[0]!.for_s;
    await expect(keepDrill(school.instructor, endless)).rejects.toMatchObject({ field: 'phases.0.until' });
    await expect(keepDrill(school.student, turns)).rejects.toThrow(/row-level security/);
    await expect(keepProfile(school.student, profile)).rejects.toThrow(/row-level security/);
  });

  test('worlds are kept and flown in, another school sees none, a student keeps none', async () => {
    const ours = { ...structuredClone(worldById('morrow')), id: 'our-sound', name: 'Our sound' };
    const text = JSON.stringify(ours);
    await keepWorld(school.instructor, text, null);
    await keepWorld(school.instructor, text, null);
    expect((await schoolWorlds(school.student)).map(({ body }) => body.id)).toEqual(['our-sound']);
    expect(await schoolWorlds(stranger.instructor)).toEqual([]);
    await expect(keepWorld(school.student, text, null)).rejects.toThrow(/row-level security/);
    await expect(
      keepWorld(school.instructor, text.replace('our-sound', 'morrow'), null)
    ).rejects.toMatchObject({
      field: 'id'
    });
    const place = placeOfWorld(ours as never, new Date('2020-01-01'));
    const plan = {
      ...planOf({ drill: 'vor-tracking', figures: { distance_nm: 4 } }),
      area: place.area.id,
      ownPlace: place
    };
    const lesson = await lessonFor(plan);
    // The world and its variation are the school's as they are today, not what a browser sent.
    expect(lesson.plan.ownPlace!.area.variation_deg).toBe(
      placeOfWorld(ours as never, new Date()).area.variation_deg
    );
    const strange = await planLesson(stranger.instructor, {
      id: randomUUID(),
      studentId: stranger.student.accountId,
      plan
    }).catch((error: unknown) => error);
    expect(strange).toMatchObject({ field: 'area' });

    const chunks = chunksOf(lesson.plan);
    const attempt = await flownAttempt(lesson.id, chunks);
    const debrief = (await debriefOf(school.instructor, attempt))!;
    expect(debrief.grade.checks.map(({ kind }) => kind)).toEqual(['tracking', 'tracking']);
    const stored = await flightFromParquet((await flightBytes(school.instructor, attempt))!, (p) =>
      gunzipSync(p)
    );
    expect(Array.from(column(stored, 'courseShare'))).toEqual(
      Array.from(column(flightFromChunks(chunks), 'courseShare'))
    );
    expect(stored.events.find((event) => event.kind === 'radio')?.radios.nav1.active_MHz).toBe(114.2);
  });

  test('profiles inherit, and one that would lead back to itself is refused', async () => {
    await keepProfile(school.instructor, profile);
    await keepProfile(school.instructor, {
      ...profile,
      id: 'stricter',
      name: 'Stricter',
      inherits: 'ours-strict',
      changes: { heading_deg: 4 }
    });
    expect((await usableProfiles(school.instructor)).find((p) => p.id === 'stricter')).toMatchObject({
      altitude_ft: 40,
      heading_deg: 4,
      speedAbove_kt: 10
    });
    await expect(keepProfile(school.instructor, { ...profile, inherits: 'stricter' })).rejects.toMatchObject({
      field: 'inherits'
    });
    await expect(
      keepProfile(school.instructor, { ...profile, changes: { altitude_ft: 5000 } })
    ).rejects.toMatchObject({ field: 'changes.altitude_ft' });
    expect(await schoolProfiles(stranger.instructor)).toEqual([]);
  });

  test('a lesson keeps the drill and profile as they were when it was planned', async () => {
    await keepDrill(school.instructor, turns);
    const lesson = await lessonFor(planOf({ drill: 'our-turns', toleranceProfile: 'ours-strict' }));
    expect(lesson.plan.ownDrill).toMatchObject({ name: 'Our turns' });
    expect(lesson.plan.ownTolerance).toMatchObject({ altitude_ft: 40 });
    await keepDrill(school.instructor, { ...turns, name: 'Changed later' });
    const forged = await lessonFor(planOf({ drill: 'our-turns', ownDrill: { ...turns, name: 'Forged' } }));
    expect(forged.plan.ownDrill!.name).toBe('Changed later');
    expect(lessonOf(lesson.plan).drill.name).toBe('Our turns');
  });
});

describe('taking over', () => {
  test('from any moment: the state kept is the state flown, to the last number, and what was before belongs to both', async () => {
    const plan = planOf({ seed: 21 });
    const chunks = chunksOf(plan);
    const lesson = await lessonFor(plan);
    const first = await flownAttempt(lesson.id, chunks);
    const until = (await chunksUntil(school.instructor, first, 61.3))!;
    expect(until).toHaveLength(30);
    expect(until.map((chunk) => chunk.snapshot)).toEqual(chunks.slice(0, 30).map((chunk) => chunk.snapshot));
    expect(until[7]!.counts).toEqual(chunks[7]!.counts);
    expect(await chunksUntil(stranger.instructor, first, 60)).toBeNull();
    expect(await chunksUntil(school.other, first, 60)).toBeNull();
    expect(await chunksUntil(school.instructor, first, 0.5)).toBeNull();

    // Flown on from there with the nose held up, recorded as an attempt of its own.
    const loop = flightLoop(lessonOf(plan));
    const again = flyDrill(loop, lessonOf(plan), { chunks: until });
    const hands = { ...loop.hands(), stick: { kind: 'attitude' as const, pitch_deg: 6, bank_deg: 0 } };
    const more = [];
    for (let i = 0; i < 2000; i++) {
      const chunk = again.step(hands);
      if (chunk) more.push(chunk);
    }
    const second = randomUUID();
    await openAttempt(school.student, {
      id: second,
      lessonId: lesson.id,
      pilot: 'student',
      takenFrom: { attemptId: first, at_s: 60 }
    });
    await keepChunks(school.student, second, [...until, ...more]);
    await finishAttempt(school.student, second);
    const debrief = (await debriefOf(school.instructor, second))!;
    expect(debrief.takenFrom).toEqual({ attemptId: first, at_s: 60 });
    const flights = await Promise.all(
      [first, second].map(async (id) =>
        flightFromParquet((await flightBytes(school.student, id))!, (p) => gunzipSync(p))
      )
    );
    const altitude = (i: number, k: number) => flights[i]!.columns.get('altitude_ft')![k];
    expect(altitude(0, 599)).toBe(altitude(1, 599));
    expect(altitude(0, 760)).not.toBe(altitude(1, 760));
    // It is no attempt of its own in the student's course.
    expect(
      (await historyAttempts(school.student, school.student.accountId, plan.drill)).map((a) => a.id)
    ).toEqual([first]);
  });

  test('an attempt cannot be taken from another student’s', async () => {
    const lesson = await lessonFor(planOf());
    await expect(
      openAttempt(stranger.student, { id: randomUUID(), lessonId: lesson.id, pilot: 'student' })
    ).rejects.toMatchObject({ field: 'lesson' });
    await expect(
      openAttempt(school.student, {
        id: randomUUID(),
        lessonId: lesson.id,
        pilot: 'student',
        takenFrom: { attemptId: randomUUID(), at_s: 3 }
      })
    ).rejects.toThrow(/foreign key/);
  });
});

describe('the card from flights', () => {
  test('proposed from what was flown, accepted once, kept with its evidence, taken off and put back', async () => {
    const lesson = await lessonFor(planOf({ turbulence: 'smooth', seed: 8 }));
    const attempt = await flownAttempt(lesson.id, chunksOf(planOf({ turbulence: 'smooth', seed: 8 })));
    const [line] = await proposals(school.instructor, 'sandling-160');
    expect(line!.evidence.map((e) => e.attemptId)).toContain(attempt);
    const id = randomUUID();
    await acceptLine(school.instructor, { id, aircraft: 'sandling-160', line });
    await acceptLine(school.instructor, { id, aircraft: 'sandling-160', line });
    expect(await acceptedLines(school.student, 'sandling-160')).toMatchObject([
      { id, line: { name: line!.name } }
    ]);
    expect(await acceptedLines(stranger.instructor, 'sandling-160')).toEqual([]);
    await setLineRemoved(school.instructor, id, true);
    expect(await acceptedLines(school.instructor, 'sandling-160')).toEqual([]);
    await setLineRemoved(school.instructor, id, false);
    expect(await acceptedLines(school.instructor, 'sandling-160')).toHaveLength(1);
    await expect(
      acceptLine(school.instructor, { id: randomUUID(), aircraft: 'kite', line })
    ).rejects.toMatchObject({ field: 'aircraft' });
    await expect(
      acceptLine(school.instructor, {
        id: randomUUID(),
        aircraft: 'sandling-160',
        line: { ...line, evidence: [] }
      })
    ).rejects.toMatchObject({ field: 'evidence' });
    await expect(
      acceptLine(school.student, { id: randomUUID(), aircraft: 'sandling-160', line })
    ).rejects.toThrow(/row-level security/);
  });
});

test('flights graded by older rules are graded again, once, and the old grade stays', async () => {
  const lesson = await lessonFor(planOf({ seed: 30 }));
  const attempt = await flownAttempt(lesson.id, chunksOf(planOf({ seed: 30 })));
  await owner('grade').where({ attempt_id: attempt }).update({ grader_version: 1, score: 3 });
  expect((await regradeOlder(owner)).done).toBeGreaterThanOrEqual(1);
  expect((await regradeOlder(owner)).done).toBe(0);
  const grades = await owner('grade').where({ attempt_id: attempt }).orderBy('grader_version');
  expect(grades.map((grade) => grade.grader_version)).toEqual([1, GRADER_VERSION]);
  expect((await debriefOf(school.instructor, attempt))!.grade.graderVersion).toBe(GRADER_VERSION);
  expect(
    (await historyAttempts(school.student, school.student.accountId)).filter((a) => a.id === attempt)
  ).toHaveLength(1);
  await database().raw('SELECT 1');
});

test('a flight recorded before there were more channels is still put together and read', async () => {
  const chunks = chunksOf(planOf({ seed: 31 })).map((chunk) => ({
    ...chunk,
    counts: chunk.counts.slice(0, 24)
  }));
  const flight = flightFromChunks(chunks);
  expect(flight.columns.has('trueHeading_deg')).toBe(false);
  const lesson = await lessonFor(planOf({ seed: 31 }));
  const id = await flownAttempt(lesson.id, chunks);
  expect(await flightFromParquet((await flightBytes(school.student, id))!, (p) => gunzipSync(p))).toEqual(
    flight
  );
  expect((await debriefOf(school.student, id))!.grade.comparable.completed).toBe(true);
});
