import { onDestroy, onMount } from 'svelte';
import type { Shortcut } from '$lib/ui/shortcuts.svelte';

/** The moment looked at of a recorded flight: moved by hand, by keys, or played at real speed. To be made as a component begins. */
export class Player {
  time_s = $state(0);
  playing = $state(false);

  /** @param total_s length of the flight as it is known now */
  constructor(private readonly total_s: () => number) {
    let animation = 0;
    let last = 0;
    onMount(() => {
      const picture = (now: number) => {
        if (this.playing) this.play((now - last) / 1000);
        last = now;
        animation = requestAnimationFrame(picture);
      };
      animation = requestAnimationFrame(picture);
    });
    onDestroy(() => typeof cancelAnimationFrame === 'function' && cancelAnimationFrame(animation));
  }

  private play(seconds: number): void {
    this.time_s = Math.min(this.total_s(), this.time_s + seconds);
    if (this.time_s >= this.total_s()) this.playing = false;
  }

  /** To a moment, and stop there. */
  go(time_s: number): void {
    this.time_s = time_s;
    this.playing = false;
  }

  move(seconds: number): void {
    this.time_s = Math.max(0, Math.min(this.total_s(), this.time_s + seconds));
  }

  /** Played to its end it begins again. */
  toggle(): void {
    if (!this.playing && this.time_s >= this.total_s()) this.time_s = 0;
    this.playing = !this.playing;
  }

  keys(): Shortcut[] {
    return [
      { key: 'Space', shown: 'space', does: 'play, stop', run: () => this.toggle() },
      { key: 'ArrowLeft', shown: '← →', does: 'a second back, on; with ⇧ ten', run: () => this.move(-1) },
      { key: 'ArrowRight', shown: '', does: '', run: () => this.move(1) },
      { key: 'Shift+ArrowLeft', shown: '', does: '', run: () => this.move(-10) },
      { key: 'Shift+ArrowRight', shown: '', does: '', run: () => this.move(10) }
    ];
  }
}
