import type { Lesson } from '../../drill/lesson';
import { onPanel } from '../../drill/reference';
import { capital } from '../../measure/capital';
import { turnFromTo } from '../../measure/angle';
import { TURN_DEG } from '../checks/to-fix';
import { COURSE_WEIGHT, valueOf, type Hint } from './coach-moment';

/** A bank that turns, and how long one may take to begin it. */
const TURNING_DEG = 8;
const BEGUN_WITHIN_S = 8;

/** What to say of the turn to a fix that is flown to directly: that it is time, and which way round. */
export function directHint({ drill, area }: Lesson): Hint {
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const { goal, reference } = drill.phases[now.phaseIndex]!;
      if (goal.lateral.kind !== 'direct' || !reference || reference.bySight) return null;
      const toFix_deg = onPanel(valueOf(now, 'fixRadial_deg') + 180, reference, area);
      const off_deg = turnFromTo(valueOf(now, 'heading_deg'), toFix_deg);
      if (Math.abs(off_deg) < TURN_DEG) return null;
      const way = goal.lateral.turn ?? (off_deg > 0 ? 'right' : 'left');
      const turning = valueOf(now, 'bank_deg') * (way === 'right' ? 1 : -1);
      if (goal.lateral.turn !== null && turning < -TURNING_DEG)
        return {
          words: `The turn to ${reference.fix} goes ${way}.`,
          weight: 4 * COURSE_WEIGHT,
          hand: 'roll'
        };
      if (turning < TURNING_DEG && now.inPhase_s > BEGUN_WITHIN_S)
        return {
          words: `${capital(way)} now, to ${reference.fix}.`,
          weight: 2 * COURSE_WEIGHT,
          hand: 'roll'
        };
      return null;
    }
  };
}
