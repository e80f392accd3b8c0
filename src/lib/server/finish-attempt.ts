import { keptPlan } from '../core/drill/plan-version';
import type { Knex } from 'knex';
import { aircraftById } from '../core/aircraft/catalogue';
import { drillFileOf } from '../core/drill/catalogue/catalogue';
import type { LessonPlan } from '../core/drill/lesson-plan';
import type { Command } from '../core/flight/command';
import { GRADER_VERSION } from '../core/grade/grade';
import type { PracticeEntry } from '../core/record/log-entry';
import { Conflict } from './conflict';
import { as } from './database';
import type { Assembled } from './heavy/work';
import { heavily } from './heavy/pool';
import { tellNews } from './live/flight-news';
import type { Identity } from './identity';
import type { PilotKind } from './pilot-kind';
import { keepStanding } from './road/standings';
import { gradeSeal } from './seal';
import { dayIn } from './school-day';
import { type Attempt, mustExist, lockedAttempt } from './attempt-rows';

/**
 * Puts the flight together, grades it, and makes its practice entry. Finishing again changes nothing.
 * @throws Conflict when a chunk is missing or nothing was flown; it can be sent and the finishing repeated
 */
export async function finishAttempt(identity: Identity, attemptId: string): Promise<void> {
  await finish(identity, attemptId);
  // Also when it had been finished before: what was broken off here is made up for.
  await keepStanding(identity, attemptId);
}

async function finish(identity: Identity, attemptId: string): Promise<void> {
  const stored = await as(identity, async (db) => {
    const attempt = await mustExist(db, attemptId);
    if (attempt.finishedAt) return null;
    const rows = await db('flight_chunk')
      .select<{ sequence: number; text: string; arrived: Date }[]>(
        'sequence',
        db.raw('body::text AS text'),
        'arrived_at as arrived'
      )
      .where({ attempt_id: attemptId })
      .orderBy('sequence');
    if (rows.length === 0) throw new Conflict('nothing of this attempt has arrived yet');
    const missing = rows.findIndex((row, index) => row.sequence !== index);
    if (missing >= 0) throw new Conflict(`chunk ${missing} of this attempt has not arrived yet`);
    const lesson = await db('lesson')
      .select('plan')
      .where({ id: attempt.lessonId })
      .first<{ plan: unknown }>();
    const commanded = await db('flight_command')
      .select<{ body: Command }[]>('body')
      .where({ attempt_id: attemptId });
    return { attempt, rows, plan: keptPlan(lesson.plan), commanded: commanded.map(({ body }) => body) };
  });
  if (!stored) return;
  const { attempt, rows, plan, commanded } = stored;
  const assembled = await heavily(identity, 'assemble', {
    attemptId,
    plan,
    pilot: attempt.pilot,
    takenOver: attempt.takenFrom !== null,
    chunks: rows.map((row) => row.text),
    arrivals_ms: rows.map((row) => row.arrived.getTime()),
    commanded,
    takenAt_s: attempt.takenFrom?.at_s ?? 0
  });
  await as(identity, async (db) => {
    await lockedAttempt(db, attemptId);
    const { rows: now } = await db.raw<{ rows: { count: number }[] }>(
      'SELECT count(*)::int AS count FROM flight_chunk WHERE attempt_id = ?',
      [attemptId]
    );
    const already = (await mustExist(db, attemptId)).finishedAt !== null;
    // What arrived while the flight was being graded belongs to it: it is graded again, with that.
    if (!already && now[0]!.count !== rows.length)
      throw new Conflict('more of this attempt arrived while it was being graded; finish it again');
    await store(db, identity, attempt, plan, assembled);
  });
}

async function store(
  db: Knex.Transaction,
  identity: Identity,
  attempt: Attempt,
  plan: LessonPlan,
  flown: Assembled
): Promise<void> {
  const flownBy: Record<PilotKind, string> = {
    student: 'the student',
    instructor: `the instructor, ${identity.name}`,
    reference: 'the reference pilot (simulated)',
    habits: 'a simulated pilot with habits',
    eyes: 'the reference pilot (simulated), the scan the student’s'
  };
  const practice: PracticeEntry = {
    date: dayIn(identity.timeZone, new Date(attempt.startedAt)),
    drill: drillFileOf(plan).name,
    aircraft: aircraftById(plan.aircraft).name,
    duration_s: flown.duration_s,
    flownBy: flownBy[attempt.pilot],
    verdict: flown.verdict,
    score: flown.score
  };
  const digest = Buffer.from(flown.digest);
  const twin = await db('flight')
    .select('attempt_id')
    .where({ school_id: identity.schoolId, digest })
    .whereNot({ attempt_id: attempt.id })
    .first<{ attempt_id: string } | undefined>();
  const unusual =
    twin && attempt.pilot === 'student'
      ? [...flown.unusual, 'the same flight, sample for sample, as another attempt']
      : flown.unusual;
  const seal = gradeSeal({
    attempt_id: attempt.id,
    grader_version: GRADER_VERSION,
    verdict: flown.verdict,
    score: flown.score,
    comparable: JSON.parse(flown.comparable)
  });
  await db.raw(
    'SELECT finish_attempt(?, ?, ?, ?, ?, ?, ?, ?::jsonb, ?, ?, ?::jsonb, ?, ?::jsonb, ?::date, ?::jsonb)',
    [
      attempt.id,
      Buffer.from(flown.parquet),
      flown.samples,
      digest,
      flown.states?.length ?? 0,
      flown.states ? Buffer.from(flown.states.bytes) : null,
      GRADER_VERSION,
      flown.grade,
      flown.verdict,
      flown.score,
      flown.comparable,
      seal,
      JSON.stringify(practice),
      practice.date,
      JSON.stringify(unusual)
    ] as Knex.RawBinding[]
  );
  await tellNews(db, attempt.id, { kind: 'ended' });
}
