import { aircraftCatalogue } from '../../core/aircraft/catalogue';
import { Rejection } from '../../core/measure/rejection';
import { worlds } from '../../core/radio/world-catalogue';
import {
  approachOfTask,
  levelsOf,
  practicePlan,
  HARDEST,
  HARDEST_WITH_HINTS
} from '../../core/road/practice-level';
import { as } from '../database';
import type { Identity } from '../identity';
import { planLesson } from '../lessons';
import { schoolDrills } from '../school-library';
import { approachOfShelf } from '../school-approaches';
import { roadFlights } from './flights-on-road';
import { roadSettings } from './student-road';

/**
 * Plans own practice of a task at the level that is due, or at another within the bounds.
 * @returns id of the lesson to fly @throws Rejection where it cannot be practised
 */
export async function planPractice(
  identity: Identity,
  asked: {
    id: string;
    task: string;
    seed: number;
    level?: number;
    aircraft?: string;
    easiest?: boolean;
    withHints?: boolean;
  }
): Promise<string> {
  const studentId = identity.accountId;
  const { bounds, flights } = await as(identity, async (db) => ({
    bounds: await roadSettings(db, studentId),
    flights: await roadFlights(db, studentId, asked.task)
  }));
  const { least, most } = bounds;
  const due = levelsOf(flights, bounds)[asked.task] ?? least;
  const chosen = asked.easiest ? least : (asked.level ?? due);
  const level = asked.withHints ? Math.max(least, Math.min(chosen, HARDEST_WITH_HINTS)) : chosen;
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
  const ownDrill = (await schoolDrills(identity)).find(({ body }) => body.id === asked.task)?.body;
  const plan = practicePlan(shelf?.approach ?? asked.task, { aircraft, level, seed: asked.seed, ownDrill });
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
