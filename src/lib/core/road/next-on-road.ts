import type { Standing } from './standing';
import { lessonsInOrder } from './lessons-in-order';
import type { Syllabus, SyllabusLesson, SyllabusTask } from './syllabus';

/** Why something is proposed. */
export type ProposalReason = 'homework' | 'slipping' | 'next' | 'again' | 'stuck';

/** One thing to fly now. */
export interface Proposal {
  task: string;
  reason: ProposalReason;
  minutes: number;
  standing: Standing;
  /** The lesson it belongs to, and what that asks for; null: set by an instructor, in no lesson of the syllabus. */
  lesson: (SyllabusLesson & { stage: string }) | null;
  asked: SyllabusTask | null;
  /** Of homework: days until it is due, negative when it is over, and how often it is still to be flown. */
  due: { in_d: number; times: number } | null;
}

/** What an instructor asked a student to fly alone. */
export interface Homework {
  task: string;
  /** How often it is still to be flown. */
  times: number;
  dueIn_d: number;
}

/** Tells the standing of a task by a standard. */
export type StandingFor = (asked: SyllabusTask) => Standing;

/** Homework due so soon goes before everything. */
const DUE_SOON_D = 2;
/** What was learnt and is lost again is worth more than the same share of something new: all that rests on it is lost, too. */
const LOST_WEIGHS = 0.5;
/** Where the estimate sees nothing more to gain, the shorter flight still goes first. */
const LEAST_GAIN = 0.02;
const USUAL_MINUTES = 12;
/** What was last flown longer ago is not under way any more. */
const UNDER_WAY_D = 45;

/** Whether everything in a lesson has been to standard at some time. */
export function isCompleted(lesson: SyllabusLesson, standing: StandingFor): boolean {
  return lesson.tasks.every((asked) => standing(asked).reached);
}

/** Lessons that can be flown now: not completed, and all before them are; in the syllabus’ order. @param taken ids of those taken as known */
export function openLessons(
  syllabus: Syllabus,
  standing: StandingFor,
  taken: ReadonlySet<string> = new Set()
): (SyllabusLesson & { stage: string })[] {
  const lessons = lessonsInOrder(syllabus);
  const completed = new Set(
    lessons.filter((lesson) => taken.has(lesson.id) || isCompleted(lesson, standing)).map(({ id }) => id)
  );
  return lessons.filter(
    ({ id, after }) => !completed.has(id) && after.every((before) => completed.has(before))
  );
}

/**
 * What to fly now, the best first: homework that is due; then what one flight brings most for its minutes, of what is open in the
 * syllabus and of what was to standard and is slipping.
 */
export function nextOnRoad(
  syllabus: Syllabus,
  standing: StandingFor,
  homework: readonly Homework[] = [],
  taken: ReadonlySet<string> = new Set()
): Proposal[] {
  const lessons = lessonsInOrder(syllabus);
  const lessonWith = (task: string) =>
    lessons.find(({ tasks }) => tasks.some((asked) => asked.task === task));
  const propose = (lesson: Proposal['lesson'], asked: SyllabusTask, reason: ProposalReason): Proposal => ({
    task: asked.task,
    reason,
    minutes: asked.minutes,
    standing: standing(asked),
    lesson,
    asked,
    due: null
  });
  const set = homework
    .filter(({ times }) => times > 0)
    .map(({ task, times, dueIn_d }): Proposal => {
      const lesson = lessonWith(task) ?? null;
      const asked = lesson?.tasks.find((each) => each.task === task) ?? null;
      return {
        task,
        reason: 'homework',
        minutes: asked?.minutes ?? USUAL_MINUTES,
        standing: standing(asked ?? { task, met: 1, unaided: false, minutes: USUAL_MINUTES }),
        lesson,
        asked,
        due: { in_d: dueIn_d, times }
      };
    })
    .sort((a, b) => a.due!.in_d - b.due!.in_d);
  const open = openLessons(syllabus, standing, taken).flatMap((lesson) =>
    lesson.tasks
      .filter((asked) => !standing(asked).reached)
      .map((asked) => {
        const { kind } = standing(asked);
        return propose(lesson, asked, kind === 'stuck' ? 'stuck' : kind === 'not flown' ? 'next' : 'again');
      })
  );
  // What an instructor has had flown ahead of the syllabus is under way as well.
  const ahead = lessons.flatMap((lesson) =>
    lesson.tasks
      .filter((asked) => {
        const { reached, idle_d } = standing(asked);
        return (
          !reached && idle_d !== null && idle_d < UNDER_WAY_D && !open.some(({ task }) => task === asked.task)
        );
      })
      .map((asked) => propose(lesson, asked, standing(asked).kind === 'stuck' ? 'stuck' : 'again'))
  );
  const slipping = lessons.flatMap((lesson) =>
    lesson.tasks
      .filter((asked) => standing(asked).kind === 'slipping')
      .map((asked) => propose(lesson, asked, 'slipping'))
  );
  const worth = new Map([...open, ...ahead, ...slipping].map((each) => [each, worthOf(each)]));
  const ranked = [...worth.keys()].sort((a, b) => worth.get(b)! - worth.get(a)!);
  const urgent = set.filter(({ due }) => due!.in_d <= DUE_SOON_D);
  const later = set.filter(({ due }) => due!.in_d > DUE_SOON_D);
  const seen = new Set<string>();
  return [...urgent, ...ranked.slice(0, 1), ...later, ...ranked.slice(1)].filter(
    ({ task }) => !seen.has(task) && seen.add(task)
  );
}

/** What one flight brings, for each minute. */
function worthOf({ reason, standing: { skill }, minutes }: Proposal): number {
  const brings =
    Math.max(skill.gain, LEAST_GAIN) +
    (reason === 'slipping' ? LOST_WEIGHS * (skill.chanceThen - skill.chance) : 0);
  return brings / minutes;
}
