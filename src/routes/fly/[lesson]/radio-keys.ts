/** How the radios' small keys and fields look, and what they do after a press. */
export const field =
  'figure w-full min-w-0 rounded-sm border border-strong-line bg-sheet px-1 py-0.5 text-right';
export const small = 'min-h-6 min-w-6 rounded-sm border border-strong-line bg-sheet px-1 disabled:opacity-50';

/** A press leaves the keys to the airplane. */
export const released = (event: MouseEvent & { currentTarget: HTMLButtonElement }) =>
  event.detail > 0 && event.currentTarget.blur();
