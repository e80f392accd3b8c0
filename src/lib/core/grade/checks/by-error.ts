import type { Verdict } from '../../finding/verdict';

/** Off by no more than this many tolerances, a transition is put right, not failed. */
const PUT_RIGHT = 2;

export function byError(error: number, allowed: number): Verdict {
  return error <= allowed ? 'met' : error <= PUT_RIGHT * allowed ? 'met with prompt correction' : 'not met';
}
