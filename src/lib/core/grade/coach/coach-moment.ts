import type { ChannelId } from '../../flight/channels';
import type { FlightEvent } from '../../flight/flight-event';
import { normaliseBearing, normaliseSigned } from '../../measure/angle';
import { mean } from '../../measure/statistics';

/** What the coach sees at one moment. */
export interface CoachMoment {
  time_s: number;
  inPhase_s: number;
  phaseIndex: number;
  values: Map<ChannelId, number>;
}

/** What the hands would move. */
export type Hand = 'pitch' | 'power' | 'roll' | 'other';

/** Something to say now. */
export interface Advice {
  words: string;
  /** How much it matters: times its tolerance; what must not happen outweighs all of that. */
  weight: number;
  hand: Hand;
  /** Beside it nothing lesser is said, also where it has just been said. */
  alone?: true;
  /** Said again no sooner than after so long; left out: as soon as others like it. */
  again_s?: number;
  /** Called when it is really said: until then it may have to wait, and is offered again. */
  onsaid?: () => void;
}
/** What must be said at once. */
export const URGENT = 10;
/** A correction of a course, when the needle asks for one. */
export const COURSE_WEIGHT = 1.2;

/** One kind of thing to say. */
export interface Hint {
  /** @param memory the last moments of this phase, the newest last */
  look(memory: readonly CoachMoment[]): Advice | null;
  heard?(event: FlightEvent): void;
}

/** A channel’s value at a moment; 0 for what is not recorded. */
export const valueOf = (moment: CoachMoment, channel: ChannelId): number => moment.values.get(channel) ?? 0;

/** The moment so many seconds before the newest; null when that is not remembered. */
export function before(memory: readonly CoachMoment[], seconds: number): CoachMoment | null {
  const now = memory[memory.length - 1]!.time_s;
  return memory.findLast((moment) => moment.time_s <= now - seconds) ?? null;
}

/** The moments of the last seconds, the newest among them. */
export function lately(memory: readonly CoachMoment[], seconds: number): readonly CoachMoment[] {
  const now = memory[memory.length - 1]!;
  return memory.filter(({ time_s }) => time_s >= now.time_s - seconds);
}

/** A heading is what was flown for so long: the nose swings in the air. */
const HELD_FOR_S = 8;

/** The heading flown in the last seconds, 0…360, swings of the nose taken out. */
export function heldHeading(memory: readonly CoachMoment[], seconds = HELD_FOR_S): number {
  const now_deg = valueOf(memory[memory.length - 1]!, 'heading_deg');
  const off = lately(memory, seconds).map((one) => normaliseSigned(valueOf(one, 'heading_deg') - now_deg));
  return normaliseBearing(now_deg + mean(off)!);
}
