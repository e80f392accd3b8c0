/** Two parties claim the same thing; what is there stays. */
export class Conflict extends Error {}
