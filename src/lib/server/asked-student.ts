import { isId } from './answers';
import { teaches, type Identity } from './identity';
import { studentById, type Student } from './students';

/** Whose data a page shows stands in its address, as `?student=`; a student’s own is always the own. */
export async function askedStudent(identity: Identity, url: URL): Promise<Student | null> {
  const wanted = teaches(identity) ? url.searchParams.get('student') : identity.accountId;
  return isId(wanted) ? studentById(identity, wanted) : null;
}
