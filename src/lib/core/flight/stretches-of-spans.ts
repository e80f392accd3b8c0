import type { PhaseSpan } from '../drill/phase-tracker';

/** One phase begins with the sample after the last of the one before. */
const TOGETHER_S = 0.25;
/** Whether one was flown on into the next. */
export const follows = (one: PhaseSpan, next: PhaseSpan): boolean =>
  Math.abs(next.start_s - one.end_s) <= TOGETHER_S;

/** Spans that follow on each other, apart from those that do not. */
export function inOneGo(spans: readonly PhaseSpan[]): PhaseSpan[][] {
  const stretches: PhaseSpan[][] = [];
  for (const span of spans) {
    const last = stretches.at(-1)?.at(-1);
    if (last && follows(last, span)) stretches.at(-1)!.push(span);
    else stretches.push([span]);
  }
  return stretches;
}
