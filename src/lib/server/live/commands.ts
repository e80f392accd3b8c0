import type { Command } from '../../core/flight/command';
import { Conflict } from '../conflict';
import { as } from '../database';
import type { Identity } from '../identity';
import { lockedAttempt, mustExist } from '../attempt-rows';
import { tellNews } from './flight-news';

export const outcomes = ['done', 'too late', 'not possible'] as const;
export type Outcome = (typeof outcomes)[number];

/** A command as it was given, and what became of it. */
export interface GivenCommand {
  id: string;
  number: number;
  command: Command;
  by: string;
  /** How long ago it was given, by the database's clock: those of browsers may be wrong. */
  age_s: number;
  outcome: Outcome | null;
  at_s: number | null;
}

/** The latest so many are told. */
const TOLD = 50;
const MOST = 500;
/** Nobody gives more than so many commands in so many seconds by hand. */
const AT_ONCE = 10;
const WITHIN_S = 2;

/**
 * Gives a flight a command: numbered, kept, and told to who flies it. Giving the same one again changes nothing.
 * @throws Conflict when the flight has ended, too many come at once, or the id is another command's
 */
export async function giveCommand(
  identity: Identity,
  attemptId: string,
  { id, command }: { id: string; command: Command }
): Promise<{ number: number }> {
  return as(identity, async (db) => {
    const attempt = await lockedAttempt(db, attemptId);
    const known = await db('flight_command')
      .select('number', 'attempt_id')
      .where({ id })
      .first<{ number: number; attempt_id: string } | undefined>();
    if (known && known.attempt_id !== attemptId) throw new Conflict('this id belongs to another command');
    if (known) return { number: known.number };
    if (attempt.finishedAt) throw new Conflict('this flight has ended; nothing can be done to it any more');
    const { last, lately } = (await db('flight_command')
      .where({ attempt_id: attemptId })
      .first(
        db.raw('coalesce(max(number), 0) AS last'),
        db.raw(
          "count(*) FILTER (WHERE given_at > clock_timestamp() - interval '1 second' * ?)::int AS lately",
          [WITHIN_S]
        )
      )) as { last: number; lately: number };
    if (lately >= AT_ONCE) throw new Conflict('too many commands at once; wait a moment and give it again');
    if (last >= MOST) throw new Conflict(`one flight is given at most ${MOST} commands`);
    const number = last + 1;
    await db('flight_command').insert({
      id,
      school_id: identity.schoolId,
      student_id: attempt.studentId,
      attempt_id: attemptId,
      number,
      body: JSON.stringify(command),
      given_by: identity.accountId
    });
    await tellNews(db, attemptId, { kind: 'command', number });
    return { number };
  });
}

/**
 * Keeps what became of a command, as who flies says it; what was kept first stands.
 * @throws Conflict when this person does not fly the attempt, or there is no such command
 */
export async function answerCommand(
  identity: Identity,
  attemptId: string,
  number: number,
  { outcome, at_s }: { outcome: Outcome; at_s: number }
): Promise<void> {
  await as(identity, async (db) => {
    const attempt = await mustExist(db, attemptId);
    if (attempt.startedBy !== identity.accountId)
      throw new Conflict('only who flies an attempt says what became of a command');
    const changed = await db('flight_command')
      .where({ attempt_id: attemptId, number })
      .whereNull('outcome')
      .update({ outcome, at_s });
    if (changed > 0) return tellNews(db, attemptId, { kind: 'command', number });
    const known = await db('flight_command').select('id').where({ attempt_id: attemptId, number }).first();
    if (!known) throw new Conflict(`there is no command ${number} to this flight`);
  });
}

/** The latest commands of a flight, in their order. @param from only those with this number and after */
export async function commandsOf(identity: Identity, attemptId: string, from = 0): Promise<GivenCommand[]> {
  return as(identity, async (db) => {
    const rows = await db('flight_command as c')
      .join('account as a', 'a.id', 'c.given_by')
      .select(
        'c.id',
        'c.number',
        'c.body as command',
        'a.name as by',
        'c.outcome',
        'c.at_s',
        db.raw('extract(epoch FROM clock_timestamp() - c.given_at)::real AS age_s')
      )
      .where('c.attempt_id', attemptId)
      .where('c.number', '>=', from)
      .orderBy('c.number', 'desc')
      .limit(TOLD);
    return (rows as GivenCommand[]).reverse();
  });
}
