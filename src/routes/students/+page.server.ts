import { redirect } from '@sveltejs/kit';
import { formOf, identityFrom, instructorFrom, refusing } from '$lib/server/answers';
import { teaches } from '$lib/server/identity';
import { addWithLink } from '$lib/server/added-person';
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
    return refusing(async () => {
      const added = await addWithLink(identity, form, 'student');
      return { added };
    });
  }
};
