import { randomUUID } from 'node:crypto';
import { dueKinds } from '$core/bench/repetition';
import { taskOfPlan } from '$core/road/practice-level';
import { identityFrom, unlessBusy } from '$lib/server/answers';
import { benchAnswersOf } from '$lib/server/bench-answers';
import { drillNames } from '$lib/server/drill-names';
import { teaches } from '$lib/server/identity';
import { lessonsOf } from '$lib/server/lessons';
import { instructorsVerdicts, type InstructorsVerdicts } from '$lib/server/road/instructors-verdicts';
import { schoolThisMorning } from '$lib/server/road/school-this-morning';
import { todaysRoad } from '$lib/server/road/todays-road';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const identity = identityFrom(locals);
  if (teaches(identity)) {
    const [morning, names, verdicts] = await Promise.all([
      schoolThisMorning(identity),
      drillNames(identity),
      instructorsVerdicts(identity)
    ]);
    return { student: null, morning, names, verdicts };
  }
  const id = identity.accountId;
  const [road, lessons, bench] = await Promise.all([
    unlessBusy(() => todaysRoad(identity, id)),
    lessonsOf(identity, id),
    benchAnswersOf(identity, id)
  ]);
  const now = new Date().toISOString();
  const asked = [...new Set(bench.map(({ kind }) => kind))];
  const waiting = lessons.filter(({ kind, attempts }) => kind === 'lesson' && attempts === 0).at(-1);
  return {
    morning: null,
    verdicts: [] as InstructorsVerdicts[],
    names: road.names,
    student: {
      newLessonId: randomUUID(),
      newSeed: 1 + Math.floor(Math.random() * 1_000_000),
      // What waits as a lesson is not proposed beside it.
      proposals: road.proposals.filter(({ task }) => task !== (waiting && taskOfPlan(waiting.plan))),
      homework: road.homework.filter(({ times, done, dueIn_d }) => done < times || dueIn_d >= 0),
      levels: road.levels,
      weeks: road.weeks,
      flown: road.standings.length,
      sumsDue: dueKinds(asked, bench, now).filter(({ due }) => due !== null && due <= now).length,
      waiting: waiting
        ? {
            id: waiting.id,
            number: waiting.number,
            plan: waiting.plan,
            by: waiting.plannedBy,
            note: waiting.note
          }
        : null
    }
  };
};
