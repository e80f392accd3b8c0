import { Value } from '@sinclair/typebox/value';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { instrumentSyllabus } from '$core/road/instrument-syllabus';
import { lessonsInOrder } from '$core/road/lessons-in-order';
import { Syllabus } from '$core/road/syllabus';
import { SYLLABUS_MOST } from '$core/road/syllabus-bounds';
import { syllabusProblems } from '$core/road/syllabus-check';
import {
  addLesson,
  addStage,
  changeLesson,
  moveLesson,
  removeLesson,
  renameStage,
  stepLesson,
  type LessonPlace
} from '$core/road/syllabus-change';

const known = new Set(
  lessonsInOrder(instrumentSyllabus).flatMap(({ tasks }) => tasks.map(({ task }) => task))
);
const [task] = known;
const namesOf = (syllabus: Syllabus) => lessonsInOrder(syllabus).map(({ name }) => name);
const places = ({ stages }: Syllabus): LessonPlace[] =>
  stages.flatMap(({ lessons }, stage) => lessons.map((_, lesson) => ({ stage, lesson })));

describe('a syllabus changed by hand', () => {
  test('stays one that can be taught by and kept, whatever is done to it, and what was there before is left alone', () => {
    const act = fc.record({ what: fc.nat(6), at: fc.nat(), to: fc.nat() });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 25 }), (acts) => {
        const before = JSON.stringify(instrumentSyllabus);
        let syllabus: Syllabus = instrumentSyllabus;
        for (const { what, at: nth, to } of acts) {
          const all = places(syllabus);
          const at = all[nth % all.length]!;
          const other = all[to % all.length]!;
          syllabus = [
            () => moveLesson(syllabus, at, other),
            () => stepLesson(syllabus, at, to % 2 ? 1 : -1),
            () => addLesson(syllabus, at.stage, task!),
            () => addStage(syllabus, task!),
            () => removeLesson(syllabus, at),
            () => changeLesson(syllabus, at, { name: `Lesson ${to}`, after: [] }),
            () => renameStage(syllabus, at.stage, `Stage ${to}`)
          ][what]!();
        }
        expect(
          [...Value.Errors(Syllabus, syllabus)].map(({ path, message }) => `${path} ${message}`)
        ).toEqual([]);
        expect(syllabusProblems(syllabus, known)).toEqual([]);
        expect(JSON.stringify(instrumentSyllabus)).toBe(before);
      }),
      { numRuns: 150 }
    );
  });

  test('a step down and up again is nothing, also from one stage to the next; the ends stay the ends', () => {
    for (const at of places(instrumentSyllabus)) {
      const down = stepLesson(instrumentSyllabus, at, 1);
      const name = instrumentSyllabus.stages[at.stage]!.lessons[at.lesson]!.name;
      const now = places(down).find((p) => down.stages[p.stage]!.lessons[p.lesson]!.name === name)!;
      if (down !== instrumentSyllabus) expect(stepLesson(down, now, -1)).toEqual(instrumentSyllabus);
    }
    expect(stepLesson(instrumentSyllabus, { stage: 0, lesson: 0 }, -1)).toBe(instrumentSyllabus);
  });

  test('a lesson taken out is gone from what others come after; the only one of a stage takes its stage with it, the last of all stays', () => {
    const needed = places(instrumentSyllabus).find(({ stage, lesson }) => {
      const { id } = instrumentSyllabus.stages[stage]!.lessons[lesson]!;
      return lessonsInOrder(instrumentSyllabus).some(({ after }) => after.includes(id));
    })!;
    const { id, name } = instrumentSyllabus.stages[needed.stage]!.lessons[needed.lesson]!;
    const without = removeLesson(instrumentSyllabus, needed);
    expect(namesOf(without)).toEqual(namesOf(instrumentSyllabus).filter((each) => each !== name));
    expect(lessonsInOrder(without).some(({ after }) => after.includes(id))).toBe(false);
    let left = instrumentSyllabus;
    while (namesOf(left).length > 1) left = removeLesson(left, { stage: 0, lesson: 0 });
    expect(left.stages).toHaveLength(1);
    expect(removeLesson(left, { stage: 0, lesson: 0 })).toBe(left);
    // Only lesson of its stage, it is not moved out of it either.
    const two = addStage(left, task!);
    expect(moveLesson(two, { stage: 1, lesson: 0 }, { stage: 0, lesson: 0 })).toBe(two);
  });

  test('a stage and a syllabus that are full take no more', () => {
    let full = instrumentSyllabus;
    for (let i = 0; i < 60; i++) full = addStage(addLesson(full, 0, task!), task!);
    expect(full.stages[0]!.lessons).toHaveLength(SYLLABUS_MOST.lessons);
    expect(full.stages).toHaveLength(SYLLABUS_MOST.stages);
    expect(addLesson(full, 0, task!)).toBe(full);
    expect(moveLesson(full, { stage: 1, lesson: 0 }, { stage: 0, lesson: 0 })).toBe(full);
    expect([...Value.Errors(Syllabus, full)]).toEqual([]);
  });

  test('what is new stands at the end under an id of its own, with one thing to fly', () => {
    const more = addLesson(addLesson(addStage(instrumentSyllabus, task!), 0, task!), 0, task!);
    const ids = lessonsInOrder(more).map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(more.stages[0]!.lessons.slice(-2).map(({ name }) => name)).toEqual(['New lesson', 'New lesson']);
    expect(more.stages.at(-1)).toMatchObject({ name: 'New stage', lessons: [{ tasks: [{ task, met: 1 }] }] });
  });
});
