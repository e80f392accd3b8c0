import type { Cookies } from '@sveltejs/kit';

/** The student an instructor works with; stays across the views. */
export const CHOSEN_STUDENT_COOKIE = 'hanza_student';

/** Stays with a student from here on. */
export function chooseStudent(cookies: Cookies, url: URL, studentId: string): void {
  cookies.set(CHOSEN_STUDENT_COOKIE, studentId, {
    path: '/',
    httpOnly: true,
    sameSite: 'lax',
    secure: url.protocol === 'https:'
  });
}
