import { instrumentTest } from '../../core/road/readiness';
import type { Verdict } from '../../core/finding/verdict';
import { as } from '../database';
import { dayIn } from '../school-day';
import { COUNTED } from './homework';
import type { Identity } from '../identity';

/** A line of the school this morning: whose, and what of. */
export interface MorningLine {
  studentId: string;
  student: string;
  task: string;
}

export interface FlownLately extends MorningLine {
  attemptId: string;
  finishedAt: string;
  score: number;
  verdict: Verdict;
  kind: 'lesson' | 'practice';
}

export interface SchoolThisMorning {
  /** False in a school that has only just begun. */
  hasStudents: boolean;
  flown: FlownLately[];
  flownCount: number;
  stuck: (MorningLine & { flights: number; lastAttempt: string | null })[];
  slipping: (MorningLine & { lastFlown: string; since: string; lastAttempt: string | null })[];
  ready: { studentId: string; student: string; tasks: number; of: number }[];
  homework: (MorningLine & { due: string; overdue: boolean; times: number })[];
}

const SHOWN = 12;
/** Since the beginning of the day before. */
const LATELY_H = 36;
/** So many of the tasks of the test make a student worth looking at for it. */
const NEARLY_READY = 0.7;

/** What an instructor looks at first: who flew, who is stuck, who slips, who is ready, and what homework is due. */
export async function schoolThisMorning(identity: Identity): Promise<SchoolThisMorning> {
  return as(identity, async (db) => {
    const school = identity.schoolId;
    const today = dayIn(identity.timeZone);
    const lastAttempt = `(SELECT id FROM attempt x WHERE x.student_id = s.student_id AND x.drill = s.task AND x.pilot = 'student'
        AND x.finished_at IS NOT NULL AND x.discarded_at IS NULL ORDER BY x.finished_at DESC LIMIT 1) AS "lastAttempt"`;
    const flown = await db('attempt as a')
      .join('account as p', 'p.id', 'a.student_id')
      .join('lesson as l', 'l.id', 'a.lesson_id')
      .join('newest_grade as g', 'g.attempt_id', 'a.id')
      .joinRaw(
        'LEFT JOIN LATERAL (SELECT verdict FROM grade_override WHERE attempt_id = a.id ORDER BY made_at DESC LIMIT 1) o ON true'
      )
      .select(
        'a.id as attemptId',
        'a.student_id as studentId',
        'p.name as student',
        'a.drill as task',
        'a.finished_at as finishedAt',
        'g.score',
        'l.kind',
        db.raw('coalesce(o.verdict, g.verdict) AS verdict')
      )
      .where('a.school_id', school)
      .where('a.pilot', 'student')
      .whereNull('a.discarded_at')
      .whereRaw(`a.finished_at > now() - interval '1 hour' * ?`, [LATELY_H])
      .orderBy('a.finished_at', 'desc')
      .limit(SHOWN);
    const [{ count }] = (await db('attempt')
      .where({ school_id: school, pilot: 'student' })
      .whereNull('discarded_at')
      .whereRaw(`finished_at > now() - interval '1 hour' * ?`, [LATELY_H])
      .count()) as [{ count: string }];
    const standing = () =>
      db('standing as s')
        .join('account as p', 'p.id', 's.student_id')
        .where('s.school_id', school)
        .whereNull('p.archived_at')
        .limit(SHOWN);
    const stuck = await standing()
      .select('s.student_id as studentId', 'p.name as student', 's.task', 's.flights', db.raw(lastAttempt))
      .where('s.stuck', true)
      .orderBy('s.last_flown', 'desc');
    const slipping = await standing()
      .select(
        's.student_id as studentId',
        'p.name as student',
        's.task',
        's.last_flown as lastFlown',
        's.slips_on as since',
        db.raw(lastAttempt)
      )
      .where('s.slips_on', '<=', db.fn.now())
      .orderBy('s.slips_on', 'desc');
    const tasks = instrumentTest.tasks.flatMap(({ id, shownBy }) =>
      shownBy.map((task) => [id, task] as const)
    );
    const { rows: ready } = await db.raw<{ rows: SchoolThisMorning['ready'] }>(
      `SELECT s.student_id AS "studentId", p.name AS student, count(DISTINCT t.test)::int AS tasks, ?::int AS of
       FROM standing s
       JOIN unnest(?::text[], ?::text[]) AS t(test, task) ON t.task = s.task
       JOIN account p ON p.id = s.student_id
       WHERE s.school_id = ? AND s.to_standard AND (s.slips_on IS NULL OR s.slips_on > now()) AND p.archived_at IS NULL
       GROUP BY s.student_id, p.name
       HAVING count(DISTINCT t.test) >= ?
       ORDER BY tasks DESC, p.name LIMIT ?`,
      [
        instrumentTest.tasks.length,
        tasks.map(([test]) => test),
        tasks.map(([, task]) => task),
        school,
        Math.ceil(NEARLY_READY * instrumentTest.tasks.length),
        SHOWN
      ]
    );
    const homework = await db('homework as h')
      .join('account as p', 'p.id', 'h.student_id')
      .select(
        'h.student_id as studentId',
        'p.name as student',
        'h.task',
        'h.times',
        db.raw('h.due::text AS due'),
        db.raw('(h.due < ?::date) AS overdue', [today])
      )
      .where('h.school_id', school)
      .whereNull('h.taken_back_at')
      .whereNull('p.archived_at')
      .whereRaw('h.due BETWEEN ?::date - 7 AND ?::date + 7', [today, today])
      .whereRaw(`(SELECT count(*) ${COUNTED}) < h.times`)
      .orderBy('h.due')
      .limit(SHOWN);
    const iso = <Row extends object>(row: Row, ...names: (keyof Row)[]): Row => ({
      ...row,
      ...Object.fromEntries(names.map((name) => [name, (row[name] as Date).toISOString()]))
    });
    const anybody = await db('account')
      .select('id')
      .where({ school_id: school, role: 'student' })
      .whereNull('archived_at')
      .first();
    return {
      hasStudents: anybody !== undefined,
      flown: flown.map((row) => iso(row, 'finishedAt')),
      flownCount: Number(count),
      stuck,
      slipping: slipping.map((row) => iso(row, 'lastFlown', 'since')),
      ready,
      homework
    } as SchoolThisMorning;
  });
}
