export const roles = ['chief', 'instructor', 'student'] as const;
export type Role = (typeof roles)[number];

/** Who a request is for, as its session tells. */
export interface Identity {
  accountId: string;
  schoolId: string;
  role: Role;
  name: string;
  email: string;
  schoolName: string;
  /** Where the school's days begin and end, as `Atlantic/Azores`. */
  timeZone: string;
}

export function teaches(identity: Identity): boolean {
  return identity.role !== 'student';
}
