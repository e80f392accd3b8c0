import { redirect } from '@sveltejs/kit';
import { aircraftById, aircraftCatalogue } from '$core/aircraft/catalogue';
import { guidedPlan, guidedStageAfter } from '$core/drill/approach/guided-lesson';
import { guidedLessons, type GuidedLesson } from '$core/drill/approach/guided-step';
import { Rejection } from '$core/measure/rejection';
import { formOf, identityFrom, isId, refusing } from '$lib/server/answers';
import { teaches, type Identity } from '$lib/server/identity';
import { lessonsOf, planLesson } from '$lib/server/lessons';
import { randomUUID } from 'node:crypto';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const identity = identityFrom(locals);
  // They are taken alone: who teaches finds them in the student's lessons.
  if (teaches(identity)) redirect(303, '/students');
  return {
    newLessonId: randomUUID(),
    newSeed: 1 + Math.floor(Math.random() * 1_000_000),
    guided: await standingsOf(identity)
  };
};

/** Where the student stands in every guided lesson, with the flights that led there, newest first. */
async function standingsOf(identity: Identity) {
  const lessons = await lessonsOf(identity, identity.accountId);
  return guidedLessons.map((id) => {
    const flights = lessons.flatMap(({ id: lessonId, plan, open, lastVerdict, lastAttempt }) =>
      plan.guided?.lesson === id
        ? [{ lessonId, stage: plan.guided.stage, begun: !open, verdict: lastVerdict, attempt: lastAttempt }]
        : []
    );
    return { id, flights, ...guidedStageAfter(flights) };
  });
}

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const identity = identityFrom(locals);
    const form = await formOf(request);
    const text = (name: string) => String(form.get(name) ?? '');
    return refusing(async () => {
      if (teaches(identity)) throw new Rejection('lesson', 'of who teaches', 'a student’s own practice');
      const id = text('id');
      if (!isId(id)) throw new Rejection('id', id, 'a fresh lesson id; open the page again');
      const lesson = text('lesson') as GuidedLesson;
      if (!guidedLessons.includes(lesson)) throw new Rejection('lesson', lesson, guidedLessons.join(' or '));
      const seed = Number(text('seed'));
      if (!Number.isInteger(seed) || seed < 1)
        throw new Rejection('seed', text('seed'), 'a whole number from 1');
      const standing = (await standingsOf(identity)).find((each) => each.id === lesson)!;
      const [last] = await lessonsOf(identity, identity.accountId);
      const aircraft = last ? aircraftById(last.plan.aircraft) : aircraftCatalogue[0]!;
      // A step that was planned and not begun yet is gone on with.
      const waiting = standing.flights.find(({ stage, begun }) => stage === standing.next && !begun);
      if (waiting) redirect(303, `/fly/${waiting.lessonId}`);
      const planned = await planLesson(identity, {
        id,
        studentId: identity.accountId,
        plan: guidedPlan({ lesson, stage: standing.next }, aircraft, seed),
        kind: 'practice'
      });
      redirect(303, `/fly/${planned.id}`);
    });
  }
};
