import type { Proposal } from '../../core/road/next-on-road';
import { levelsOf } from '../../core/road/practice-level';
import { proposalWords } from '../../core/road/proposal-words';
import { weeksFlown } from '../../core/road/skill-history';
import type { RoadLesson, TaskStanding } from '../../core/road/road';
import type { Readiness } from '../../core/road/readiness';
import { as } from '../database';
import { drillNames } from '../drill-names';
import { heavily } from '../heavy/pool';
import type { Identity } from '../identity';
import { dayOf, roadFlights } from './flights-on-road';
import { homeworkIn, type HomeworkLine } from './homework';
import { recurringFaults } from './recurring-faults';
import { roadSettings, type RoadSettings } from './student-road';
import { syllabusBody } from './syllabuses';

/** A proposal with its words. */
export interface ProposalLine {
  task: string;
  name: string;
  reason: Proposal['reason'];
  minutes: number;
  why: string;
}

/** A standing without the draws behind its forecast. */
export type StandingLine = Omit<TaskStanding, 'toStandard'> & {
  name: string;
  toStandard: { low: number; middle: number; high: number } | null;
};

export interface TodaysRoad {
  proposals: ProposalLine[];
  lessons: RoadLesson[];
  standings: StandingLine[];
  readiness: Readiness;
  homework: HomeworkLine[];
  settings: RoadSettings;
  /** At which level each task flown would be practised next. */
  levels: Record<string, number>;
  /** Whether anything was flown in each of the latest weeks, the newest last. */
  weeks: boolean[];
  syllabus: { name: string; edition: string };
  names: Record<string, string>;
}

const WORDED = 6;

/** A student's whole way as of now. */
export async function todaysRoad(identity: Identity, studentId: string): Promise<TodaysRoad> {
  const names = await drillNames(identity);
  const found = await as(identity, async (db) => {
    const settings = await roadSettings(db, studentId);
    return {
      settings,
      syllabus: await syllabusBody(db, settings.syllabusId),
      flights: await roadFlights(db, studentId),
      homework: await homeworkIn(db, identity, studentId)
    };
  });
  const { settings, syllabus, flights, homework } = found;
  const { road, readiness } = await heavily(identity, 'road', {
    syllabus,
    startsWith: settings.startsWith,
    flights,
    homework: homework.map(({ task, times, done, dueIn_d }) => ({ task, times: times - done, dueIn_d })),
    day: dayOf(new Date())
  });
  const can = road.proposals.filter(({ task }) => task in names).slice(0, WORDED);
  const faults = await as(identity, (db) =>
    recurringFaults(
      db,
      studentId,
      can.map(({ task }) => task)
    )
  );
  return {
    proposals: can.map((proposal) => ({
      task: proposal.task,
      name: names[proposal.task]!,
      reason: proposal.reason,
      minutes: proposal.minutes,
      why: proposalWords(proposal, faults.get(proposal.task) ?? null)
    })),
    lessons: road.lessons,
    standings: road.standings.map((standing) => ({
      ...standing,
      name: names[standing.task] ?? standing.task
    })),
    readiness,
    homework,
    settings,
    levels: levelsOf(flights, settings),
    weeks: weeksFlown(
      flights.map(({ day }) => day),
      dayOf(new Date())
    ),
    syllabus: { name: syllabus.name, edition: syllabus.edition },
    names
  };
}
