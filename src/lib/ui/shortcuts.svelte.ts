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
  if (target instanceof HTMLInputElement && ['range', 'radio', 'checkbox'].includes(target.type)) {
    return event.key.startsWith('Arrow') ? target.type !== 'checkbox' : event.key === ' ';
  }
  if (['BUTTON', 'A', 'SUMMARY'].includes(target.tagName)) return event.key === ' ' || event.key === 'Enter';
  return target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName);
}

/** Gives the view its single keys for as long as it is shown. They rest while somebody types or a dialog is open. */
export function useShortcuts(shortcuts: Shortcut[]): void {
  let release = () => {};
  onMount(() => {
    shownShortcuts.list = shortcuts;
    release = tinykeys(
      window,
      Object.fromEntries(
        shortcuts.map(({ key, run }) => [
          key,
          (event: KeyboardEvent) => {
            if (belongsToFocus(event) || document.querySelector('[role="dialog"]')) return;
            event.preventDefault();
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
