/** A hint stands for as long as it takes to do it. */
export const HINT_STANDS_S = 9;
