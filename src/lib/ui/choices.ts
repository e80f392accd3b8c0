/** What can be chosen: its id, its words, and the heading it stands under, if any; or a word that is both. */
export type Choices<T extends string> = readonly (T | readonly [id: T, words: string, heading?: string])[];
