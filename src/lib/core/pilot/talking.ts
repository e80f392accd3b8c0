import { isApproach } from '../drill/approach/approach-drill';
import { chartOfPlan } from '../drill/approach/chart-of-plan';
import type { Happening } from '../flight/flight-event';
import type { Flying } from './flying';

/** It is briefed on the level, once the radios are set and the phase has settled; an item takes so long. */
const RADIOS_SET_S = 26;
const SETTLED_S = 10;
const ITEM_S = 4;
/** Who does not look while talking lets the nose sink by this. */
const SINKS_DEG = 2.2;

/** The briefing of an approach, said on the way in. */
export interface Talking {
  /** Says what is due, and gives how far the nose sinks over it, degrees. */
  sinks_deg(time_s: number): number;
  /** Whether the altimeter is left out meanwhile. */
  looksAway(): boolean;
}

/** @param note keeps what is said */
export function talking(flying: Flying, note: (what: Happening) => void): Talking {
  const { habits, lesson, told } = flying;
  const { plan, aircraft } = lesson;
  const left = isApproach(plan) ? chartOfPlan(plan, aircraft).items.map(({ id }) => id) : [];
  let saidAt_s: number | null = null;

  function says(time_s: number): void {
    const { segment, goal } = flying.phase();
    const settled =
      segment === 'inbound' &&
      goal.vertical.kind === 'level' &&
      time_s > RADIOS_SET_S &&
      time_s - flying.since_s > SETTLED_S;
    if (saidAt_s === null ? !settled : time_s - saidAt_s < ITEM_S) return;
    if (saidAt_s !== null) note({ kind: 'briefed', detail: left.shift()! });
    saidAt_s = time_s;
  }
  const busy = () => saidAt_s !== null && left.length > 0;

  return {
    looksAway: () => habits.losesAltitudeTalking > 0 && busy(),
    sinks_deg(time_s) {
      if (left.length === 0) return 0;
      says(time_s);
      if (habits.losesAltitudeTalking === 0 || !busy()) return 0;
      told('losesAltitudeTalking', time_s);
      return SINKS_DEG * habits.losesAltitudeTalking;
    }
  };
}
