import { Type, type Static } from '@sinclair/typebox';
import { numberIn } from '../measure/number-in';

const letters = /* @__NO_SIDE_EFFECTS__ */ (most: number) =>
  Type.String({ minLength: 1, maxLength: most, accepted: `1 to ${most} letters` });
const id = /* @__NO_SIDE_EFFECTS__ */ () =>
  Type.String({
    pattern: '^[a-z0-9][a-z0-9-]{0,39}$',
    accepted: 'small letters, figures and hyphens, at most 40'
  });

/** How much a syllabus and its parts may hold, by the schema and while it is written. */
export const SYLLABUS_MOST = {
  name: 80,
  purpose: 400,
  stages: 20,
  lessons: 40,
  tasks: 12,
  after: 10
} as const;
export const MET_BETWEEN = [1, 5] as const;
export const MINUTES_BETWEEN = [2, 120] as const;

/** What attempts at it are kept under: the id of a drill, or `approach` and the id of one. */
const TaskId = letters(60);

/** One thing of a lesson that is flown until it is to standard. */
export const SyllabusTask = Type.Object(
  {
    task: TaskId,
    /** How many flights in a row are to meet the standard. */
    met: Type.Integer({
      minimum: MET_BETWEEN[0],
      maximum: MET_BETWEEN[1],
      accepted: `a whole number from ${MET_BETWEEN.join(' to ')}`
    }),
    /** Only flights without hints and corridors count. */
    unaided: Type.Boolean({ accepted: 'true or false' }),
    /** How long one flight of it takes with its brief and debrief. */
    minutes: numberIn('min', ...MINUTES_BETWEEN)
  },
  { additionalProperties: false }
);
export type SyllabusTask = Static<typeof SyllabusTask>;

export const SyllabusLesson = Type.Object(
  {
    id: id(),
    name: letters(SYLLABUS_MOST.name),
    /** What it is about, to the student. */
    purpose: letters(SYLLABUS_MOST.purpose),
    tasks: Type.Array(SyllabusTask, {
      minItems: 1,
      maxItems: SYLLABUS_MOST.tasks,
      accepted: `1 to ${SYLLABUS_MOST.tasks} things to fly`
    }),
    /** Ids of lessons that are to be completed before it. */
    after: Type.Array(id(), {
      maxItems: SYLLABUS_MOST.after,
      uniqueItems: true,
      accepted: `at most ${SYLLABUS_MOST.after} lessons, each once`
    })
  },
  { additionalProperties: false }
);
export type SyllabusLesson = Static<typeof SyllabusLesson>;

/** A way through the training: stages of lessons, each with what is flown in it and when it is completed. */
export const Syllabus = Type.Object(
  {
    id: id(),
    name: letters(SYLLABUS_MOST.name),
    edition: letters(40),
    stages: Type.Array(
      Type.Object(
        {
          id: id(),
          name: letters(SYLLABUS_MOST.name),
          lessons: Type.Array(SyllabusLesson, {
            minItems: 1,
            maxItems: SYLLABUS_MOST.lessons,
            accepted: `1 to ${SYLLABUS_MOST.lessons} lessons`
          })
        },
        { additionalProperties: false }
      ),
      { minItems: 1, maxItems: SYLLABUS_MOST.stages, accepted: `1 to ${SYLLABUS_MOST.stages} stages` }
    )
  },
  { $id: 'https://hanza.invalid/schema/syllabus.json', title: 'Hanza syllabus', additionalProperties: false }
);
export type Syllabus = Static<typeof Syllabus>;

export interface SyllabusProblem {
  /** Where, as a path into the syllabus. */
  field: string;
  value: unknown;
  message: string;
}

/** All lessons in their order, each with the name of its stage. */
export function lessonsInOrder({ stages }: Syllabus): (SyllabusLesson & { stage: string })[] {
  return stages.flatMap(({ name, lessons }) => lessons.map((lesson) => ({ ...lesson, stage: name })));
}

/** What a schema cannot say of a syllabus; none: it can be taught by. @param known ids of everything that can be flown */
export function syllabusProblems(syllabus: Syllabus, known: ReadonlySet<string>): SyllabusProblem[] {
  const problems: SyllabusProblem[] = [];
  const paths = syllabus.stages.flatMap((stage, s) =>
    stage.lessons.map((lesson, l) => ({ lesson, path: `stages.${s}.lessons.${l}` }))
  );
  const byId = new Map<string, SyllabusLesson>();
  const stages = new Set<string>();
  for (const [s, stage] of syllabus.stages.entries()) {
    if (stages.has(stage.id))
      problems.push({
        field: `stages.${s}.id`,
        value: stage.id,
        message: `Two stages have the id “${stage.id}”.`
      });
    stages.add(stage.id);
  }
  for (const { lesson, path } of paths) {
    if (byId.has(lesson.id))
      problems.push({
        field: `${path}.id`,
        value: lesson.id,
        message: `Two lessons have the id “${lesson.id}”.`
      });
    byId.set(lesson.id, lesson);
  }
  for (const { lesson, path } of paths) {
    for (const [t, { task }] of lesson.tasks.entries()) {
      if (!known.has(task))
        problems.push({
          field: `${path}.tasks.${t}.task`,
          value: task,
          message: `“${lesson.name}” asks for “${task}”, which is not among the drills and approaches there are.`
        });
      if (lesson.tasks.findIndex((other) => other.task === task) !== t)
        problems.push({
          field: `${path}.tasks.${t}.task`,
          value: task,
          message: `“${lesson.name}” asks for “${task}” twice.`
        });
    }
    for (const [a, after] of lesson.after.entries())
      if (!byId.has(after))
        problems.push({
          field: `${path}.after.${a}`,
          value: after,
          message: `“${lesson.name}” comes after “${after}”, which is no lesson of this syllabus.`
        });
    const circle = circleThrough(lesson, byId);
    if (circle)
      problems.push({
        field: `${path}.after`,
        value: lesson.after,
        message: `“${lesson.name}” would have to come before itself: ${circle.join(', after ')}.`
      });
  }
  return problems;
}

/** Names of the lessons of a circle of prerequisites through this one; null: there is none. */
function circleThrough(lesson: SyllabusLesson, byId: ReadonlyMap<string, SyllabusLesson>): string[] | null {
  const seen = new Set<string>();
  const search = (at: SyllabusLesson, way: string[]): string[] | null => {
    for (const id of at.after) {
      const next = byId.get(id);
      if (!next) continue;
      if (next === lesson) return [...way, lesson.name];
      if (seen.has(id)) continue;
      seen.add(id);
      const found = search(next, [...way, next.name]);
      if (found) return found;
    }
    return null;
  };
  return search(lesson, [lesson.name]);
}
