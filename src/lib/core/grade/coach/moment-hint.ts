import { nextPhase } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import { figure } from '../../measure/figure';
import { URGENT, valueOf, type Hint } from './coach-moment';

/** A level-off is led by this share of the rate. */
const LEAD_SHARE = 0.1;
const LEAD_LEAST_FT = 30;
const STILL_GOING_FPM = 250;
const THROUGH_FT = 60;
const DECISION_ABOVE_FT = 20;
const DECISION_STILL_FPM = -100;
/** Flaps and gear not as asked for are asked for after so long. */
const CONFIGURED_WITHIN_S = 12;
const FLAPS_OFF_DEG = 3;
const CONFIGURATION_WEIGHT = 2;

/** What a moment asks for: the level-off, the climb at the decision altitude, flaps and gear. */
export function momentHint({ drill, aircraft }: Lesson): Hint {
  /** In this phase the altitude has been held: who leaves it again is high or low. */
  let hasLevelled = false;
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      if (memory.length === 1) hasLevelled = false;
      const phase = drill.phases[now.phaseIndex]!;
      const { vertical } = phase.goal;
      const altitude = valueOf(now, 'altitude_ft');
      const rate = valueOf(now, 'verticalSpeed_fpm');

      for (const check of drill.checks)
        if (
          check.kind === 'decision' &&
          check.phase === phase.id &&
          altitude < check.altitude_ft + DECISION_ABOVE_FT &&
          rate < DECISION_STILL_FPM
        )
          return { words: 'Decision altitude: climb now.', weight: 2 * URGENT, hand: 'pitch' };

      const earlier = drill.phases[now.phaseIndex - 1]?.goal.vertical;
      // The phase may have ended on the way to the altitude: the level-off is still to be flown.
      const going =
        vertical.kind !== 'level' ? vertical : earlier && earlier.kind !== 'level' ? earlier : null;
      const next = nextPhase(drill, now.phaseIndex)?.goal.vertical;
      // A path that nothing follows ends on the runway.
      const levels =
        vertical.kind === 'level' ||
        next?.kind === 'level' ||
        (next === undefined && vertical.kind !== 'path');
      const decides = drill.checks.some((check) => check.kind === 'decision' && check.phase === phase.id);
      if (going && levels && !decides) {
        const way = Math.sign(going.verticalSpeed_fpm ?? 1);
        const toGo = (going.to_ft - altitude) * way;
        const closing = rate * way;
        if (vertical.kind === 'level' && closing < STILL_GOING_FPM && Math.abs(toGo) < THROUGH_FT)
          hasLevelled = true;
        if (!hasLevelled && closing > STILL_GOING_FPM && toGo < -THROUGH_FT && toGo > -1000)
          return { words: `Through ${figure(going.to_ft)} feet: level off.`, weight: URGENT, hand: 'pitch' };
        if (
          vertical.kind !== 'level' &&
          closing > STILL_GOING_FPM &&
          toGo < Math.max(LEAD_LEAST_FT, LEAD_SHARE * closing) &&
          toGo > 0
        )
          return {
            words: `${figure(going.to_ft)} feet: begin to level off.`,
            weight: URGENT / 2,
            hand: 'pitch'
          };
      }

      if (now.inPhase_s > CONFIGURED_WITHIN_S && !phase.recovery) {
        const { flaps_deg, gear } = phase.goal;
        // What comes out ahead for the next phase is ready, and not wrong.
        const ahead = nextPhase(drill, now.phaseIndex)?.goal;
        const flaps = valueOf(now, 'flaps_deg');
        const isAhead = ahead !== undefined && flaps > flaps_deg && flaps < ahead.flaps_deg + FLAPS_OFF_DEG;
        if (Math.abs(flaps - flaps_deg) > FLAPS_OFF_DEG && !isAhead)
          return {
            words: flaps_deg > 0 ? `Flaps ${figure(flaps_deg)}.` : 'Flaps up.',
            weight: CONFIGURATION_WEIGHT,
            hand: 'other'
          };
        if (
          aircraft.gear.retractable &&
          Math.abs(valueOf(now, 'gear') - gear) > 0.5 &&
          !(gear < 0.5 && (ahead?.gear ?? 0) > 0.5)
        )
          return {
            words: gear > 0.5 ? 'Gear down.' : 'Gear up.',
            weight: CONFIGURATION_WEIGHT,
            hand: 'other'
          };
      }
      return null;
    }
  };
}
