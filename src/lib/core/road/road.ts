import { fitSkill, flightsToStandard, type FlightsToStandard, type SkillFit } from './skill';
import { nextOnRoad, isCompleted, openLessons, type Homework, type Proposal } from './next-on-road';
import { standingOf, type CompletionStandard, type Standing, type TaskFlight } from './standing';
import { lessonsInOrder } from './lessons-in-order';
import type { Syllabus, SyllabusTask } from './syllabus';

/** A flight as it is kept, of whatever task. */
export interface RoadFlight extends TaskFlight {
  task: string;
  /** Of own practice: how hard it was made; null: not by level. */
  level: number | null;
}

/** Where somebody stands with one thing that was flown. */
export interface TaskStanding extends Standing {
  task: string;
  toStandard: FlightsToStandard | null;
}

/** A lesson of the syllabus as it stands for somebody. */
export interface RoadLesson {
  id: string;
  name: string;
  stage: string;
  purpose: string;
  /** known: not flown here; its student came with it. */
  state: 'completed' | 'known' | 'open' | 'later';
  tasks: { asked: SyllabusTask; standing: Standing }[];
}

/** The whole of somebody's way, as of a moment. */
export interface Road {
  proposals: Proposal[];
  lessons: RoadLesson[];
  /** Of everything flown, by the standard of the test: two in a row, unaided; what was flown last first. */
  standings: TaskStanding[];
}

export const TEST_STANDARD: CompletionStandard = { met: 2, unaided: true };
const MOST_PROPOSALS = 12;

/**
 * @param flights oldest first, of all tasks @param day the moment it is asked for, in the same days
 * @param startsWith id of the lesson that is begun with: what comes before it is taken as known; null: the first
 */
export function roadOf(
  syllabus: Syllabus,
  flights: readonly RoadFlight[],
  homework: readonly Homework[],
  day: number,
  startsWith: string | null = null
): Road {
  const byTask = new Map<string, RoadFlight[]>();
  for (const flight of flights) byTask.set(flight.task, [...(byTask.get(flight.task) ?? []), flight]);
  const fits = new Map<string, SkillFit>();
  const fitOf = (task: string) => {
    const known = fits.get(task) ?? fitSkill(byTask.get(task) ?? []);
    fits.set(task, known);
    return known;
  };
  const standings = new Map<string, Standing>();
  const standing = (asked: SyllabusTask): Standing => {
    const key = `${asked.task} ${asked.met} ${asked.unaided}`;
    const known =
      standings.get(key) ?? standingOf(byTask.get(asked.task) ?? [], day, asked, fitOf(asked.task));
    standings.set(key, known);
    return known;
  };
  const lessons = lessonsInOrder(syllabus);
  const first = lessons.findIndex(({ id }) => id === startsWith);
  const taken = new Set(lessons.slice(0, Math.max(0, first)).map(({ id }) => id));
  const open = new Set(openLessons(syllabus, standing, taken).map(({ id }) => id));
  return {
    proposals: nextOnRoad(syllabus, standing, homework, taken).slice(0, MOST_PROPOSALS),
    lessons: lessons.map((lesson) => ({
      id: lesson.id,
      name: lesson.name,
      stage: lesson.stage,
      purpose: lesson.purpose,
      state: isCompleted(lesson, standing)
        ? 'completed'
        : taken.has(lesson.id)
          ? 'known'
          : open.has(lesson.id)
            ? 'open'
            : 'later',
      tasks: lesson.tasks.map((asked) => ({ asked, standing: standing(asked) }))
    })),
    standings: [...byTask]
      .map(([task, mine]) => standingOfTask(task, mine, day, fitOf(task)))
      .sort((a, b) => (a.idle_d ?? 0) - (b.idle_d ?? 0))
  };
}

/** Where somebody stands with one thing, by the standard of the test. @param flown oldest first */
export function standingOfTask(
  task: string,
  flown: readonly TaskFlight[],
  day: number,
  fit: SkillFit = fitSkill(flown)
): TaskStanding {
  return { task, ...standingOf(flown, day, TEST_STANDARD, fit), toStandard: flightsToStandard(fit, day) };
}

/** What is kept of one task, so that a school can be looked over without reckoning everything again. */
export interface KeptStanding {
  flights: number;
  lastDay: number;
  /** As it was left; it may be slipping since. */
  toStandard: boolean;
  stuck: boolean;
  /** The day from which on it is slipping; null: not within a year. */
  slipsOn: number | null;
}

const SLIPS_WITHIN_D = 365;

/** @param flown oldest first, at least one */
export function keptStanding(flown: readonly TaskFlight[]): KeptStanding {
  const fit = fitSkill(flown);
  const lastDay = flown.at(-1)!.day;
  const on = (day: number) => standingOf(flown, day, TEST_STANDARD, fit);
  const now = on(lastDay);
  let [before, after] = [0, SLIPS_WITHIN_D];
  const slipsLate = now.reached && on(lastDay + after).kind === 'slipping';
  const slipsNow = now.kind === 'slipping';
  // Forgetting only goes one way: the day it begins is found by halving.
  while (slipsLate && !slipsNow && after - before > 0.5) {
    const middle = (before + after) / 2;
    if (on(lastDay + middle).kind === 'slipping') after = middle;
    else before = middle;
  }
  return {
    flights: flown.length,
    lastDay,
    toStandard: now.kind === 'to standard',
    stuck: now.kind === 'stuck',
    slipsOn: slipsNow ? lastDay : slipsLate ? lastDay + after : null
  };
}
