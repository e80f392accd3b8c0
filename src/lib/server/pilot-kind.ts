/** Who flew. eyes: the reference pilot's hands, the student's eyes. */
export const pilots = ['student', 'instructor', 'reference', 'habits', 'eyes'] as const;
export type PilotKind = (typeof pilots)[number];
