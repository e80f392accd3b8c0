import { Rejection } from '$core/measure/rejection';
import type { Approach } from '$core/procedure/approach/approach';
import { approachCard, plainDay, type ApproachCard } from '$core/procedure/approach/approach-card';
import { approachProblems, type ApproachProblem } from '$core/procedure/approach/approach-check';
import { approachPicture, type ApproachPicture } from '$core/procedure/approach/approach-picture';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import type { World } from '$core/radio/world';

/** Changes that can be taken back. */
const MOST_KEPT = 100;

/** An approach while it is typed in: what is wrong with it, how it looks, and what it was before. */
export class ApproachDraft {
  approach = $state<Approach>()!;
  private past = $state.raw<string[]>([]);
  private future = $state.raw<string[]>([]);
  private last = '';

  constructor(
    readonly world: World,
    approach: Approach
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

  readonly problems: ApproachProblem[] = $derived.by(() => {
    try {
      return approachProblems(this.world, this.approach);
    } catch (error) {
      if (!(error instanceof Rejection)) throw error;
      return [{ field: error.field, message: error.message, severity: 'wrong' as const }];
    }
  });

  /** What is wrong at a place, or anywhere below it. */
  at(field: string): ApproachProblem[] {
    return this.problems.filter((p) => p.field === field || p.field.startsWith(`${field}.`));
  }

  readonly picture: ApproachPicture | null = $derived.by(() =>
    this.orNull(() =>
      approachPicture(this.world, this.approach, this.approach.transitions[0]?.id ?? null, 100)
    )
  );

  readonly card: ApproachCard | null = $derived.by(() =>
    this.orNull(() => approachCard(this.world, this.approach, plainDay(this.approach, aircraftCatalogue[0]!)))
  );

  private orNull<T>(work: () => T): T | null {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof Rejection)) throw error;
      return null;
    }
  }
}
