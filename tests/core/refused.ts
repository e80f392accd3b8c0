import { Rejection } from '$core/measure/rejection';

/** What a piece of work is refused with. @throws when it is not refused */
export function refused(work: () => unknown): Rejection {
  try {
    work();
  } catch (error) {
    if (error instanceof Rejection) return error;
    throw error;
  }
  throw new Error('nothing was refused');
}
