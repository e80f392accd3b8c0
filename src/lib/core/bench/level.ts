import { HARDEST_LEVEL } from './question';

/** One answer given at the bench. */
export interface GivenAnswer {
  level: number;
  right: boolean;
  /** In time. */
  prompt: boolean;
}

/** Two right and in time go up a level; one wrong goes down one: it settles where about seven of ten are right. */
const UP_AFTER = 2;

/** The level of the next question, from the answers so far, oldest first (a two-up, one-down staircase). */
export function nextLevel(answers: readonly GivenAnswer[]): number {
  let level = answers[0]?.level ?? 1;
  let run = 0;
  for (const answer of answers) {
    level = answer.level;
    if (!answer.right) {
      level -= 1;
      run = 0;
    } else {
      run = answer.prompt ? run + 1 : 0;
      if (run >= UP_AFTER) {
        level += 1;
        run = 0;
      }
    }
    level = Math.min(HARDEST_LEVEL, Math.max(1, level));
  }
  return level;
}
