import { redirect } from '@sveltejs/kit';
import { formOf, identityFrom, instructorFrom, refusing } from '$lib/server/answers';
import { teaches } from '$lib/server/identity';
import { addPerson, makeAccessLink } from '$lib/server/people';
import { STUDENTS_PER_PAGE, listStudents } from '$lib/server/students';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
  const identity = identityFrom(locals);
  if (!teaches(identity)) redirect(303, `/students/${identity.accountId}`);
  const named = (url.searchParams.get('named') ?? '').slice(0, 80);
  const page = Math.max(1, Math.min(1000, Math.floor(Number(url.searchParams.get('page') ?? 1)) || 1));
  const { students, total } = await listStudents(identity, { named, page });
  return { students, total, named, page, pages: Math.max(1, Math.ceil(total / STUDENTS_PER_PAGE)) };
};

export const actions: Actions = {
  add: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const text = (name: string) => String(form.get(name) ?? '');
    return refusing(async () => {
      const id = await addPerson(identity, {
        name: text('name'),
        email: text('email'),
        stage: text('stage'),
        role: 'student'
      });
      const { token, until } = await makeAccessLink(identity, id);
      return { added: { id, name: text('name').trim(), path: `/access/${token}`, until } };
    });
  }
};
