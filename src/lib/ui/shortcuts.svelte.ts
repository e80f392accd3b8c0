import { tinykeys } from 'tinykeys';
import { onDestroy, onMount } from 'svelte';

export interface Shortcut {
  /** As tinykeys writes them: `Space`, `g`, `Shift+?`. */
  key: string;
  /** As shown to people; left out of the list when empty. */
  shown: string;
  does: string;
  run: (event: KeyboardEvent) => void;
}

/** The shortcuts of the view on screen, for the list behind `?`. */
export const shownShortcuts = $state<{ list: Shortcut[] }>({ list: [] });

/** True when the key belongs to what has the focus: text being typed, a slider being moved, a button being pressed. */
export function belongsToFocus(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  if (target === null || event.key === 'Escape') return false;
  if (target.role === 'slider') return /^(Arrow|Page|Home|End)/.test(event.key);
  // A list of choices takes the arrows and the first letters; in the trainer only while it is open.
  if (target.role === 'combobox') return target.ariaExpanded === 'true' || !('letsGo' in target.dataset);
  if (['BUTTON', 'A', 'SUMMARY'].includes(target.tagName)) return event.key === ' ' || event.key === 'Enter';
  return target.isContentEditable || ['INPUT', 'TEXTAREA'].includes(target.tagName);
}

/** A key held down repeats no faster than this: a hand eases a control, it does not hammer it. */
const REPEATS_EVERY_MS = 120;

const CODES: Record<string, string> = {
  '[': 'BracketLeft',
  ']': 'BracketRight',
  '{': 'BracketLeft',
  '}': 'BracketRight',
  ',': 'Comma',
  '.': 'Period',
  '/': 'Slash'
};

/** The place of a key on the keyboard, so that a hand finds it on every layout: `w` is the key right of `q` on a US one. */
function placeOf(key: string): string {
  const parts = key.split('+');
  const last = parts.pop()!;
  const code = /^[a-z]$/i.test(last)
    ? `Key${last.toUpperCase()}`
    : /^\d$/.test(last)
      ? `Digit${last}`
      : (CODES[last] ?? last);
  return [...parts, code].join('+');
}

/** What is printed on the keys of this person's keyboard, where the browser knows it. */
async function asPrinted(shortcuts: Shortcut[]): Promise<Shortcut[]> {
  const keyboard = (navigator as { keyboard?: { getLayoutMap(): Promise<ReadonlyMap<string, string>> } })
    .keyboard;
  const layout = await keyboard?.getLayoutMap().catch(() => null);
  if (!layout) return shortcuts;
  const printed = (sign: string) =>
    /^⇧?[A-Z[\],./]$/.test(sign)
      ? sign.replace(/[^⇧]$/, (one) => (layout.get(placeOf(one)) ?? one).toUpperCase())
      : sign;
  return shortcuts.map((shortcut) => ({
    ...shortcut,
    shown: shortcut.shown.split(' ').map(printed).join(' ')
  }));
}

/**
 * Gives the view its single keys for as long as it is shown, by their place on the keyboard. They rest while somebody types or
 * a dialog is open.
 */
export function useShortcuts(shortcuts: Shortcut[]): void {
  let release = () => {};
  onMount(() => {
    shownShortcuts.list = shortcuts;
    void asPrinted(shortcuts).then((printed) => {
      if (shownShortcuts.list === shortcuts) shownShortcuts.list = printed;
    });
    let ran_ms = 0;
    release = tinykeys(
      window,
      Object.fromEntries(
        shortcuts.map(({ key, run }) => [
          placeOf(key),
          (event: KeyboardEvent) => {
            if (belongsToFocus(event) || document.querySelector('[role="dialog"]')) return;
            event.preventDefault();
            if (event.repeat && event.timeStamp - ran_ms < REPEATS_EVERY_MS) return;
            ran_ms = event.timeStamp;
            run(event);
          }
        ])
      )
    );
  });
  onDestroy(() => {
    release();
    shownShortcuts.list = [];
  });
}
