import type { Syllabus, SyllabusLesson } from './syllabus';

export interface SyllabusProblem {
  /** Where, as a path into the syllabus. */
  field: string;
  value: unknown;
  message: string;
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
