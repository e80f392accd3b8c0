import type { FlightMark } from '../../core/flight/flight-mark';
import { Conflict } from '../conflict';
import { as } from '../database';
import type { Identity } from '../identity';
import { mustExist } from '../attempt-rows';
import { tellNews } from './flight-news';

export interface MadeMark extends FlightMark {
  by: string;
}

const MOST = 500;

/** Keeps a mark of a flight, flown or being flown; keeping it again changes nothing. @throws Conflict when the id is another's, or there are too many */
export async function keepMark(identity: Identity, attemptId: string, mark: FlightMark): Promise<void> {
  await as(identity, async (db) => {
    const attempt = await mustExist(db, attemptId);
    const { count } = (await db('flight_mark').where({ attempt_id: attemptId }).count().first()) as {
      count: string;
    };
    if (Number(count) >= MOST) throw new Conflict(`one flight has at most ${MOST} marks`);
    await db('flight_mark')
      .insert({
        ...mark,
        school_id: identity.schoolId,
        student_id: attempt.studentId,
        attempt_id: attemptId,
        made_by: identity.accountId
      })
      .onConflict('id')
      .ignore();
    const kept = await db('flight_mark').select('attempt_id').where({ id: mark.id }).first();
    if (kept?.attempt_id !== attemptId) throw new Conflict('this id belongs to another mark');
    await tellNews(db, attemptId, { kind: 'mark' });
  });
}

/** The marks of a flight, in the order of its moments. */
export async function marksOf(identity: Identity, attemptId: string): Promise<MadeMark[]> {
  return as(identity, (db) =>
    db('flight_mark as m')
      .join('account as a', 'a.id', 'm.made_by')
      .select('m.id', 'm.at_s', 'm.kind', 'm.words', 'a.name as by')
      .where('m.attempt_id', attemptId)
      .orderBy(['m.at_s', 'm.made_at'])
      .limit(MOST)
  );
}
