import { toleranceProfiles } from '$core/drill/tolerance-profile';
import { Rejection } from '$core/measure/rejection';
import { formOf, instructorFrom, refusing } from '$lib/server/answers';
import { keepProfile, schoolProfiles, setRemoved, usableProfiles } from '$lib/server/school-library';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const identity = instructorFrom(locals);
  return {
    shipped: toleranceProfiles,
    own: await schoolProfiles(identity),
    usable: await usableProfiles(identity)
  };
};

export const actions: Actions = {
  save: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      const text = (name: string) => String(form.get(name) ?? '').trim();
      const changes = Object.fromEntries(
        [...form.entries()].flatMap(([key, value]) => {
          if (!key.startsWith('change.') || String(value).trim() === '') return [];
          const number = Number(value);
          if (!Number.isFinite(number)) throw new Rejection(key, value, 'a number, or nothing to inherit it');
          return [[key.slice('change.'.length), number]];
        })
      );
      const kept = await keepProfile(identity, {
        id: text('id'),
        name: text('name'),
        source: text('source'),
        edition: text('edition'),
        inherits: text('inherits'),
        changes
      });
      return { saved: kept.id };
    });
  },
  remove: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      const key = String(form.get('key'));
      const heirs = (await schoolProfiles(identity)).filter(({ body }) => body.inherits === key);
      if (heirs.length > 0)
        throw new Rejection(
          'key',
          key,
          `a profile no other inherits from (${heirs.map((h) => h.body.name).join(', ')} does)`
        );
      await setRemoved(identity, 'school_profile', key, form.get('undo') === null);
      return { removed: form.get('undo') === null ? key : null };
    });
  }
};
