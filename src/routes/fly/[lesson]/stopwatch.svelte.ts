/** The stopwatch on the panel, in flight time. */
export class Stopwatch {
  private from_s = $state<number | null>(null);
  private held_s = $state(0);

  /**
   * @param now_s time flown
   * @param note keeps what was done with it
   * @param fromNothing by radio every leg is timed from nothing; elsewhere it adds up
   */
  constructor(
    private readonly now_s: () => number,
    private readonly note: (what: 'start' | 'stop' | 'reset') => void,
    private readonly fromNothing: boolean
  ) {}

  get runs(): boolean {
    return this.from_s !== null;
  }
  get shown_s(): number {
    return this.from_s === null ? this.held_s : this.held_s + this.now_s() - this.from_s;
  }

  begin(): void {
    this.from_s = null;
    this.held_s = 0;
  }

  toggle(): void {
    this.note(this.from_s === null ? 'start' : 'stop');
    if (this.from_s === null) {
      if (this.fromNothing) this.held_s = 0;
      this.from_s = this.now_s();
    } else {
      this.held_s = this.shown_s;
      this.from_s = null;
    }
  }

  reset(): void {
    // Reset while it runs, a new leg is timed from here.
    this.note(this.runs ? 'start' : 'reset');
    this.held_s = 0;
    if (this.from_s !== null) this.from_s = this.now_s();
  }
}
