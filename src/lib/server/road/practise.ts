import { aircraftCatalogue } from '../../core/aircraft/catalogue';
import { Rejection } from '../../core/measure/rejection';
import { worlds } from '../../core/radio/world-catalogue';
import { approachOfTask, levelAfter, practicePlan, HARDEST } from '../../core/road/practice-level';
import type { Verdict } from '../../core/finding/verdict';
import { as } from '../database';
import type { Identity } from '../identity';
import { planLesson } from '../lessons';
import { approachOfShelf } from '../school-approaches';
import { roadSettings } from './student-road';

const LOOKED_AT = 200;

/** At which level each task would be practised next: of those flown at a level, or once to standard in a lesson. */
export async function practiceLevelsOf(
  identity: Identity,
  studentId: string
): Promise<Record<string, number>> {
  return as(identity, async (db) => {
    const bounds = await roadSettings(db, studentId);
    const rows = await db('attempt as a')
      .join('lesson as l', 'l.id', 'a.lesson_id')
      .join('newest_grade as g', 'g.attempt_id', 'a.id')
      .joinRaw(
        'LEFT JOIN LATERAL (SELECT verdict FROM grade_override WHERE attempt_id = a.id ORDER BY made_at DESC LIMIT 1) o ON true'
      )
      .select<{ drill: string; level: number | null; verdict: Verdict }[]>(
        'a.drill',
        'l.level',
        db.raw('coalesce(o.verdict, g.verdict) AS verdict')
      )
      .where('a.student_id', studentId)
      .where('a.pilot', 'student')
      .whereNull('a.taken_from')
      .whereNotNull('a.finished_at')
      .whereNull('a.discarded_at')
      .orderBy('a.finished_at', 'desc')
      .limit(LOOKED_AT);
    const oldestFirst = rows.reverse();
    return Object.fromEntries(
      [...new Set(oldestFirst.map(({ drill }) => drill))].map((task) => {
        const mine = oldestFirst.filter(({ drill }) => drill === task);
        const atLevel = mine.flatMap(({ level, verdict }) => (level === null ? [] : [{ level, verdict }]));
        const wasToStandard = mine.some(({ level, verdict }) => level === null && verdict !== 'not met');
        return [task, levelAfter(atLevel, wasToStandard, bounds)];
      })
    );
  });
}

/**
 * Plans own practice of a task at the level that is due, or at another within the bounds.
 * @returns id of the lesson to fly @throws Rejection where it cannot be practised
 */
export async function planPractice(
  identity: Identity,
  asked: { id: string; task: string; seed: number; level?: number; aircraft?: string; easiest?: boolean }
): Promise<string> {
  const studentId = identity.accountId;
  const { least, most } = await as(identity, (db) => roadSettings(db, studentId));
  const due = (await practiceLevelsOf(identity, studentId))[asked.task] ?? Math.max(1, least);
  const level = asked.easiest ? least : (asked.level ?? due);
  if (!Number.isInteger(level) || level < least || level > most)
    throw new Rejection(
      'level',
      level,
      least === 1 && most === HARDEST ? '1 to 6' : `${least} to ${most}, as your instructor has set it`
    );
  const aircraft = asked.aircraft ?? (await lastAirplane(identity)) ?? aircraftCatalogue[0]!.id;
  const approachId = approachOfTask(asked.task);
  const shelf = approachId ? await approachOfShelf(identity, approachId) : null;
  if (approachId && !(shelf && worlds.some(({ id }) => id === shelf.approach.world)))
    throw new Rejection(
      'task',
      asked.task,
      'an approach of the worlds that ship; plan others on the planning page'
    );
  const plan = practicePlan(shelf?.approach ?? asked.task, { aircraft, level, seed: asked.seed });
  const lesson = await planLesson(identity, { id: asked.id, studentId, plan, kind: 'practice', level });
  return lesson.id;
}

async function lastAirplane(identity: Identity): Promise<string | null> {
  return as(identity, async (db) => {
    const row = await db('lesson')
      .select(db.raw("plan->>'aircraft' AS aircraft"))
      .where({ student_id: identity.accountId })
      .orderBy('created_at', 'desc')
      .first<{ aircraft: string } | undefined>();
    return row?.aircraft ?? null;
  });
}
