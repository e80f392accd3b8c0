import type { Happening } from '$core/flight/flight-event';
import type { Distraction } from '$core/drill/distraction';
import type { Shortcut } from '$lib/ui/shortcuts.svelte';

/** Keys of the answers; the digits between are the speeds of time. */
export const ANSWER_KEYS = ['5', '6', '7'] as const;
export const ENGINE_KEY = '0';
/** What is reported without cause. */
const NOTHING = -1;

/** The distractions of one flight: which have come, which were answered. */
export class DistractionDesk {
  answered = $state<number[]>([]);
  private next = 0;

  /** @param note hears each that comes and each answer, as they are kept with the flight */
  constructor(
    readonly list: readonly Distraction[],
    private readonly note: (what: Happening) => void
  ) {}

  begin(): void {
    this.answered = [];
    this.next = 0;
  }

  /** The distraction that has just come, once; null between them. */
  coming(time_s: number): Distraction | null {
    const coming = this.list[this.next];
    if (!coming || time_s < coming.at_s) return null;
    this.note({ kind: 'distraction', detail: `${this.next}:${coming.kind}` });
    this.next += 1;
    return coming;
  }

  answer(index: number, option: number): void {
    this.note({ kind: 'answer', answer: { to: 'distraction', index, option } });
    if (index >= 0 && !this.answered.includes(index)) this.answered = [...this.answered, index];
  }

  /** The latest question or call that waits for an answer, or −1. */
  asked(time_s: number): number {
    return this.list.findLastIndex(
      (d, i) => d.kind !== 'gauge' && d.at_s <= time_s && !this.answered.includes(i)
    );
  }

  reportEngine(time_s: number): void {
    const gauge = this.list.findIndex((d) => d.kind === 'gauge');
    this.answer(gauge >= 0 && time_s >= this.list[gauge]!.at_s ? gauge : NOTHING, 0);
  }
}

export function answerKeys(desk: DistractionDesk, time_s: () => number): Shortcut[] {
  return [
    ...ANSWER_KEYS.map((key, option) => ({
      key,
      shown: option === 0 ? ANSWER_KEYS.join(' ') : '',
      does: option === 0 ? `answer; ${ENGINE_KEY}: something is wrong with the engine` : '',
      run: () => {
        const asked = desk.asked(time_s());
        if (asked >= 0) desk.answer(asked, option);
      }
    })),
    { key: ENGINE_KEY, shown: '', does: '', run: () => desk.reportEngine(time_s()) }
  ];
}
