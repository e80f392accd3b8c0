import type { Knex } from 'knex';
import { Rejection } from '../../core/measure/rejection';
import { instrumentSyllabus } from '../../core/road/instrument-syllabus';
import { syllabusFrom } from '../../core/format/syllabus-file';
import { syllabusProblems } from '../../core/road/syllabus-check';
import type { Syllabus } from '../../core/road/syllabus';
import { as } from '../database';
import { drillNames } from '../drill-names';
import type { Identity } from '../identity';

/** A syllabus as it can be taught by. */
export interface KeptSyllabus {
  /** null: the one that ships. */
  id: string | null;
  version: number;
  body: Syllabus;
  keptBy: string | null;
  students: number;
}

const MOST_VERSIONS = 200;

/** What ships and what the school has of its own: the newest version of each, and older ones that somebody is still taught by. */
export async function syllabuses(identity: Identity): Promise<KeptSyllabus[]> {
  const own = await as(identity, (db) =>
    db('school_syllabus as s')
      .join('account as a', 'a.id', 's.kept_by')
      .select(
        's.id',
        's.version',
        's.body',
        's.key',
        'a.name as keptBy',
        db.raw('(SELECT count(*)::int FROM student_road r WHERE r.syllabus_id = s.id) AS students')
      )
      .orderBy([{ column: 's.key' }, { column: 's.version', order: 'desc' }])
      .limit(MOST_VERSIONS)
  );
  const newest = (row: { key: string }, i: number) => own.findIndex(({ key }) => key === row.key) === i;
  return [
    { id: null, version: 1, body: instrumentSyllabus, keptBy: null, students: 0 },
    ...own.filter((row, i) => newest(row, i) || row.students > 0).map(({ key: _, ...row }) => row)
  ];
}

/** The syllabus with this id; the one that ships for null, and for what is not there. */
export async function syllabusBody(db: Knex, id: string | null): Promise<Syllabus> {
  const row = id
    ? await db('school_syllabus').select('body').where({ id }).first<{ body: Syllabus } | undefined>()
    : undefined;
  return row?.body ?? instrumentSyllabus;
}

/**
 * Keeps a syllabus as a new version of the school's own; the same again under the same id changes nothing.
 * @throws Rejection at the first thing that does not fit
 */
export async function keepSyllabus(identity: Identity, id: string, text: string): Promise<KeptSyllabus> {
  const body = syllabusFrom(text);
  const [problem] = syllabusProblems(body, new Set(Object.keys(await drillNames(identity))));
  if (problem) throw new Rejection(problem.field, problem.value, problem.message);
  return as(identity, async (db) => {
    await db.raw('SELECT pg_advisory_xact_lock(hashtext(?))', [`syllabus ${identity.schoolId} ${body.id}`]);
    await db.raw(
      `INSERT INTO school_syllabus (id, school_id, key, version, body, kept_by)
       SELECT ?, ?, ?, coalesce(max(version), 0) + 1, ?::jsonb, ? FROM school_syllabus WHERE school_id = ? AND key = ?
       ON CONFLICT (id) DO NOTHING`,
      [id, identity.schoolId, body.id, JSON.stringify(body), identity.accountId, identity.schoolId, body.id]
    );
    const row = await db('school_syllabus').select('id', 'version', 'body').where({ id }).first();
    if (!row) throw new Rejection('id', id, 'an id no other syllabus has');
    return { ...row, keptBy: identity.name, students: 0 };
  });
}
