const base =
  'inline-flex min-h-9 items-center justify-center gap-2 rounded-sm border px-3.5 py-1.5 text-[13px] leading-tight no-underline hover:no-underline disabled:cursor-not-allowed disabled:opacity-55';

/** Classes of a button or of a link that does what a button does. */
export const button = {
  main: `${base} border-now bg-now font-bold text-sheet hover:brightness-110`,
  plain: `${base} border-strong-line bg-sheet text-ink hover:bg-paper`,
  hard: `${base} border-hard bg-sheet font-bold text-hard hover:bg-paper`,
  quiet: `${base} border-transparent bg-transparent text-now hover:bg-paper`
};
