import type { Lesson } from '$core/drill/lesson';
import { allowsAssist, assistLevels, type AssistLevel } from '$core/drill/lesson-plan';
import type { InstrumentId } from '$core/instrument/readings';
import type { PersonsHands } from '$lib/controls/hands.svelte';
import type { AttemptUnderWay } from './attempt-under-way.svelte';

const DOWN_KEPT_AS = 'hanza down is nose up';

/** What makes flying easier or harder and may be changed on the way: the assist, instruments covered, which way down is. */
export class Helps {
  covered = $state<InstrumentId[]>([]);

  constructor(
    private readonly lesson: Lesson,
    private readonly hands: PersonsHands,
    private readonly underWay: AttemptUnderWay
  ) {
    this.begin();
  }

  /** As the lesson says, at the beginning of an attempt. */
  begin() {
    this.covered = [...this.lesson.covered];
  }

  /** What this browser remembers of the person, and what the lesson says of the assist. */
  restore() {
    this.hands.downIsNoseUp = localStorage.getItem(DOWN_KEPT_AS) === '1';
    this.hands.assist = this.lesson.plan.assist === 'direct' ? 'direct' : 'attitude-hold';
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
