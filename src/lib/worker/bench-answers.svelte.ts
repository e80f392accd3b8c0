import { nextLevel } from '$core/bench/level';
import { rightNow } from '$lib/draw/when';
import { freshId } from '$lib/worker/fresh-id';

/** One answer given at the bench. */
export interface Given {
  kind: string;
  level: number;
  right: boolean;
  prompt: boolean;
  took_s: number;
  givenAt: string;
}

/** The level and the standing are told from so many of the latest answers. */
const LEVELLED_BY = 40;
const LATEST = 20;
const TRIES = 4;

/** A person's answers: those the server has told, and those given since, on their way to it. */
export class BenchAnswers {
  private given = $state<Given[]>([]);
  unsent = $state(0);

  constructor(private readonly before: () => readonly Given[]) {}

  get all(): Given[] {
    return [...this.before(), ...this.given];
  }

  levelOf(kind: string): number {
    return nextLevel(this.of(kind).slice(-LEVELLED_BY));
  }

  /** How it has gone lately; null when it was never tried. */
  standing(kind: string): { count: number; latest: number; right: number; median_s: number | null } | null {
    const mine = this.of(kind);
    const latest = mine.slice(-LATEST);
    if (latest.length === 0) return null;
    const right = latest.filter((answer) => answer.right);
    const times = right.map((answer) => answer.took_s).sort((a, b) => a - b);
    return {
      count: mine.length,
      latest: latest.length,
      right: right.length / latest.length,
      median_s: times[Math.floor(times.length / 2)] ?? null
    };
  }

  give(answer: Omit<Given, 'givenAt'>): void {
    this.given = [...this.given, { ...answer, givenAt: rightNow() }];
    void this.send({ id: freshId(), ...answer });
  }

  private of(kind: string): Given[] {
    return this.all.filter((answer) => answer.kind === kind);
  }

  private async send(body: Omit<Given, 'givenAt'> & { id: string }): Promise<void> {
    for (let tries = 1; tries <= TRIES; tries++) {
      try {
        const response = await fetch('/api/bench/answers', {
          method: 'POST',
          // An answer given as the page is left arrives all the same.
          keepalive: true,
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body)
        });
        if (response.ok) return;
      } catch {
        // The network may be back in a moment; what stays unsent is said on the page.
      }
      await new Promise((resolve) => setTimeout(resolve, 1500 * tries));
    }
    this.unsent += 1;
  }
}
