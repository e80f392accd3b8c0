import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { aircraftCatalogue } from '../../core/aircraft/catalogue';
import type { Segment } from '../../core/drill/drill';
import type { Verdict } from '../../core/finding/verdict';
import { Rejection } from '../../core/measure/rejection';
import { mockVerdict, resultsOf, type MockPart, type MockResult } from '../../core/road/mock-test';
import { instrumentTest } from '../../core/road/readiness';
import { as } from '../database';
import { drillNames } from '../drill-names';
import { heavily } from '../heavy/pool';
import { teaches, type Identity } from '../identity';
import { planLesson } from '../lessons';

/** A mock test as it stands: what it is made of, and how every part came out. */
export interface MockTestReport {
  id: string;
  studentId: string;
  studentName: string;
  /** Its name. */
  standard: string;
  edition: string;
  aircraft: string;
  seed: number;
  setBy: string;
  setAt: string;
  stoppedAt: string | null;
  verdict: ReturnType<typeof mockVerdict>;
  parts: MockPartReport[];
}
export interface MockPartReport {
  number: number;
  lessonId: string;
  name: string;
  results: MockResult[];
  /** The flight that counts; null: it has not been flown. */
  flight: { attemptId: string; finishedAt: string; score: number; worst: string | null } | null;
  /** Begun and not finished yet. */
  isUnderWay: boolean;
}

const SHOWN = 20;

/**
 * Plans a mock test of the instrument rating, all of its flights; setting it again under its id changes nothing.
 * @throws Rejection where there is no such student, airplane or seed
 */
export async function setMockTest(
  identity: Identity,
  asked: { id: string; studentId: string; aircraft: string; seed: number }
): Promise<void> {
  const { id, studentId, aircraft, seed } = asked;
  if (!aircraftCatalogue.some((one) => one.id === aircraft))
    throw new Rejection('aircraft', aircraft, `one of ${aircraftCatalogue.map((one) => one.id).join(', ')}`);
  if (!Number.isInteger(seed) || seed < 1 || seed > 1_000_000)
    throw new Rejection('seed', seed, 'a whole number from 1 to 1,000,000');
  const parts = await heavily(identity, 'mockTest', { aircraft, seed });
  await as(identity, async (db) => {
    const student = await db('account')
      .select('id')
      .where({ id: studentId, role: 'student' })
      .whereNull('archived_at')
      .first();
    if (!student) throw new Rejection('student', studentId, 'a student of this school');
    await db('mock_test')
      .insert({
        id,
        school_id: identity.schoolId,
        student_id: studentId,
        standard: instrumentTest.id,
        edition: instrumentTest.edition,
        aircraft,
        seed,
        parts: JSON.stringify(parts.map(({ flown, shows }): KeptPart => ({ flown, shows }))),
        set_by: identity.accountId
      })
      .onConflict('id')
      .ignore();
    const kept = await db('mock_test').select('student_id', 'aircraft', 'seed').where({ id }).first();
    if (kept?.student_id !== studentId || kept.aircraft !== aircraft || kept.seed !== seed)
      throw new Rejection('id', id, 'an id no other test has');
  });
  for (const [index, { plan }] of parts.entries())
    await planLesson(identity, {
      id: partId(id, index + 1),
      studentId,
      plan,
      note: `Part ${index + 1} of ${parts.length} of a mock test.`,
      kind: teaches(identity) ? 'lesson' : 'practice',
      mockTest: { id, part: index + 1 }
    });
}

/** The same test has the same lessons, however often it is set. */
function partId(testId: string, part: number): string {
  const hex = createHash('sha256').update(`${testId} part ${part}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

/** Ends a test before everything has been flown; what was flown stands. @throws Rejection where it is not theirs */
export async function stopMockTest(identity: Identity, id: string): Promise<void> {
  await as(identity, async (db) => {
    const changed = await db('mock_test')
      .where({ id })
      .update({ stopped_at: db.raw('coalesce(stopped_at, clock_timestamp())') });
    if (changed === 0)
      throw new Rejection('test', id, 'a mock test of yours, or of a student of this school');
  });
}

/** A mock test as it stands, or null when there is none this person may see. */
export async function mockTestById(identity: Identity, id: string): Promise<MockTestReport | null> {
  const [found] = await reports(identity, (query) => query.where('m.id', id));
  return found ?? null;
}

/** A student's mock tests, the newest first. */
export async function mockTestsOf(identity: Identity, studentId: string): Promise<MockTestReport[]> {
  return reports(identity, (query) => query.where('m.student_id', studentId));
}

/** What is kept of a part beside its lesson. */
type KeptPart = Pick<MockPart, 'flown' | 'shows'>;

interface TestRow {
  id: string;
  studentId: string;
  studentName: string;
  standard: string;
  edition: string;
  aircraft: string;
  seed: number;
  setBy: string;
  setAt: Date;
  stoppedAt: Date | null;
  parts: KeptPart[];
}
interface PartRow {
  testId: string;
  number: number;
  lessonId: string;
  attemptId: string | null;
  finishedAt: Date | null;
  score: number | null;
  verdict: Verdict | null;
  segments: { segment: Segment; verdict: Verdict }[] | null;
  worst: string | null;
  completed: boolean;
}

async function reports(
  identity: Identity,
  which: (query: Knex.QueryBuilder) => Knex.QueryBuilder
): Promise<MockTestReport[]> {
  const names = await drillNames(identity);
  const { tests, parts } = await as(identity, async (db) => {
    const tests = (await which(
      db('mock_test as m')
        .join('account as s', 's.id', 'm.student_id')
        .join('account as b', 'b.id', 'm.set_by')
        .select(
          'm.id',
          'm.student_id as studentId',
          's.name as studentName',
          'm.standard',
          'm.edition',
          'm.aircraft',
          'm.seed',
          'b.name as setBy',
          'm.set_at as setAt',
          'm.stopped_at as stoppedAt',
          'm.parts'
        )
    )
      .orderBy('m.set_at', 'desc')
      .limit(SHOWN)) as TestRow[];
    return {
      tests,
      parts: await partsOf(
        db,
        tests.map(({ id }) => id)
      )
    };
  });
  return tests.map((test) => {
    const told = parts
      .filter(({ testId }) => testId === test.id)
      .map((row) => partReport(row, test.parts[row.number - 1]!, names));
    return {
      ...test,
      standard: instrumentTest.name,
      setAt: test.setAt.toISOString(),
      stoppedAt: test.stoppedAt?.toISOString() ?? null,
      verdict: mockVerdict(
        told.flatMap(({ results }) => results),
        test.stoppedAt !== null
      ),
      parts: told
    };
  });
}

/** Of each part the flight that was begun first: who does not like it cannot leave it lying and begin another. An instructor's own verdict goes before the computed one. */
async function partsOf(db: Knex, testIds: readonly string[]): Promise<PartRow[]> {
  if (testIds.length === 0) return [];
  return db('lesson as l')
    .joinRaw(
      `LEFT JOIN LATERAL (
         SELECT id, finished_at FROM attempt
         WHERE lesson_id = l.id AND pilot = 'student' AND taken_from IS NULL AND discarded_at IS NULL
         ORDER BY started_at LIMIT 1
       ) t ON true
       LEFT JOIN newest_grade g ON g.attempt_id = t.id
       LEFT JOIN LATERAL (SELECT verdict FROM grade_override WHERE attempt_id = t.id ORDER BY made_at DESC LIMIT 1) o ON true`
    )
    .whereIn('l.mock_test_id', [...testIds])
    .orderBy('l.mock_part')
    .select(
      'l.mock_test_id as testId',
      'l.mock_part as number',
      'l.id as lessonId',
      't.id as attemptId',
      't.finished_at as finishedAt',
      'g.score',
      db.raw('coalesce(o.verdict, g.verdict) AS verdict'),
      db.raw(`CASE WHEN o.verdict IS NULL THEN g.computed->'segments' END AS segments`),
      db.raw(
        `concat_ws(': ', g.computed#>>'{findings,0,title}', g.computed#>>'{findings,0,evidence}') AS worst`
      ),
      db.raw("coalesce((g.comparable->>'completed')::boolean, false) AS completed")
    );
}

function partReport(row: PartRow, part: KeptPart, names: Record<string, string>): MockPartReport {
  const { attemptId, finishedAt, verdict, completed } = row;
  const isFlown = attemptId !== null && finishedAt !== null && verdict !== null;
  return {
    number: row.number,
    lessonId: row.lessonId,
    name: names[part.flown] ?? part.flown,
    results: resultsOf(part, isFlown ? { verdict, completed, segments: row.segments ?? [] } : null),
    flight: isFlown
      ? { attemptId, finishedAt: finishedAt.toISOString(), score: row.score!, worst: row.worst || null }
      : null,
    isUnderWay: attemptId !== null && !isFlown
  };
}
