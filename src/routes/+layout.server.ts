import { CHOSEN_STUDENT_COOKIE } from '$lib/chosen-student';
import { teaches } from '$lib/server/identity';
import { studentById } from '$lib/server/students';
import type { LayoutServerLoad } from './$types';

const UUID = /^[0-9a-f-]{36}$/;

export const load: LayoutServerLoad = async ({ locals, cookies }) => {
  const identity = locals.identity;
  if (!identity) return { me: null, chosen: null, theme: locals.theme };
  const me = {
    name: identity.name,
    role: identity.role,
    schoolName: identity.schoolName,
    teaches: teaches(identity),
    id: identity.accountId
  };
  const wanted = teaches(identity) ? cookies.get(CHOSEN_STUDENT_COOKIE) : identity.accountId;
  const chosen = wanted && UUID.test(wanted) ? await studentById(identity, wanted) : null;
  return { me, chosen, theme: locals.theme };
};
