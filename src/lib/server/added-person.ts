import type { Identity } from './identity';
import { addPerson, makeAccessLink } from './people';

/** The path of a fresh password link, and until when it works. @throws Conflict as `makeAccessLink` */
export async function accessLink(identity: Identity, id: string): Promise<{ path: string; until: string }> {
  const { token, until } = await makeAccessLink(identity, id);
  return { path: `/access/${token}`, until };
}

/** Adds the person a form describes. @returns the link to hand on @throws Rejection as `addPerson` */
export async function addWithLink(
  identity: Identity,
  form: FormData,
  role: string
): Promise<{ name: string; path: string; until: string }> {
  const text = (field: string) => String(form.get(field) ?? '');
  const id = await addPerson(identity, {
    name: text('name'),
    email: text('email'),
    stage: text('stage'),
    role
  });
  return { name: text('name').trim(), ...(await accessLink(identity, id)) };
}
