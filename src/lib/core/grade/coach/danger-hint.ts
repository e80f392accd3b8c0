import { stallWarningAt } from '../../aircraft/stall-warning';
import { isOrdinary, type Phase } from '../../drill/drill';
import { bankOf } from '../../drill/goal-in-air';
import type { Lesson } from '../../drill/lesson';
import { lately, URGENT, valueOf, type CoachMoment, type Hint } from './coach-moment';

/** All through the last moments: a gust comes and goes. */
const LASTS_S = 1.5;
/** Steeper than this, and by so much than what is asked, nobody banks on instruments. */
const STEEP_DEG = 45;
const BEYOND_ASKED_DEG = 15;
/** Down faster than this beyond what is asked, and faster than asked by that: a dive. */
const DIVE_FPM = 2500;
const DIVE_KT = 20;

/** What the airplane is lost by: a wing about to stall, a bank that goes on steepening, a dive. Recoveries are judged, not talked through. */
export function dangerHint({ drill, plan, aircraft }: Lesson): Hint {
  const all = (memory: readonly CoachMoment[], isSo: (moment: CoachMoment) => boolean) =>
    memory[memory.length - 1]!.time_s - memory[0]!.time_s >= LASTS_S && lately(memory, LASTS_S).every(isSo);
  const isDive = ({ goal }: Phase) => {
    const asked_fpm = goal.vertical.kind === 'level' ? 0 : (goal.vertical.verticalSpeed_fpm ?? 0);
    return (moment: CoachMoment) =>
      valueOf(moment, 'climbRate_fpm') < Math.min(0, asked_fpm) - DIVE_FPM &&
      valueOf(moment, 'ias_kt') > goal.ias_kt + DIVE_KT;
  };
  const urgent = (words: string, hand: 'pitch' | 'roll') => ({
    words,
    hand,
    weight: 3 * URGENT,
    alone: true as const
  });
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const phase = drill.phases[now.phaseIndex]!;
      if (!isOrdinary(phase)) return null;
      if (all(memory, (one) => stallWarningAt(aircraft, valueOf(one, 'angleOfAttack_deg'))))
        return urgent(
          valueOf(now, 'angleOfAttack_deg') > aircraft.lift.stallAngle_deg
            ? 'Stalled: nose down, power, wings level.'
            : 'About to stall: nose down, power.',
          'pitch'
        );
      if (all(memory, isDive(phase)))
        return urgent('Power back, wings level, then ease the nose up.', 'pitch');
      const asked_deg = phase.goal.lateral.kind === 'turn' ? Math.abs(bankOf(phase.goal, plan)) : 0;
      const most_deg = Math.max(STEEP_DEG, asked_deg + BEYOND_ASKED_DEG);
      if (all(memory, (one) => Math.abs(valueOf(one, 'trueBank_deg')) > most_deg))
        return urgent('Too steep: roll the wings level.', 'roll');
      return null;
    }
  };
}
