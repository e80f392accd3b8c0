import type { Approach } from '$core/procedure/approach/approach';
import type { ApproachProblem } from '$core/procedure/approach/approach-check';
import type { ApproachInMaking } from '$core/procedure/approach/briefed-approach';

/** Changes that can be taken back. */
const MOST_KEPT = 100;

/** An approach while it is typed in: what is wrong with it and how it looks, as it was last worked out, and what it was before. */
export class ApproachDraft {
  approach = $state<Approach>()!;
  private past = $state.raw<string[]>([]);
  private future = $state.raw<string[]>([]);
  private last = '';

  /** @param made what is worked out of it, the newest there is */
  constructor(
    approach: Approach,
    private readonly made: () => ApproachInMaking
  ) {
    this.approach = structuredClone(approach);
    this.last = JSON.stringify(approach);
  }

  /** To be called whenever something may have changed. */
  remember(): void {
    const now = JSON.stringify(this.approach);
    if (now === this.last) return;
    this.past = [...this.past.slice(-MOST_KEPT), this.last];
    this.last = now;
    this.future = [];
  }

  get canUndo(): boolean {
    return this.past.length > 0;
  }

  get canRedo(): boolean {
    return this.future.length > 0;
  }

  undo(): void {
    const before = this.past.at(-1);
    if (before === undefined) return;
    this.future = [this.last, ...this.future];
    this.past = this.past.slice(0, -1);
    this.put(before);
  }

  redo(): void {
    const [after, ...rest] = this.future;
    if (after === undefined) return;
    this.past = [...this.past, this.last];
    this.future = rest;
    this.put(after);
  }

  private put(text: string): void {
    this.last = text;
    this.approach = JSON.parse(text) as Approach;
  }

  get problems(): ApproachProblem[] {
    return this.made().problems;
  }

  /** What is wrong at a place, or anywhere below it. */
  at(field: string): ApproachProblem[] {
    return this.problems.filter((p) => p.field === field || p.field.startsWith(`${field}.`));
  }
}
