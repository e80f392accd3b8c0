import { SYLLABUS_MOST } from './syllabus-bounds';
import type { Syllabus, SyllabusLesson } from './syllabus';

/** Where a lesson stands: its stage, and its place in it, each from 0. */
export interface LessonPlace {
  stage: number;
  lesson: number;
}

type Stage = Syllabus['stages'][number];

const atStage = (syllabus: Syllabus, stage: number, change: (stage: Stage) => Stage): Syllabus => ({
  ...syllabus,
  stages: syllabus.stages.map((one, s) => (s === stage ? change(one) : one))
});

/** Whether another lesson would be too many. */
export const isFull = ({ lessons }: Stage): boolean => lessons.length >= SYLLABUS_MOST.lessons;

/** A lesson changed where it stands. */
export function changeLesson(
  syllabus: Syllabus,
  at: LessonPlace,
  changes: Partial<Omit<SyllabusLesson, 'id'>>
): Syllabus {
  return atStage(syllabus, at.stage, (stage) => ({
    ...stage,
    lessons: stage.lessons.map((lesson, l) => (l === at.lesson ? { ...lesson, ...changes } : lesson))
  }));
}

/** A lesson put elsewhere; the same syllabus where its stage would be left without one, or the other is full. */
export function moveLesson(syllabus: Syllabus, from: LessonPlace, to: LessonPlace): Syllabus {
  const leaves = syllabus.stages[from.stage]!;
  if (from.stage !== to.stage && (leaves.lessons.length === 1 || isFull(syllabus.stages[to.stage]!)))
    return syllabus;
  const moved = leaves.lessons[from.lesson]!;
  const without = atStage(syllabus, from.stage, (stage) => ({
    ...stage,
    lessons: stage.lessons.filter((lesson) => lesson !== moved)
  }));
  return atStage(without, to.stage, (stage) => ({
    ...stage,
    lessons: stage.lessons.toSpliced(to.lesson, 0, moved)
  }));
}

/** A lesson one place earlier or later; over the end of its stage into the next. */
export function stepLesson(syllabus: Syllabus, at: LessonPlace, by: 1 | -1): Syllabus {
  const { lessons } = syllabus.stages[at.stage]!;
  const inStage = at.lesson + by;
  if (inStage >= 0 && inStage < lessons.length)
    return moveLesson(syllabus, at, { stage: at.stage, lesson: inStage });
  const next = syllabus.stages[at.stage + by];
  if (!next) return syllabus;
  return moveLesson(syllabus, at, { stage: at.stage + by, lesson: by > 0 ? 0 : next.lessons.length });
}

/** Another lesson at the end of a stage, with one thing to fly; the same syllabus where it is full. @param task its id */
export function addLesson(syllabus: Syllabus, stage: number, task: string): Syllabus {
  if (isFull(syllabus.stages[stage]!)) return syllabus;
  const lesson = newLesson(syllabus, task);
  return atStage(syllabus, stage, (one) => ({ ...one, lessons: [...one.lessons, lesson] }));
}

/** A lesson taken out, also from what other lessons come after; its stage with it where it was the only one. The last lesson of all stays. */
export function removeLesson(syllabus: Syllabus, at: LessonPlace): Syllabus {
  const gone = syllabus.stages[at.stage]!.lessons[at.lesson]!;
  const stages = syllabus.stages
    .map((stage) => ({
      ...stage,
      lessons: stage.lessons
        .filter((lesson) => lesson !== gone)
        .map((lesson) =>
          lesson.after.includes(gone.id)
            ? { ...lesson, after: lesson.after.filter((id) => id !== gone.id) }
            : lesson
        )
    }))
    .filter(({ lessons }) => lessons.length > 0);
  return stages.length > 0 ? { ...syllabus, stages } : syllabus;
}

/** Another stage at the end, with one lesson; the same syllabus where there are as many as may be. @param task what is flown in it */
export function addStage(syllabus: Syllabus, task: string): Syllabus {
  if (syllabus.stages.length >= SYLLABUS_MOST.stages) return syllabus;
  const ids = syllabus.stages.map(({ id }) => id);
  return {
    ...syllabus,
    stages: [
      ...syllabus.stages,
      { id: unusedId('stage', ids), name: 'New stage', lessons: [newLesson(syllabus, task)] }
    ]
  };
}

/**
 * The syllabus with another name for a stage.
 * @param stage its place, from 0
 */
export function renameStage(syllabus: Syllabus, stage: number, name: string): Syllabus {
  return atStage(syllabus, stage, (one) => ({ ...one, name }));
}

function newLesson({ stages }: Syllabus, task: string): SyllabusLesson {
  const ids = stages.flatMap(({ lessons }) => lessons.map(({ id }) => id));
  return {
    id: unusedId('lesson', ids),
    name: 'New lesson',
    purpose: 'What it is about.',
    tasks: [{ task, met: 1, unaided: false, minutes: 20 }],
    after: []
  };
}

function unusedId(kind: string, used: readonly string[]): string {
  for (let n = used.length + 1; ; n++) if (!used.includes(`${kind}-${n}`)) return `${kind}-${n}`;
}
