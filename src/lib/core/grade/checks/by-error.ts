import type { Verdict } from '../../finding/verdict';

/** Off by no more than this many tolerances, a transition is put right, not failed. */
const PUT_RIGHT = 2;

/** A verdict by an error, in its own unit and without sign, and what is allowed of it. */
export function byError(error: number, allowed: number): Verdict {
  return error <= allowed ? 'met' : error <= PUT_RIGHT * allowed ? 'met with prompt correction' : 'not met';
}
