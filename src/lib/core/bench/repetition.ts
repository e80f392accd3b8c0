import { Rating, createEmptyCard, fsrs, type Card, type Grade } from 'ts-fsrs';

/** One answer, as far as repetition cares. */
export interface RepeatedAnswer {
  kind: string;
  right: boolean;
  prompt: boolean;
  /** ISO 8601. */
  givenAt: string;
}

/** When a kind of question is due again. */
export interface Due {
  kind: string;
  /** ISO 8601; null: never asked. */
  due: string | null;
  /** Times it has been answered. */
  count: number;
}

const scheduler = fsrs({ enable_fuzz: false });

/**
 * When each kind is due, by replaying its answers through the spaced-repetition scheduler (FSRS); the most overdue first,
 * kinds never asked before those not due yet.
 * @param answers oldest first; @param kinds in the order they are taught; @param now ISO 8601
 */
export function dueKinds(kinds: readonly string[], answers: readonly RepeatedAnswer[], now: string): Due[] {
  const all = kinds.map((kind): Due & { rank: number } => {
    const mine = answers.filter((answer) => answer.kind === kind);
    const first = mine[0];
    if (!first) return { kind, due: null, count: 0, rank: Date.parse(now) };
    let card: Card = createEmptyCard(new Date(first.givenAt));
    for (const answer of mine) card = scheduler.next(card, new Date(answer.givenAt), ratingOf(answer)).card;
    return { kind, due: card.due.toISOString(), count: mine.length, rank: card.due.getTime() };
  });
  return all.sort((a, b) => a.rank - b.rank).map(({ kind, due, count }) => ({ kind, due, count }));
}

function ratingOf({ right, prompt }: RepeatedAnswer): Grade {
  if (!right) return Rating.Again;
  return prompt ? Rating.Good : Rating.Hard;
}
