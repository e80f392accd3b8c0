import { Type, type Static } from '@sinclair/typebox';
import { numberIn } from '../measure/number-in';
import { MET_BETWEEN, MINUTES_BETWEEN, SYLLABUS_MOST } from './syllabus-bounds';

const letters = /* @__NO_SIDE_EFFECTS__ */ (most: number) =>
  Type.String({ minLength: 1, maxLength: most, accepted: `1 to ${most} letters` });
const id = /* @__NO_SIDE_EFFECTS__ */ () =>
  Type.String({
    pattern: '^[a-z0-9][a-z0-9-]{0,39}$',
    accepted: 'small letters, figures and hyphens, at most 40'
  });

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
      accepted: `a whole number from ${MET_BETWEEN[0]} to ${MET_BETWEEN[1]}`
    }),
    /** Only flights without hints and corridors count. */
    unaided: Type.Boolean({ accepted: 'true or false' }),
    /** How long one flight of it takes with its brief and debrief. */
    minutes: numberIn('min', MINUTES_BETWEEN[0], MINUTES_BETWEEN[1])
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
