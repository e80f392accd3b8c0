import type { Outside } from '$core/view/looking-out';
import { deviceSound } from '$lib/controls/device-sound';
import type { Shortcut } from '$lib/ui/shortcuts.svelte';
import type { FlightSession } from '$lib/worker/flight-session.svelte';

const KEPT = 'hanza.outside';
export const viewSizes = ['off', 'small', 'large'] as const;
export type ViewSize = (typeof viewSizes)[number];
/** Height of the picture, px. */
export const VIEW_PX = { small: 130, large: 280 } as const;

/** How large the view out is, as it was left in this browser; where there is something to be seen it is there to begin with. */
export class LookingOut {
  size = $state<ViewSize>('off');
  /** Of the view-limiting device: on while there is nothing but cloud, off as soon as there is something to be seen. */
  device = $state<'on' | 'off'>('on');

  /** @param hasView whether the lesson has something to look for; @param usual how large where nothing was chosen */
  constructor(
    readonly hasView: boolean,
    private readonly usual: ViewSize
  ) {}

  restore(): void {
    const kept = localStorage.getItem(KEPT);
    this.size = !this.hasView ? 'off' : (viewSizes.find((size) => size === kept) ?? this.usual);
  }

  /** Small, large, off, and small again. */
  next(session: FlightSession | null): void {
    if (!this.hasView) return;
    this.size = viewSizes[(viewSizes.indexOf(this.size) + 1) % viewSizes.length]!;
    localStorage.setItem(KEPT, this.size);
    this.tell(session);
  }

  keys(session: () => FlightSession | null): Shortcut[] {
    if (!this.hasView) return [];
    const does = 'look out: small, large, not at all';
    return [{ key: 'u', shown: 'U', does, run: () => this.next(session()) }];
  }

  /** Once a picture. @param isHeard whether its sound is wanted */
  follow(outside: Outside | null, isHeard: boolean): void {
    if (!outside) return;
    const now = outside.blank ? 'on' : 'off';
    if (now === this.device) return;
    this.device = now;
    if (isHeard) deviceSound(now);
  }

  tell(session: FlightSession | null): void {
    session?.lookOut(this.size !== 'off');
  }
}
