import { error, fail, redirect } from '@sveltejs/kit';
import { randomUUID } from 'node:crypto';
import { lessonsInOrder } from '$core/road/lessons-in-order';
import {
  formOf,
  idFrom,
  identityFrom,
  instructorFrom,
  isId,
  refusing,
  unlessBusy
} from '$lib/server/answers';
import { takeHomeworkBack } from '$lib/server/road/homework';
import { mockTestsOf, setMockTest } from '$lib/server/road/mock-tests';
import { setRoad } from '$lib/server/road/student-road';
import { syllabuses } from '$lib/server/road/syllabuses';
import { todaysRoad } from '$lib/server/road/todays-road';
import { studentById } from '$lib/server/students';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const identity = identityFrom(locals);
  const student = await studentById(identity, idFrom(params.student));
  if (!student) error(404, 'There is no such student.');
  const [road, all, tests] = await Promise.all([
    unlessBusy(() => todaysRoad(identity, student.id)),
    syllabuses(identity),
    mockTestsOf(identity, student.id)
  ]);
  return {
    student,
    chosen: student,
    road,
    tests,
    newTest: { id: randomUUID(), seed: 1 + Math.floor(Math.random() * 99_999) },
    syllabuses: all.map(({ id, version, body }) => ({
      id,
      version,
      name: body.name,
      lessons: lessonsInOrder(body).map((lesson) => ({
        id: lesson.id,
        name: lesson.name,
        stage: lesson.stage
      }))
    }))
  };
};

export const actions: Actions = {
  settings: async ({ request, locals, params }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const text = (name: string) => String(form.get(name) ?? '');
    return refusing(() =>
      setRoad(identity, idFrom(params.student), {
        syllabusId: isId(text('syllabus')) ? text('syllabus') : null,
        startsWith: text('startsWith') || null,
        least: Number(text('least')),
        most: Number(text('most'))
      })
    );
  },
  mockTest: async ({ request, locals, params }) => {
    const identity = identityFrom(locals);
    const form = await formOf(request);
    const [id, seed] = [String(form.get('id') ?? ''), Number(form.get('seed'))];
    return refusing(async () => {
      if (!isId(id))
        return fail(400, {
          field: 'test',
          message: 'This page is too old to set a test from. Open it again.'
        });
      await setMockTest(identity, {
        id,
        studentId: idFrom(params.student),
        aircraft: String(form.get('aircraft') ?? ''),
        seed
      });
      redirect(303, `/tests/${id}`);
    });
  },
  takeBack: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    return refusing(() => takeHomeworkBack(identity, idFrom(String(form.get('id') ?? ''))));
  }
};
