import { error } from '@sveltejs/kit';
import { historyOf, leansOf } from '$core/grade/history';
import { instrumentRatingAirplane } from '$core/record/requirement-set';
import { progressToward } from '$core/record/progress';
import { idFrom, identityFrom } from '$lib/server/answers';
import { benchAnswersOf } from '$lib/server/bench-answers';
import { historyAttempts, listAttempts } from '$lib/server/attempt-list';
import { scanAttemptsOf, watchedLogsOf } from '$lib/server/dwell-logs';
import { drillName, planWords } from '$lib/draw/plan-words';
import { lessonsOf } from '$lib/server/lessons';
import { logOf } from '$lib/server/log';
import { dayIn } from '$lib/server/school-day';
import { drillNames } from '$lib/server/drill-names';
import { studentById } from '$lib/server/students';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const identity = identityFrom(locals);
  const student = await studentById(identity, idFrom(params.student));
  if (!student) error(404, 'There is no such student.');
  const [lessons, attempts, log, flights, names, scans, watched, bench] = await Promise.all([
    lessonsOf(identity, student.id),
    listAttempts(identity, { studentId: student.id }),
    logOf(identity, student.id),
    historyAttempts(identity, student.id),
    drillNames(identity),
    scanAttemptsOf(identity, student.id),
    watchedLogsOf(identity, student.id),
    benchAnswersOf(identity, student.id)
  ]);
  const completed = flights.filter((flight) => flight.comparable.completed);
  const drills = [...new Set(completed.map((flight) => flight.drill))];
  const today = dayIn(identity.timeZone);
  return {
    student,
    chosen: student,
    // In words: of fifty plans whole a page would be heavy.
    lessons: lessons.map(({ plan, ...lesson }) => ({
      ...lesson,
      drill: drillName(plan),
      asked: planWords(plan)
    })),
    attempts: attempts.slice(0, 12),
    progress: progressToward(instrumentRatingAirplane, log, today),
    names,
    scans,
    bench,
    watched: watched.map(({ id, name, addedBy, addedAt }) => ({ id, name, addedBy, addedAt })),
    trends: drills.map((drill) => {
      const flown = completed.filter((flight) => flight.drill === drill);
      return {
        drill,
        days: flown.map(({ finishedAt }) => finishedAt),
        verdicts: flown.map(({ verdict }) => verdict),
        score: historyOf(flown).score
      };
    }),
    leans: leansOf(completed.map((flight) => flight.comparable)),
    unsigned: log.filter((entry) => entry.kind === 'training' && !entry.signed && !entry.correctedBy).length
  };
};
