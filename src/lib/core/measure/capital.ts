/** Words beginning with a capital letter, as a sentence or a title does. */
export function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** The same beginning small, for the middle of a sentence; letters that are said one by one stay: `VOR tracking`. */
export function lowered(words: string): string {
  return /^\p{Lu}[\p{Lu}\d]/u.test(words) ? words : words.charAt(0).toLowerCase() + words.slice(1);
}
