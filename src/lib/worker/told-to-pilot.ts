import type { Lesson } from '$core/drill/lesson';
import type { FlightEvent } from '$core/flight/flight-event';
import type { FlownDrill } from '$core/flight/flown-drill';
import type { Flight } from '$core/flight/flight';
import { coach, type Coach } from '$core/grade/coach';
import { examiner, isTest, type Examiner } from '$core/grade/examiner';
import { HINT_STANDS_S } from '$lib/draw/hint-stands';
import type { Frame } from './flight-protocol';

/** What coach and examiner say to whoever flies: it stands in the flight, and for a while on the panel. */
export class ToldToPilot {
  hint: Frame['hint'] = null;
  offer: Frame['offer'] = null;
  private advice: Coach | null;
  private readonly test: Examiner | null;

  /** @param simulated a simulated pilot shows how it is done: nobody talks to it, but where a lesson is shown, it is explained @param before what was flown already */
  constructor(lesson: Lesson, simulated: boolean, before: () => Flight | null) {
    this.advice = simulated && lesson.plan.guided?.stage !== 'shown' ? null : coach(lesson);
    this.test = !simulated && isTest(lesson) ? examiner(lesson, before()) : null;
  }

  heard(event: FlightEvent): void {
    this.advice?.heard(event);
  }

  /** Something else is asked for from now on. */
  anew(lesson: Lesson): void {
    this.advice = this.advice && coach(lesson);
  }

  watch(flown: FlownDrill): void {
    const time_s = flown.loop.time_s();
    const advised = this.advice?.watch(time_s, flown.phase().index, flown.read) ?? null;
    if (advised !== null) {
      this.hint = { words: advised, time_s, corrects: this.advice!.corrects() };
      flown.note({ kind: 'hint', detail: advised });
    }
    const examined = this.test?.watch(flown.spans(), flown.read) ?? null;
    if (examined === null) return;
    this.offer = { words: examined, time_s };
    flown.note({ kind: 'examiner', detail: examined });
  }

  /** The hint that still stands. */
  standing(time_s: number): string | null {
    return this.hint && time_s - this.hint.time_s < HINT_STANDS_S ? this.hint.words : null;
  }
}
