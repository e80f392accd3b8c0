import { randomUUID } from 'node:crypto';
import knex, { type Knex } from 'knex';
import type { TrainingEntry } from '../../src/lib/core/record/log-entry';
import type { Identity, Role } from '../../src/lib/server/identity';
import { hashPassword } from '../../src/lib/server/passwords';

export const PASSWORD = 'a first password';
let passwordHash: string | null = null;

/** The owner's connection, for setting the scene; what is tested goes through the application's. */
export function ownerConnection(): Knex {
  return knex({ client: 'pg', connection: process.env['DATABASE_URL']!, pool: { min: 0, max: 2 } });
}

export interface School {
  id: string;
  chief: Identity;
  instructor: Identity;
  student: Identity;
  other: Identity;
}

/** A school of its own for a test: an instructor and two students. */
export async function newSchool(owner: Knex): Promise<School> {
  const id = randomUUID();
  await owner('school').insert({ id, name: `School ${id.slice(0, 6)}` });
  passwordHash ??= await hashPassword(PASSWORD);
  const person = async (role: Role): Promise<Identity> => {
    const accountId = randomUUID();
    const email = `${accountId.slice(0, 8)}@school.example`;
    await owner('account').insert({
      id: accountId,
      school_id: id,
      email,
      name: `The ${role}`,
      role,
      password_hash: passwordHash
    });
    return { accountId, schoolId: id, role, name: `The ${role}`, email, schoolName: '', timeZone: 'UTC' };
  };
  return {
    id,
    chief: await person('chief'),
    instructor: await person('instructor'),
    student: await person('student'),
    other: await person('student')
  };
}

/** A training flight as an instructor would enter it. */
export function trainingFlight(): TrainingEntry {
  return {
    date: '2026-11-20',
    device: 'airplane',
    aircraft: 'Sandling 160 XV-ABC',
    route: 'XVLB – XVLB',
    total_h: 1.4,
    instrumentActual_h: 0,
    instrumentSimulated_h: 1.1,
    crossCountryPic_h: 0,
    withInstructor: true,
    approaches: [],
    holding: false,
    interceptingTracking: false,
    ifrCrossCountry_nm: 0,
    safetyPilot: '',
    remarks: ''
  };
}
