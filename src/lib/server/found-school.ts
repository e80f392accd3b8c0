import { randomUUID } from 'node:crypto';
import { Type } from '@sinclair/typebox';
import type { Knex } from 'knex';
import { Rejection } from '../core/measure/rejection';
import { parse } from '../core/measure/validation';
import { LINK_LASTS, emailTaken, freshToken, personFields } from './people';

const NewSchool = Type.Object(
  {
    school: personFields.name,
    chief: personFields.name,
    email: personFields.email,
    zone: Type.String({ minLength: 1, maxLength: 60, accepted: 'a time zone such as Europe/Tallinn' })
  },
  { additionalProperties: false }
);

/**
 * A school with its chief instructor, who chooses a password by the link and takes in everybody else.
 * @param owner the owner's connection: nobody of another school can do this
 * @returns the secret part of the link, and until when it works
 * @throws Rejection at the field that does not fit
 */
export async function foundSchool(owner: Knex, asked: unknown): Promise<{ token: string; until: string }> {
  const { school, chief, email, zone } = parse(NewSchool, asked, 'school');
  if (!isTimeZone(zone)) throw new Rejection('zone', zone, 'a time zone such as Europe/Tallinn');
  const { token, hash } = freshToken();
  const [schoolId, chiefId] = [randomUUID(), randomUUID()];
  const until = await owner.transaction(async (db) => {
    await db('school').insert({ id: schoolId, name: school.trim(), time_zone: zone });
    await db('account')
      .insert({
        id: chiefId,
        school_id: schoolId,
        role: 'chief',
        name: chief.trim(),
        email: email.toLowerCase()
      })
      .catch(emailTaken(email));
    const [link] = await db('access_link')
      .insert({
        token_hash: hash,
        school_id: schoolId,
        account_id: chiefId,
        made_by: chiefId,
        expires_at: db.raw('now() + ?::interval', [LINK_LASTS])
      })
      .returning<{ expires_at: Date }[]>('expires_at');
    return link!.expires_at;
  });
  return { token, until: until.toISOString() };
}

function isTimeZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}
