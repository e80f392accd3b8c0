import { randomUUID } from 'node:crypto';
import { instructorFrom } from '$lib/server/answers';
import { listAttempts } from '$lib/server/attempt-list';
import { studentNames } from '$lib/server/students';
import type { PageServerLoad } from './$types';

const SHOWN = 12;

export const load: PageServerLoad = async ({ locals, url }) => {
  const identity = instructorFrom(locals);
  const students = await studentNames(identity);
  const wanted = url.searchParams.get('student') ?? '';
  const studentId = students.find((s) => s.id === wanted)?.id ?? students[0]?.id ?? null;
  const attempts = studentId ? await listAttempts(identity, { studentId }) : [];
  return {
    students,
    studentId,
    attempts: attempts.slice(0, SHOWN).map(({ id, drill, finishedAt }) => ({ id, drill, finishedAt })),
    freshId: randomUUID()
  };
};
