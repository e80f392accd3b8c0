import { error, redirect } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { randomUUID } from 'node:crypto';
import { verdicts, type Verdict } from '$core/finding/verdict';
import { lessonShown } from '$core/flight/lesson-shown';
import { historyOf } from '$core/grade/history';
import { nextStep } from '$core/grade/next-step';
import { parse } from '$core/measure/validation';
import { formOf, identityFrom, idFrom, instructorFrom, refusing } from '$lib/server/answers';
import { discardAttempt } from '$lib/server/attempts';
import { addNote, debriefOf, overrideGrade } from '$lib/server/debrief';
import { setHomework } from '$lib/server/road/homework';
import { dayIn } from '$lib/server/school-day';
import { marksOf } from '$lib/server/live/marks';
import { historyAttempts } from '$lib/server/attempt-list';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const identity = identityFrom(locals);
  const debrief = await debriefOf(identity, idFrom(params.attempt));
  if (!debrief) error(404, 'There is no such attempt, or it has not been finished yet.');
  // An approach is compared with itself: attempts at it are kept under its own name.
  const here = debrief.attempts.find(({ id }) => id === debrief.attemptId);
  const attempts = await historyAttempts(
    identity,
    debrief.lesson.studentId,
    here?.drill ?? debrief.lesson.plan.drill
  );
  // Like with like: a scan lesson is no stick lesson, and what was flown with help none without.
  const help = here?.help;
  const compared = attempts.filter((attempt) => attempt.comparable.completed && attempt.help === help);
  const { studentId, studentName, plan } = debrief.lesson;
  return {
    debrief,
    shown: lessonShown(plan),
    next: nextStep(plan, debrief.grade.findings),
    marks: await marksOf(identity, debrief.attemptId),
    chosen: { id: studentId, name: studentName },
    history: historyOf(compared),
    compared: compared.map(({ finishedAt, verdict }) => ({ finishedAt, verdict })),
    task: here?.drill ?? debrief.lesson.plan.drill,
    weekFromNow: dayIn(identity.timeZone, new Date(Date.now() + 7 * 86_400_000)),
    freshIds: { override: randomUUID(), note: randomUUID(), homework: randomUUID() }
  };
};

const id = Type.String({ format: 'uuid', accepted: 'a fresh id; open the page again' });
const OverrideForm = Type.Object({
  id,
  verdict: Type.Unsafe<Verdict>(
    Type.String({ enum: [...verdicts], accepted: `one of ${verdicts.join(', ')}` })
  ),
  reason: Type.String({
    minLength: 3,
    maxLength: 1000,
    pattern: '\\S',
    accepted: 'the reason, in a few words'
  })
});
const NoteForm = Type.Object({
  id,
  body: Type.String({
    minLength: 1,
    maxLength: 4000,
    pattern: '\\S',
    accepted: 'a note of up to 4,000 letters'
  })
});

export const actions: Actions = {
  discard: async ({ locals, params }) => {
    const identity = identityFrom(locals);
    return refusing(async () => {
      await discardAttempt(identity, idFrom(params.attempt));
      redirect(303, '/debrief');
    });
  },
  override: async ({ request, locals, params }) => {
    const identity = instructorFrom(locals);
    const fields = Object.fromEntries(await formOf(request));
    return refusing(async () => {
      await overrideGrade(identity, { attemptId: idFrom(params.attempt), ...parse(OverrideForm, fields) });
      return { done: 'override' };
    });
  },
  homework: async ({ request, locals, params }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const text = (name: string) => String(form.get(name) ?? '');
    const attemptId = idFrom(params.attempt);
    return refusing(async () => {
      const debrief = await debriefOf(identity, attemptId);
      if (!debrief) error(404, 'There is no such attempt.');
      await setHomework(identity, {
        id: idFrom(text('id')),
        studentId: debrief.lesson.studentId,
        task: text('task'),
        times: Number(text('times')),
        due: text('due'),
        words: text('words').trim(),
        attemptId,
        at_s: text('at_s') === '' ? null : Number(text('at_s'))
      });
    });
  },
  note: async ({ request, locals, params }) => {
    const identity = instructorFrom(locals);
    const fields = Object.fromEntries(await formOf(request));
    return refusing(async () => {
      await addNote(identity, { attemptId: idFrom(params.attempt), ...parse(NoteForm, fields) });
      return { done: 'note' };
    });
  }
};
