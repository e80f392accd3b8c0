import type { Syllabus, SyllabusLesson } from './syllabus';

/** All lessons in their order, each with the name of its stage. */
export function lessonsInOrder({ stages }: Syllabus): (SyllabusLesson & { stage: string })[] {
  return stages.flatMap(({ name, lessons }) => lessons.map((lesson) => ({ ...lesson, stage: name })));
}
