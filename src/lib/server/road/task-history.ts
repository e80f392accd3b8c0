import type { SkillHistory } from '../../core/road/skill-history';
import type { TaskFlight } from '../../core/road/standing';
import { as } from '../database';
import { drillNames } from '../drill-names';
import { heavily } from '../heavy/pool';
import type { Identity } from '../identity';
import { dayOf, momentOf, roadFlights } from './flights-on-road';
import type { StandingLine } from './todays-road';

/** One thing that is flown, as it went for somebody over time. */
export interface TaskHistory {
  name: string;
  flights: (TaskFlight & { attemptId: string; finishedAt: string })[];
  history: SkillHistory;
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
    flights: all.slice(-SHOWN),
    all,
    day: dayOf(new Date())
  });
  const name = names[task] ?? task;
  return {
    name,
    history,
    standing: { ...standing, name },
    flights: all
      .slice(-SHOWN)
      .map((flight) => ({ ...flight, finishedAt: momentOf(flight.day).toISOString() }))
  };
}
