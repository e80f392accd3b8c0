import type { Lesson } from '$core/drill/lesson';
import { allowsAssist, assistLevels, type AssistLevel } from '$core/drill/assist-level';
import type { InstrumentId } from '$core/instrument/readings';
import type { PersonsHands } from '$lib/controls/hands.svelte';
import type { FlightSession } from '$lib/worker/flight-session.svelte';
import type { AttemptUnderWay } from './attempt-under-way.svelte';

const DOWN_KEPT_AS = 'hanza down is nose up';

/** What makes flying easier or harder and may be changed on the way: the assist, instruments covered, which way down is. */
export class Helps {
  covered = $state<InstrumentId[]>([]);
  /** Time stops when the coach corrects something, until it is let go on. */
  withMe = $state(false);
  /** What it has stopped for; null: it goes on. */
  held = $state<string | null>(null);
  private heldAt_s = -1;
  /** Whether anybody speaks while it is flown. */
  readonly isCoached: boolean;

  constructor(
    private readonly lesson: Lesson,
    private readonly hands: PersonsHands,
    private readonly underWay: AttemptUnderWay
  ) {
    this.isCoached = lesson.plan.corridors === 'hints' && lesson.plan.scan === undefined;
    this.begin();
  }

  /** As the lesson says, at the beginning of an attempt. */
  begin() {
    this.covered = [...this.lesson.covered];
    this.held = null;
    this.heldAt_s = -1;
  }

  /** What this browser remembers of the person, and what the lesson says of the assist. */
  restore(withMe: boolean) {
    this.withMe = withMe && this.isCoached;
    this.hands.downIsNoseUp = localStorage.getItem(DOWN_KEPT_AS) === '1';
    this.hands.assist = this.lesson.plan.assist === 'direct' ? 'direct' : 'attitude-hold';
  }

  /** Once a picture. */
  follow(session: FlightSession) {
    const { frame, state } = session;
    if (state === 'running') this.held = null;
    const hint = frame?.hint;
    if (!this.withMe || state !== 'running' || !hint?.corrects || hint.time_s === this.heldAt_s) return;
    this.heldAt_s = hint.time_s;
    this.held = hint.words;
    session.run(false);
  }

  setAssist(level: AssistLevel) {
    const { frame, session } = this.underWay;
    if (!frame) return;
    if (!allowsAssist(this.lesson.plan, level)) {
      this.underWay.note = 'This lesson is flown without that help.';
      return;
    }
    this.hands.setAssist(level, frame.readings);
    session?.note({ kind: 'assist', detail: level });
  }

  nextAssist() {
    const next = assistLevels[(assistLevels.indexOf(this.hands.assist) + 1) % assistLevels.length]!;
    this.setAssist(allowsAssist(this.lesson.plan, next) ? next : 'direct');
  }

  toggleCover(id: InstrumentId) {
    const uncovers = this.covered.includes(id);
    this.covered = uncovers ? this.covered.filter((other) => other !== id) : [...this.covered, id];
    this.underWay.session?.note({ kind: 'cover', detail: `${id} ${uncovers ? 'uncovered' : 'covered'}` });
  }

  chooseDown(down: boolean) {
    this.hands.downIsNoseUp = down;
    localStorage.setItem(DOWN_KEPT_AS, down ? '1' : '');
  }
}
