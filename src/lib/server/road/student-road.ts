import type { Knex } from 'knex';
import { Rejection } from '../../core/measure/rejection';
import { HARDEST, type LevelBounds } from '../../core/road/practice-level';
import { lessonsInOrder } from '../../core/road/lessons-in-order';
import { syllabusBody } from './syllabuses';
import { as } from '../database';
import type { Identity } from '../identity';

/** By what somebody is taught, and how hard own practice may be. */
export interface RoadSettings extends LevelBounds {
  syllabusId: string | null;
  /** Id of the lesson that is begun with: those before it are taken as known; null: the first. */
  startsWith: string | null;
}

/** Before an instructor has set anything. */
export const beginningOfRoad: RoadSettings = { syllabusId: null, startsWith: null, least: 1, most: HARDEST };

export async function roadSettings(db: Knex, studentId: string): Promise<RoadSettings> {
  const row = await db('student_road')
    .select(
      'syllabus_id as syllabusId',
      'starts_with as startsWith',
      'least_level as least',
      'most_level as most'
    )
    .where({ student_id: studentId })
    .first<RoadSettings | undefined>();
  return row ?? beginningOfRoad;
}

/** @throws Rejection where the levels are none, or the syllabus is not the school's */
export async function setRoad(identity: Identity, studentId: string, asked: RoadSettings): Promise<void> {
  const { syllabusId, startsWith, least, most } = asked;
  const isLevel = (level: number) => Number.isInteger(level) && level >= 1 && level <= HARDEST;
  if (!isLevel(least)) throw new Rejection('least', least, `a whole number from 1 to ${HARDEST}`);
  if (!isLevel(most) || most < least)
    throw new Rejection('most', most, `a whole number from ${least} to ${HARDEST}`);
  await as(identity, async (db) => {
    if (syllabusId && !(await db('school_syllabus').select('id').where({ id: syllabusId }).first()))
      throw new Rejection('syllabus', syllabusId, 'a syllabus of this school');
    const lessons = lessonsInOrder(await syllabusBody(db, syllabusId));
    if (startsWith !== null && !lessons.some(({ id }) => id === startsWith))
      throw new Rejection('startsWith', startsWith, 'a lesson of this syllabus');
    const student = await db('account').select('id').where({ id: studentId, role: 'student' }).first();
    if (!student) throw new Rejection('student', studentId, 'a student of this school');
    await db('student_road')
      .insert({
        student_id: studentId,
        school_id: identity.schoolId,
        syllabus_id: syllabusId,
        starts_with: startsWith,
        least_level: least,
        most_level: most,
        set_by: identity.accountId,
        set_at: db.fn.now()
      })
      .onConflict('student_id')
      .merge(['syllabus_id', 'starts_with', 'least_level', 'most_level', 'set_by', 'set_at']);
  });
}
