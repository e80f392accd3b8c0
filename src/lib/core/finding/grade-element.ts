import type { Verdict } from './verdict';

/** One thing that was required, with its own verdict and figure. */
export interface GradeElement {
  name: string;
  verdict: Verdict;
  /** 0–100. */
  score: number;
  /** How much it counts in the figure. */
  weight: number;
  /** How the verdict and figure came about. */
  arithmetic: string;
}
