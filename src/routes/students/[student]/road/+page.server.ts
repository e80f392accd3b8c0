import { error } from '@sveltejs/kit';
import { lessonsInOrder } from '$core/road/syllabus';
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
import { setRoad } from '$lib/server/road/student-road';
import { syllabuses } from '$lib/server/road/syllabuses';
import { todaysRoad } from '$lib/server/road/todays-road';
import { studentById } from '$lib/server/students';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const identity = identityFrom(locals);
  const student = await studentById(identity, idFrom(params.student));
  if (!student) error(404, 'There is no such student.');
  const [road, all] = await Promise.all([
    unlessBusy(() => todaysRoad(identity, student.id)),
    syllabuses(identity)
  ]);
  return {
    student,
    chosen: student,
    road,
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
  takeBack: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    return refusing(() => takeHomeworkBack(identity, idFrom(String(form.get('id') ?? ''))));
  }
};
