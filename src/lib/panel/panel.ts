import type { CorridorChannel } from '$core/drill/corridor';

/** The corridor to draw on an instrument's scale, or null for none. */
export type CorridorOf = (channel: CorridorChannel) => { low: number; high: number } | null;
