import { fail } from '@sveltejs/kit';
import { Rejection } from '$core/measure/rejection';
import { formOf, identityFrom, instructorFrom, refusing } from '$lib/server/answers';
import { keepApproach, schoolApproaches } from '$lib/server/school-approaches';
import { listedApproach } from './listed-approach';
import { keepWorld, schoolWorlds, setRemoved } from '$lib/server/school-library';
import type { Actions, PageServerLoad } from './$types';

const LARGEST_WORLD = 1_000_000;

export const load: PageServerLoad = async ({ locals }) => {
  const identity = identityFrom(locals);
  const [own, ownApproaches] = await Promise.all([schoolWorlds(identity), schoolApproaches(identity)]);
  return {
    own,
    ownApproaches: ownApproaches.map(({ body }) => listedApproach(body)),
    teaches: identity.role !== 'student'
  };
};

export const actions: Actions = {
  import: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      const file = form.get('file');
      const given = file instanceof File && file.size > 0;
      const text = given ? await file.text() : String(form.get('text') ?? '');
      if (text.length > LARGEST_WORLD) throw new Rejection('file', text.length, 'a world of up to 1 MB');
      const name = String(form.get('name') ?? '').trim();
      const id = name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '')
        .slice(0, 40);
      const kept = await keepWorld(identity, text, name ? { id, name } : null);
      return { kept: kept.id };
    });
  },
  importApproach: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const answer = await refusing(async () => {
      const file = form.get('approachFile');
      const text =
        file instanceof File && file.size > 0 ? await file.text() : String(form.get('approachText') ?? '');
      const kept = await keepApproach(identity, text);
      return { keptApproach: kept.id };
    });
    // The place matters: legs have no fields of their own here.
    return 'keptApproach' in answer
      ? answer
      : fail(answer.status, {
          approachProblem: [answer.data.field, answer.data.message].filter(Boolean).join(': ')
        });
  },
  removeApproach: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const removed = form.get('undo') === null;
    await setRemoved(identity, 'school_approach', String(form.get('approach')), removed);
    return { removedApproach: removed ? String(form.get('approach')) : null };
  },
  remove: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const removed = form.get('undo') === null;
    await setRemoved(identity, 'school_world', String(form.get('key')), removed);
    return { removed: removed ? String(form.get('key')) : null };
  }
};
