import { sumQuestion } from '$core/bench/sum-bench';
import type { SumKind, SumQuestion } from '$core/bench/sum-question';

/** So many are made at the most until one has not been asked: some kinds have few at their first level. */
const TRIES = 30;

/** A sum that has not been asked in this round, as long as there is one to be found. */
export function freshSum(kind: SumKind, level: number, asked: ReadonlySet<string>): SumQuestion {
  for (let tries = 1; ; tries++) {
    const made = sumQuestion(kind, level, 1 + Math.floor(Math.random() * 2_000_000_000));
    if (tries === TRIES || !asked.has(made.prompt)) return made;
  }
}
