import { error } from '@sveltejs/kit';
import { formOf, idFrom, identityFrom, refusing } from '$lib/server/answers';
import type { Identity } from '$lib/server/identity';
import { accessLink, addWithLink } from '$lib/server/added-person';
import { changePerson, peopleOf, setArchived } from '$lib/server/people';
import type { Actions, PageServerLoad } from './$types';

function chiefFrom(locals: App.Locals): Identity {
  const identity = identityFrom(locals);
  if (identity.role !== 'chief') error(403, 'Only the chief instructor can do this.');
  return identity;
}

export const load: PageServerLoad = async ({ locals }) => ({ people: await peopleOf(chiefFrom(locals)) });

export const actions: Actions = {
  add: async ({ request, locals }) => {
    const identity = chiefFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      const link = await addWithLink(identity, form, String(form.get('role') ?? ''));
      return { link };
    });
  },
  change: async ({ request, locals }) => {
    const identity = chiefFrom(locals);
    const form = await formOf(request);
    const text = (name: string) => String(form.get(name) ?? '');
    return refusing(async () => {
      await changePerson(identity, idFrom(text('person')), {
        name: text('name'),
        email: text('email'),
        stage: text('stage')
      });
      return { changed: text('person') };
    });
  },
  archive: async ({ request, locals }) => {
    const identity = chiefFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      const id = idFrom(String(form.get('person')));
      const archived = form.get('undo') === null;
      await setArchived(identity, id, archived);
      return { archived: archived ? id : null };
    });
  },
  access: async ({ request, locals }) => {
    const identity = chiefFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      const id = idFrom(String(form.get('person')));
      return { link: { name: String(form.get('name') ?? ''), ...(await accessLink(identity, id)) } };
    });
  }
};
