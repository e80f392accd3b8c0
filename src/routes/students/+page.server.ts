import { redirect } from '@sveltejs/kit';
import { formOf, identityFrom, instructorFrom, refusing } from '$lib/server/answers';
import { teaches } from '$lib/server/identity';
import { addWithLink } from '$lib/server/added-person';
import { askedOrder } from '$lib/server/asked-order';
import { STUDENTS_PER_PAGE, listStudents, studentOrders } from '$lib/server/students';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
  const identity = identityFrom(locals);
  if (!teaches(identity)) redirect(303, `/students/${identity.accountId}`);
  const named = (url.searchParams.get('named') ?? '').slice(0, 80);
  const asked = askedOrder(url, studentOrders, { sort: 'name', descending: false });
  const { students, total } = await listStudents(identity, { named, ...asked });
  return { students, total, named, asked, more: asked.page * STUDENTS_PER_PAGE < total };
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
