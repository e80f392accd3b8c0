import { askedStudent } from '$lib/server/asked-student';
import { teaches } from '$lib/server/identity';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals, url }) => {
  const identity = locals.identity;
  if (!identity) return { me: null, chosen: null, theme: locals.theme };
  const me = {
    name: identity.name,
    role: identity.role,
    schoolName: identity.schoolName,
    teaches: teaches(identity),
    timeZone: identity.timeZone,
    id: identity.accountId
  };
  return { me, chosen: await askedStudent(identity, url), theme: locals.theme };
};
