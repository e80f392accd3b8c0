import type { CorridorChannel } from '../drill/corridor';
import type { Comparable } from './comparable';
import type { ComparableFigure } from '../finding/comparable-figure';
import { leanOf, trendOf, type Lean, type Trend } from './trend';

/** One figure of a drill over a student's attempts, oldest first; null where an attempt has none. */
export interface FigureHistory extends Omit<ComparableFigure, 'value'> {
  values: (number | null)[];
  trend: Trend;
}

/** A student's attempts at one drill laid side by side. */
export interface DrillHistory {
  figures: FigureHistory[];
  score: { values: number[]; trend: Trend };
}

/** @param attempts of one drill, oldest first, flown to their end */
export function historyOf(attempts: readonly { score: number; comparable: Comparable }[]): DrillHistory {
  const definitions = new Map<string, Omit<ComparableFigure, 'value'>>();
  for (const { comparable } of attempts)
    for (const { value: _, ...definition } of comparable.figures) definitions.set(definition.id, definition);
  const byAttempt = attempts.map(
    ({ comparable }) => new Map(comparable.figures.map((figure) => [figure.id, figure.value]))
  );
  return {
    figures: [...definitions.values()].map((definition) => {
      const values = byAttempt.map((figures) => figures.get(definition.id) ?? null);
      const known = values.filter((value) => value !== null);
      const sizes = definition.better === 'zero' ? known.map(Math.abs) : known;
      return {
        ...definition,
        values,
        trend: trendOf(sizes, definition.better === 'more' ? 'more' : 'less', definition.unit)
      };
    }),
    score: {
      values: attempts.map((attempt) => attempt.score),
      trend: trendOf(
        attempts.map((attempt) => attempt.score),
        'more'
      )
    }
  };
}

/** Quantities that lean to one side over a student's flights, whatever the drill. */
export function leansOf(flights: readonly Comparable[]): { channel: CorridorChannel; lean: Lean }[] {
  const channels = new Set(flights.flatMap((flight) => Object.keys(flight.bias) as CorridorChannel[]));
  return [...channels].flatMap((channel) => {
    const lean = leanOf(flights.flatMap((flight) => flight.bias[channel] ?? []));
    return lean ? [{ channel, lean }] : [];
  });
}
