import type { Knex } from 'knex';
import { completedPlan } from '../core/drill/completed-plan';
import { placeOfWorld } from '../core/drill/lesson-place';
import { LessonPlan } from '../core/drill/lesson-plan';
import { keptPlan, upgradePlan } from '../core/drill/plan-version';
import { problemsOf } from '../core/drill/plan-check';
import { toleranceProfiles } from '../core/drill/tolerance-profile';
import { Rejection } from '../core/measure/rejection';
import { parse } from '../core/measure/validation';
import { drillCatalogue } from '../core/drill/catalogue/catalogue';
import { Conflict } from './conflict';
import { as } from './database';
import type { Identity } from './identity';
import { schoolDrills, schoolWorlds, usableProfiles } from './school-library';

export interface Lesson {
  id: string;
  number: number;
  studentId: string;
  studentName: string;
  plannedBy: string;
  createdAt: string;
  plan: LessonPlan;
  /** What the instructor wants the student to know before it is flown. */
  note: string;
  /** Planned by an instructor, or by the student alone. */
  kind: 'lesson' | 'practice';
  withdrawn: boolean;
  /** The mock test it is a part of; null: of none. */
  mockTest: { id: string; part: number } | null;
  /** Whether it may still be changed or withdrawn: nobody has begun to fly it. */
  open: boolean;
}

export interface LessonLine extends Lesson {
  attempts: number;
  lastVerdict: string | null;
  lastAttempt: string | null;
}

export const LESSONS_SHOWN = 50;

const LONGEST_NOTE = 1000;

/** The plan as it can be flown and kept. @throws Rejection at the first field that cannot be flown */
async function flyable(identity: Identity, asked: unknown): Promise<LessonPlan> {
  const plan = await completed(identity, parse(LessonPlan, upgradePlan(asked), 'plan'));
  const [problem] = problemsOf(plan);
  if (problem) throw new Rejection(problem.field, valueAt(plan, problem.field), problem.message);
  return plan;
}

function checkedNote(note: string): string {
  const text = note.trim();
  if (text.length > LONGEST_NOTE)
    throw new Rejection('note', text.length, `a note of at most ${LONGEST_NOTE} letters`);
  return text;
}

/**
 * Plans a lesson, or a student's own practice; planning it again under the same id changes nothing.
 * @throws Rejection at the first field that cannot be flown
 */
export async function planLesson(
  identity: Identity,
  asked: {
    id: string;
    studentId: string;
    plan: unknown;
    note?: string;
    kind?: Lesson['kind'];
    /** How hard own practice is made, 1 to 6; left out: not by level. */
    level?: number;
    /** The mock test it is a part of; left out: of none. */
    mockTest?: { id: string; part: number };
  }
): Promise<Lesson> {
  const plan = await flyable(identity, asked.plan);
  const note = checkedNote(asked.note ?? '');
  return as(identity, async (db) => {
    const student = await db('account')
      .select('id')
      .where({ id: asked.studentId, role: 'student' })
      .whereNull('archived_at')
      .first();
    if (!student) throw new Rejection('student', asked.studentId, 'a student of this school');
    // Numbers run by student: two plans at once must not take the same one.
    await db.raw('SELECT pg_advisory_xact_lock(hashtext(?))', [`lesson ${asked.studentId}`]);
    await db.raw(
      `INSERT INTO lesson (id, school_id, student_id, planned_by, number, plan, note, kind, level, mock_test_id, mock_part)
       SELECT ?, ?, ?, ?, coalesce(max(number), 0) + 1, ?::jsonb, ?, ?, ?, ?, ? FROM lesson WHERE student_id = ?
       ON CONFLICT (id) DO NOTHING`,
      [
        asked.id,
        identity.schoolId,
        asked.studentId,
        identity.accountId,
        JSON.stringify(plan),
        note,
        asked.kind ?? 'lesson',
        asked.level ?? null,
        asked.mockTest?.id ?? null,
        asked.mockTest?.part ?? null,
        asked.studentId
      ]
    );
    const lesson = await selectLessons(db).where('l.id', asked.id).first();
    if (!lesson || lesson.student_id !== asked.studentId)
      throw new Rejection('id', asked.id, 'an id no other lesson has');
    return lessonOf(lesson);
  });
}

/**
 * Changes a lesson that has not been flown yet.
 * @throws Rejection as `planLesson`; Conflict when it has been flown, or withdrawn
 */
export async function changeLesson(
  identity: Identity,
  id: string,
  asked: { plan: unknown; note: string }
): Promise<void> {
  const plan = await flyable(identity, asked.plan);
  await updateOpen(identity, id, (db) => ({
    plan: JSON.stringify(plan),
    note: checkedNote(asked.note),
    changed_at: db.fn.now(),
    changed_by: identity.accountId
  }));
}

/** Withdraws a lesson that has not been flown, or puts it back. @throws Conflict when it has been flown */
export async function setWithdrawn(identity: Identity, id: string, withdrawn: boolean): Promise<void> {
  await updateOpen(identity, id, (db) => ({
    withdrawn_at: withdrawn ? db.fn.now() : null,
    withdrawn_by: withdrawn ? identity.accountId : null
  }));
}

async function updateOpen(
  identity: Identity,
  id: string,
  changes: (db: Knex) => Record<string, unknown>
): Promise<void> {
  await as(identity, async (db) => {
    const changed = await db('lesson').where({ id }).update(changes(db));
    if (changed > 0) return;
    const lesson = await selectLessons(db).where('l.id', id).first();
    if (!lesson) throw new Rejection('lesson', id, 'a lesson of a student of yours');
    throw new Conflict(
      lesson.mock_test_id === null
        ? 'this lesson has been flown; plan a new one instead'
        : 'this flight is part of a mock test and stays as it was set'
    );
  });
}

/** The plan with what the school has of its own as it is today, whatever the browser sent under its name. */
async function completed(identity: Identity, plan: LessonPlan): Promise<LessonPlan> {
  const { ownPlace: asked, ...bare } = plan;
  const shipped = drillCatalogue.some((drill) => drill.id === plan.drill);
  const known = toleranceProfiles.some((profile) => profile.id === plan.toleranceProfile);
  const world = asked
    ? (await schoolWorlds(identity)).find(({ body }) => body.id === asked.world.id)?.body
    : null;
  if (asked && !world)
    throw new Rejection('area', asked.world.id, 'a place that is still in use; this world has been put away');
  return {
    ...completedPlan(bare, {
      drills: shipped ? [] : (await schoolDrills(identity)).map(({ body }) => body),
      profiles: known ? [] : await usableProfiles(identity)
    }),
    ...(world ? { ownPlace: placeOfWorld(world, new Date()) } : {})
  };
}

/** Value of a plan's field by its path, for saying what was not accepted. */
function valueAt(plan: LessonPlan, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], plan);
}

export async function lessonById(identity: Identity, id: string): Promise<Lesson | null> {
  return as(identity, async (db) => {
    const row = await selectLessons(db).where('l.id', id).first();
    return row ? lessonOf(row) : null;
  });
}

/** The latest lessons of a student, newest first, with how they went. */
export async function lessonsOf(identity: Identity, studentId: string): Promise<LessonLine[]> {
  return as(identity, async (db) => {
    const rows = await selectLessons(db)
      .select(
        db.raw(
          `(SELECT count(*)::int FROM attempt a WHERE a.lesson_id = l.id AND a.finished_at IS NOT NULL AND a.discarded_at IS NULL AND a.pilot = 'student') AS attempts`
        ),
        db.raw('latest.attempt_id AS last_attempt, latest.verdict AS last_verdict')
      )
      .joinRaw(
        `LEFT JOIN LATERAL (
           SELECT a.id AS attempt_id, coalesce(o.verdict, g.verdict) AS verdict
           FROM attempt a
           JOIN newest_grade g ON g.attempt_id = a.id
           LEFT JOIN LATERAL (SELECT verdict FROM grade_override WHERE attempt_id = a.id ORDER BY made_at DESC LIMIT 1) o ON true
           WHERE a.lesson_id = l.id AND a.pilot = 'student' AND a.finished_at IS NOT NULL AND a.discarded_at IS NULL
           ORDER BY a.finished_at DESC LIMIT 1
         ) latest ON true`
      )
      .where('l.student_id', studentId)
      .whereNull('l.withdrawn_at')
      .orderBy('l.number', 'desc')
      .limit(LESSONS_SHOWN);
    return rows.map((row) => ({
      ...lessonOf(row),
      attempts: row.attempts as number,
      lastVerdict: row.last_verdict as string | null,
      lastAttempt: row.last_attempt as string | null
    }));
  });
}

interface LessonRow {
  id: string;
  number: number;
  student_id: string;
  student_name: string;
  planned_by_name: string;
  created_at: Date;
  plan: unknown;
  note: string;
  kind: Lesson['kind'];
  withdrawn_at: Date | null;
  mock_test_id: string | null;
  mock_part: number | null;
  open: boolean;
  [more: string]: unknown;
}

function selectLessons(db: Knex) {
  return db('lesson as l')
    .join('account as s', 's.id', 'l.student_id')
    .join('account as i', 'i.id', 'l.planned_by')
    .select<LessonRow[]>(
      'l.id',
      'l.number',
      'l.student_id',
      'l.plan',
      'l.created_at',
      'l.note',
      'l.kind',
      'l.withdrawn_at',
      'l.mock_test_id',
      'l.mock_part',
      's.name as student_name',
      'i.name as planned_by_name',
      db.raw(
        'l.mock_test_id IS NULL AND NOT EXISTS (SELECT 1 FROM attempt x WHERE x.lesson_id = l.id AND x.discarded_at IS NULL) AS open'
      )
    );
}

function lessonOf(row: LessonRow): Lesson {
  return {
    id: row.id,
    number: row.number,
    studentId: row.student_id,
    studentName: row.student_name,
    plannedBy: row.planned_by_name,
    createdAt: row.created_at.toISOString(),
    plan: keptPlan(row.plan),
    note: row.note,
    kind: row.kind,
    withdrawn: row.withdrawn_at !== null,
    mockTest: row.mock_test_id === null ? null : { id: row.mock_test_id, part: row.mock_part! },
    open: row.open
  };
}
