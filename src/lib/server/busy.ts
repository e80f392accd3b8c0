/** There is more to do than can be done at once: to be tried again in a moment. */
export class Busy extends Error {}
