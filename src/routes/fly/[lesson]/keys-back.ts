import { belongsToFocus } from '$lib/ui/shortcuts.svelte';

/** The keys fly: whatever had them for a moment gives them back. */

/** What was clicked does: the space bar must pause, not press it again. */
export function keysBackAtClick(event: MouseEvent): void {
  const target = event.target as HTMLElement;
  if (event.detail === 0 || target.closest('[role="dialog"]')) return;
  // A list that has just opened keeps the keys until something is chosen.
  target.closest<HTMLElement>('button:not([role="combobox"]), summary')?.blur();
  const focused = document.activeElement;
  if (focused instanceof HTMLElement && focused.role === 'slider') focused.blur();
}

/** A field does at Enter or Escape. */
function keysBackAtEnter(event: KeyboardEvent): void {
  const target = event.target as HTMLElement;
  const field = target.matches('input') && !target.closest('[role="dialog"]');
  // After whoever takes the answer has read it.
  if (field && (event.key === 'Enter' || event.key === 'Escape')) setTimeout(() => target.blur());
}

const NUMBER_PAD: Record<string, string> = {
  Numpad8: 'ArrowUp',
  Numpad2: 'ArrowDown',
  Numpad4: 'ArrowLeft',
  Numpad6: 'ArrowRight'
};

/** The arrow a key stands for, those of the number pad too; null for every other key. */
function arrowOf(event: KeyboardEvent): string | null {
  return event.key.startsWith('Arrow') ? event.key : (NUMBER_PAD[event.code] ?? null);
}

/** Arrows go to the hands, as long as no field wants them. */
export function arrowsInto(pressed: Set<string>) {
  return {
    down(event: KeyboardEvent) {
      keysBackAtEnter(event);
      const arrow = arrowOf(event);
      if (arrow && !belongsToFocus(event)) pressed.add(arrow);
    },
    up(event: KeyboardEvent) {
      const arrow = arrowOf(event);
      if (arrow) pressed.delete(arrow);
    }
  };
}
