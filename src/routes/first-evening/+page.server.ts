import { randomUUID } from 'node:crypto';
import { redirect } from '@sveltejs/kit';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { lessonOf } from '$core/drill/lesson';
import { flightLoop } from '$core/flight/flight-loop';
import { practicePlan } from '$core/road/practice-level';
import { identityFrom } from '$lib/server/answers';
import { historyAttempts } from '$lib/server/attempt-list';
import { teaches } from '$lib/server/identity';
import type { PageServerLoad } from './$types';
import { EVENING_TASKS } from './evening-steps';

export const load: PageServerLoad = async ({ locals }) => {
  const identity = identityFrom(locals);
  if (teaches(identity)) redirect(303, '/syllabus');
  const [aircraft] = aircraftCatalogue;
  const lesson = lessonOf(practicePlan('straight-and-level', { aircraft: aircraft!.id, level: 1, seed: 1 }));
  const flown = await historyAttempts(identity, identity.accountId);
  const latest = (task: string) =>
    flown.findLast(({ drill, comparable }) => drill === task && comparable.completed);
  return {
    newLessonId: randomUUID(),
    newSeed: 1 + Math.floor(Math.random() * 1_000_000),
    readings: flightLoop(lesson).readings(),
    setting_hPa: lesson.plan.altimeterSetting_hPa,
    aircraft: { id: aircraft!.id, name: aircraft!.name, speeds: aircraft!.speeds },
    flights: Object.fromEntries(
      EVENING_TASKS.map(({ task }) => {
        const attempt = latest(task);
        return [task, attempt ? { id: attempt.id, score: attempt.score, verdict: attempt.verdict } : null];
      })
    )
  };
};
