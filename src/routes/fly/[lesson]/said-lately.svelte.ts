import type { Said } from '$lib/worker/live-link';

/** Words stand for so long, whether time runs or not. */
const STANDS_MS = 12_000;

/** What an instructor said a moment ago: spoken once, and shown for a while. */
export class SaidLately {
  words = $state.raw<Said | null>(null);

  constructor(newest: () => Said | null, speak: (words: string) => void) {
    $effect(() => {
      const said = newest();
      if (!said) return;
      this.words = said;
      speak(said.words);
      const over = setTimeout(() => (this.words = null), STANDS_MS);
      return () => clearTimeout(over);
    });
  }
}
