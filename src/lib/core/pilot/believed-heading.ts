import { isNavigation } from '../drill/drill';
import { STANDARD_RATE_DEGPS, turnRateAtBank } from '../air/level-turn';
import { tasOf, turnRateOf } from '../drill/goal-in-air';
import type { Readings } from '../instrument/readings';
import { normaliseBearing, turnFromTo } from '../measure/angle';
import { clamp } from '../measure/clamp';
import type { Flying } from './flying';

/** In rough air the turn needle is never still. */
const WINGS_LEVEL_DEGPS = 1.5;
/** The compass is believed once the wings have been level for so long, and then by so much of what it differs. */
const STEADY_S = 8;
const BELIEVED_SHARE = 0.3;
/** A turn is under way after so long. */
const UNDER_WAY_S = 6;

/** The heading as a simulated pilot believes it to be. */
export interface BelievedHeading {
  /** A look at the turn needle, and at the compass. */
  seeTurn(time_s: number, r: Readings): void;
  seeCompass(r: Readings): void;
  /** Heading now: as reckoned, or as seen and, in a turn that is under way, gone on at its rate. */
  at(time_s: number, r: Readings, rollingOut: boolean): number;
}

/** With the indicator covered it is reckoned by turn rate and clock, from one look at the turn to the next. */
export function believedHeading(flying: Flying): BelievedHeading {
  const { plan, covered, start } = flying.lesson;
  const byClock = covered.includes('heading');
  let reckoned_deg = start.heading_deg;
  let reckonedAt_s = 0;
  let reckonedRate = 0;
  let level_s = 0;
  return {
    seeTurn(time_s, r) {
      const dt = time_s - reckonedAt_s;
      reckoned_deg = normaliseBearing(reckoned_deg + ((reckonedRate + r.turnRate_degps) / 2) * dt);
      reckonedAt_s = time_s;
      reckonedRate = r.turnRate_degps;
      level_s = Math.abs(r.turnRate_degps) < WINGS_LEVEL_DEGPS ? level_s + dt : 0;
    },
    seeCompass(r) {
      if (level_s > STEADY_S)
        reckoned_deg = normaliseBearing(
          reckoned_deg + BELIEVED_SHARE * turnFromTo(reckoned_deg, r.compass_deg)
        );
    },
    at(time_s, r, rollingOut) {
      if (byClock) return normaliseBearing(reckoned_deg + reckonedRate * (time_s - reckonedAt_s));
      const { goal } = flying.phase();
      const sight = flying.sight!;
      if (isNavigation(goal.lateral)) {
        // What one look at the turn needle shows in rough air is no turn; a bank is.
        const rate_degps = covered.includes('attitude')
          ? clamp(sight.known.turnRate_degps, -STANDARD_RATE_DEGPS, STANDARD_RATE_DEGPS)
          : turnRateAtBank(tasOf(goal, plan), sight.known.bank_deg);
        return r.heading_deg + rate_degps * sight.age('heading', time_s);
      }
      if (goal.lateral.kind !== 'turn' || rollingOut || time_s - flying.since_s < UNDER_WAY_S)
        return r.heading_deg;
      return r.heading_deg + goal.lateral.direction * turnRateOf(goal, plan) * sight.age('heading', time_s);
    }
  };
}
