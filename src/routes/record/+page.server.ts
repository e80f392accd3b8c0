import { randomUUID } from 'node:crypto';
import { progressToward } from '$core/record/progress';
import { instrumentRatingAirplane } from '$core/record/requirement-set';
import { Rejection } from '$core/measure/rejection';
import { identityFrom, instructorFrom, refusing } from '$lib/server/answers';
import { enterTraining, logOf, signEntry } from '$lib/server/log';
import type { Actions, PageServerLoad } from './$types';

const UUID = /^[0-9a-f-]{36}$/;
const today = () => new Date().toISOString().slice(0, 10);

export const load: PageServerLoad = async ({ locals, parent }) => {
  const { chosen } = await parent();
  if (!chosen)
    return {
      entries: [],
      progress: [],
      set: instrumentRatingAirplane,
      freshId: randomUUID(),
      today: today()
    };
  const entries = await logOf(identityFrom(locals), chosen.id);
  return {
    entries,
    progress: progressToward(instrumentRatingAirplane, entries, today()),
    set: instrumentRatingAirplane,
    freshId: randomUUID(),
    today: today()
  };
};

export const actions: Actions = {
  enter: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await request.formData();
    const text = (name: string) => String(form.get(name) ?? '');
    return refusing(async () => {
      if (!UUID.test(text('id')) || !UUID.test(text('student')))
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
      const corrects = UUID.test(text('corrects')) ? text('corrects') : null;
      await enterTraining(
        identity,
        { id: text('id'), studentId: text('student'), corrects, content },
        today()
      );
      return { done: 'enter' };
    });
  },
  sign: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const entry = String((await request.formData()).get('entry') ?? '');
    return refusing(async () => {
      if (!UUID.test(entry)) throw new Rejection('entry', entry, 'an entry of this record');
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
