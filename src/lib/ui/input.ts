/** Classes of a field people type or choose in. */
export const input =
  'min-h-9 w-full min-w-0 rounded-sm border border-strong-line bg-sheet px-2 py-1 text-ink aria-[invalid=true]:border-hard aria-[invalid=true]:border-2';
export const numberInput = `${input} figure text-right`;
/** A choice within a line of words. */
export const inlineInput = 'rounded-sm border border-strong-line bg-sheet px-2 py-1';
