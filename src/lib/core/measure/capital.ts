/** Words beginning with a capital letter, as a sentence or a title does. */
export function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** The same beginning small, for the middle of a sentence. */
export function lowered(words: string): string {
  return words.charAt(0).toLowerCase() + words.slice(1);
}
