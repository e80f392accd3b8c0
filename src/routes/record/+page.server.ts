import { randomUUID } from 'node:crypto';
import { progressToward } from '$core/record/progress';
import { instrumentRatingAirplane } from '$core/record/requirement-set';
import { Rejection } from '$core/measure/rejection';
import { formOf, identityFrom, instructorFrom, isId, refusing } from '$lib/server/answers';
import { teaches } from '$lib/server/identity';
import { enterTraining, logOf, signEntry, voidEntry } from '$lib/server/log';
import { dayIn } from '$lib/server/school-day';
import { studentNames } from '$lib/server/students';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, parent }) => {
  const { chosen } = await parent();
  const identity = identityFrom(locals);
  const today = dayIn(identity.timeZone);
  if (!chosen)
    return {
      entries: [],
      progress: [],
      set: instrumentRatingAirplane,
      freshId: randomUUID(),
      today,
      students: teaches(identity) ? await studentNames(identity) : []
    };
  const entries = await logOf(identity, chosen.id);
  return {
    entries,
    progress: progressToward(instrumentRatingAirplane, entries, today),
    set: instrumentRatingAirplane,
    freshId: randomUUID(),
    today,
    students: []
  };
};

export const actions: Actions = {
  enter: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const text = (name: string) => String(form.get(name) ?? '');
    return refusing(async () => {
      if (!isId(text('id')) || !isId(text('student')))
        throw new Rejection('student', text('student'), 'a student of this school');
      const kinds = form.getAll('approachKind').map(String);
      const places = form.getAll('approachPlace').map(String);
      const content = {
        date: text('date'),
        device: text('device'),
        aircraft: text('aircraft').trim(),
        route: text('route').trim(),
        ...Object.fromEntries(
          [
            'total_h',
            'instrumentActual_h',
            'instrumentSimulated_h',
            'crossCountryPic_h',
            'ifrCrossCountry_nm'
          ].map((name) => [name, numberFrom(name, text(name))])
        ),
        withInstructor: form.has('withInstructor'),
        approaches: kinds.map((kind, index) => ({ kind, place: (places[index] ?? '').trim() })),
        holding: form.has('holding'),
        interceptingTracking: form.has('interceptingTracking'),
        safetyPilot: text('safetyPilot').trim(),
        remarks: text('remarks').trim()
      };
      const corrects = isId(text('corrects')) ? text('corrects') : null;
      await enterTraining(
        identity,
        { id: text('id'), studentId: text('student'), corrects, content },
        dayIn(identity.timeZone)
      );
      return { done: 'enter' };
    });
  },
  void: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const text = (name: string) => String(form.get(name) ?? '');
    return refusing(async () => {
      if (!isId(text('id')) || !isId(text('entry')))
        throw new Rejection('entry', text('entry'), 'an entry of this record');
      await voidEntry(
        identity,
        { id: text('id'), entryId: text('entry'), reason: text('reason') },
        dayIn(identity.timeZone)
      );
      return { done: 'void' };
    });
  },
  sign: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const entry = String((await formOf(request)).get('entry') ?? '');
    return refusing(async () => {
      if (!isId(entry)) throw new Rejection('entry', entry, 'an entry of this record');
      await signEntry(identity, entry);
      return { done: 'sign' };
    });
  }
};

/** An empty field is nought; anything else must be a number. */
function numberFrom(field: string, text: string): number {
  const value = text.trim() === '' ? 0 : Number(text.replace(',', '.'));
  if (!Number.isFinite(value)) throw new Rejection(field, text, 'a number');
  return value;
}
