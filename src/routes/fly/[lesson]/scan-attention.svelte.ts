import { cuedArea, patternSequence } from '$core/drill/scan-pattern';
import { cueStrength, type ScanTask } from '$core/drill/scan-task';
import type { Gaze, ScanArea } from '$core/instrument/scan-area';
import type { ScanView } from '$lib/panel/scan-view';
import type { Shortcut } from '$lib/ui/shortcuts.svelte';

/** Which hand looks; the other one flies. */
export type LookingHand = 'left' | 'right';

/** Keys that mirror the panel: the upper row is its upper row, the lower row its lower. */
const LOOK_KEYS: Record<LookingHand, readonly (readonly [key: string, area: ScanArea])[]> = {
  left: [
    ['q', 'airspeed'],
    ['w', 'attitude'],
    ['e', 'altimeter'],
    ['a', 'turn'],
    ['s', 'heading'],
    ['d', 'vertical-speed'],
    ['z', 'engine'],
    ['x', 'compass']
  ],
  right: [
    ['u', 'airspeed'],
    ['i', 'attitude'],
    ['o', 'altimeter'],
    ['j', 'turn'],
    ['k', 'heading'],
    ['l', 'vertical-speed'],
    ['m', 'engine'],
    [',', 'compass']
  ]
};
export const LOOK_WORDS: Record<LookingHand, string> = {
  left: 'Q W E over A S D, Z engine, X compass',
  right: 'U I O over J K L, M engine, comma compass'
};

/** Where the student's eyes are in a scan lesson, moved by pointer, by key, or by the rhythm itself. */
export class ScanAttention {
  looked = $state<Gaze>('attitude');
  hand = $state<LookingHand>('left');
  private readonly sequence: readonly ScanArea[];

  /** @param tell hears every move of the eyes */
  constructor(
    readonly task: ScanTask,
    covered: readonly ScanArea[],
    private readonly tell: (area: Gaze) => void
  ) {
    this.sequence = patternSequence(task.pattern, covered);
  }

  /** To be called when a flight begins: the eyes start where they are. */
  begin(): void {
    this.tell(this.looked);
  }

  look(area: Gaze): void {
    if (area === this.looked || this.task.attention === 'automatic') return;
    this.move(area);
  }

  /** Lets the window follow the rhythm, or a simulated pilot's eyes. */
  follow(time_s: number, simulated: ScanArea | null): void {
    if (simulated !== null) this.looked = simulated;
    else if (this.task.attention === 'automatic') {
      const area = cuedArea(this.sequence, this.task.rhythm_s, time_s);
      if (area && area !== this.looked) this.move(area);
    }
  }

  view(time_s: number, byPerson: boolean): ScanView {
    const strength = byPerson && this.task.attention === 'student' ? cueStrength(this.task, time_s) : 0;
    return {
      looked: this.looked,
      strength: this.task.window,
      cue: strength > 0 ? cuedArea(this.sequence, this.task.rhythm_s, time_s) : null,
      cueStrength: strength,
      onlook: byPerson && this.task.attention === 'student' ? (area) => this.look(area) : null
    };
  }

  private move(area: Gaze): void {
    this.looked = area;
    this.tell(area);
  }
}

/** The keys that look, for the hand that looks. They stand in the place of the flying keys of that side. */
export function lookingKeys(attention: ScanAttention): Shortcut[] {
  const hands: readonly LookingHand[] = ['left', 'right'];
  return hands.flatMap((hand) =>
    LOOK_KEYS[hand].map(([key, area], index) => ({
      key,
      shown: index === 0 ? (hand === 'left' ? 'Q W E A S D' : 'U I O J K L') : '',
      does: index === 0 ? `look, with the ${hand} hand` : '',
      run: () => attention.hand === hand && attention.look(area)
    }))
  );
}
