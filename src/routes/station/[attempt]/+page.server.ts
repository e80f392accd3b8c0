import { error } from '@sveltejs/kit';
import { isApproach } from '$core/drill/approach/approach-drill';
import { minimumOf } from '$core/drill/approach/approach-minimum';
import { directFixes } from '$core/drill/cleared-phase';
import { placesOfLesson } from '$core/drill/places-of-lesson';
import { keptPlan } from '$core/drill/plan-version';
import { lessonShown } from '$core/flight/lesson-shown';
import { idFrom, instructorFrom } from '$lib/server/answers';
import { selectAttempt } from '$lib/server/attempt-rows';
import { as } from '$lib/server/database';
import { lessonById } from '$lib/server/lessons';
import { ownWeather } from '$lib/server/live/own-weather';
import { ownPlacesIn } from '$lib/server/live/own-places';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const identity = instructorFrom(locals);
  const attempt = await as(identity, (db) => selectAttempt(db, idFrom(params.attempt)));
  const lesson = attempt && (await lessonById(identity, attempt.lessonId));
  if (!attempt || !lesson) error(404, 'There is no such flight, or it is another school’s.');
  const plan = keptPlan(lesson.plan);
  const shown = lessonShown(plan);
  return {
    attemptId: attempt.id,
    finished: attempt.finishedAt !== null,
    studentName: lesson.studentName,
    number: lesson.number,
    ownWeather: await ownWeather(identity),
    ownPlaces: await ownPlacesIn(identity, plan.area),
    shown,
    places: placesOfLesson(shown.lesson),
    fixes: directFixes(shown.lesson),
    minimum: isApproach(plan) ? minimumOf(plan, shown.lesson.aircraft) : null
  };
};
