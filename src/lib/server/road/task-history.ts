import type { SkillHistory } from '../../core/road/skill-history';
import type { TaskFlight } from '../../core/road/standing';
import { as } from '../database';
import { drillNames } from '../drill-names';
import { heavily } from '../heavy/pool';
import type { Identity } from '../identity';
import { dayOf, momentOf, roadFlights } from './flights-on-road';
import type { StandingLine } from './todays-road';

export type HistoryFlight = TaskFlight & { attemptId: string; finishedAt: string };

/** One thing that is flown, as it went for somebody over time. */
export interface TaskHistory {
  name: string;
  /** The latest, oldest first. */
  flights: HistoryFlight[];
  /** After each of them. */
  after: SkillHistory['after'];
  /** Of all there ever were. */
  best: HistoryFlight;
  standing: StandingLine;
}

/** What is drawn, at most. */
const SHOWN = 60;

/** Null where nothing of it has been flown to its end. */
export async function taskHistory(
  identity: Identity,
  studentId: string,
  task: string
): Promise<TaskHistory | null> {
  const names = await drillNames(identity);
  const all = await as(identity, (db) => roadFlights(db, studentId, task));
  if (all.length === 0) return null;
  const { history, standing } = await heavily(identity, 'skillHistory', {
    task,
    flights: all,
    shown: SHOWN,
    day: dayOf(new Date())
  });
  const dated = all.map((flight) => ({ ...flight, finishedAt: momentOf(flight.day).toISOString() }));
  const name = names[task] ?? task;
  return {
    name,
    standing: { ...standing, name },
    flights: dated.slice(-SHOWN),
    after: history.after,
    best: dated[history.best]!
  };
}
