import { stallWarningAt } from '../../aircraft/stall-warning';
import type { Corridor, CorridorChannel } from '../../drill/corridor';
import type { Condition, Goal, Phase } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import { leftToTurn, turnFromTo } from '../../measure/angle';
import { figure, heading } from '../../measure/figure';
import { deviationAt, fractionOfTolerance, targetAt } from '../../deviation/deviation';
import { holdsTurn, isRollingOut } from '../../deviation/roll-out';
import { before, valueOf, type Advice, type CoachMoment, type Hint } from './coach-moment';

/** Said when the edge is this near and coming nearer … */
const NEAR_EDGE = 0.75;
/** … and when outside, unless it comes back by this share of the tolerance within a few seconds. */
const COMING_BACK = 0.12;
const SETTLES_S = 15;
const GROWING_S = 3;
/** A word has been heard, and another turn taken out. */
const HEARD_S = 8;
/** So much turned in that time is a turn; and a heading farther away than this is turned to, and not corrected. */
const TURNING_DEG = 3;
const STILL_TO_TURN_DEG = 30;
/** Sinking at this rate, and as slow as was asked for within so much, one has gone down to the next phase by oneself. */
const GONE_DOWN_FPM = -200;
const SLOWED_KT = 5;

/** Altitude, speed, rate, heading and bank about to leave their corridors: what the hands should do, not what is wrong. */
export function corridorHint({ drill, aircraft }: Lesson): Hint {
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const earlier = before(memory, GROWING_S);
      if (!earlier) return null;
      const phase = drill.phases[now.phaseIndex]!;
      const { goal, corridors, expected_s } = phase;
      const heading_deg = valueOf(now, 'heading_deg');
      const said = saidTurn(goal, heading_deg);
      const turned_deg = said ? said.side * turnFromTo(valueOf(earlier, 'heading_deg'), heading_deg) : 0;
      // At once: who turns the other way is half round before anything else is looked at.
      if (said && turned_deg < -TURNING_DEG && now.inPhase_s > HEARD_S) return said.advice;
      if (now.inPhase_s < SETTLES_S) return null;
      const shareOf = (channel: CorridorChannel) => {
        const corridor = corridors.find((one) => one.channel === channel);
        if (!corridor) return 0;
        return fractionOfTolerance(
          corridor,
          deviationAt(corridor, (id) => valueOf(now, id))
        );
      };
      let worst: Advice | null = null;
      let worstChannel: CorridorChannel | null = null;
      for (const corridor of corridors) {
        const words = WORDS[corridor.channel];
        if (!words) continue;
        // Who rolls out has less bank, and is to have.
        if (
          holdsTurn(phase, corridor) &&
          isRollingOut(phase, corridor, now.inPhase_s, expected_s, heading_deg)
        )
          continue;
        if (said && corridor.channel === 'heading_deg') {
          if (turned_deg <= TURNING_DEG && 1 > (worst?.weight ?? 0)) {
            worst = said.advice;
            worstChannel = corridor.channel;
          }
          continue;
        }
        const deviation = deviationAt(corridor, (id) => valueOf(now, id));
        if (corridor.channel === 'altitude_ft' && deviation < 0 && hasGoneDown(phase, now)) continue;
        const share = fractionOfTolerance(corridor, deviation);
        const was = fractionOfTolerance(
          corridor,
          deviationAt(corridor, (id) => valueOf(earlier, id))
        );
        const size = Math.abs(share);
        const leaving = size > NEAR_EDGE && size >= Math.abs(was) && share * was > 0;
        const outside = size > 1 && Math.abs(was) - size < COMING_BACK;
        if ((!leaving && !outside) || size <= (worst?.weight ?? 0)) continue;
        worst = {
          ...words(
            deviation,
            targetAt(corridor, (id) => valueOf(now, id)),
            goal
          ),
          weight: size
        };
        worstChannel = corridor.channel;
      }
      if (!worst || worstChannel !== 'altitude_ft' || goal.vertical.kind !== 'level') return worst;
      // Low and slow at once, or high and fast, the nose cannot mend: it is power that is missing, or too much.
      const isLow = shareOf('altitude_ft') < 0;
      const speed = shareOf('ias_kt') * (isLow ? -1 : 1);
      const isWarned = stallWarningAt(aircraft, valueOf(now, 'angleOfAttack_deg'));
      const byPower = (words: string): Advice => ({ words, weight: worst!.weight, hand: 'power' });
      if (speed > NEAR_EDGE)
        return byPower(isLow ? 'Low and slow: power first.' : 'High and fast: power off first.');
      return isLow && isWarned ? byPower('Low: power first.') : worst;
    }
  };
}

/** Whether the descent that ends a level phase, begun by oneself, is on: it is not low, but in the next phase. */
function hasGoneDown({ goal, pace, until }: Phase, now: CoachMoment): boolean {
  const isEndedBelow = (condition: Condition): boolean =>
    condition.is === 'any' || condition.is === 'all'
      ? condition.of.some(isEndedBelow)
      : condition.is === 'below' && condition.channel === 'altitude_ft';
  return (
    goal.vertical.kind === 'level' &&
    pace === 'own' &&
    valueOf(now, 'verticalSpeed_fpm') < GONE_DOWN_FPM &&
    valueOf(now, 'ias_kt') < goal.ias_kt + SLOWED_KT &&
    isEndedBelow(until)
  );
}

/** A heading that is still to be turned to the way that was said, the long way perhaps; null: it is near, or no way was said. */
function saidTurn({ lateral }: Goal, now_deg: number): { side: 1 | -1; advice: Advice } | null {
  if (lateral.kind !== 'heading' || lateral.turn === undefined) return null;
  if (leftToTurn(lateral.turn, now_deg, lateral.heading_deg) < STILL_TO_TURN_DEG) return null;
  return {
    side: lateral.turn === 'right' ? 1 : -1,
    advice: { words: `Turn ${lateral.turn} to ${heading(lateral.heading_deg)}.`, weight: 1, hand: 'roll' }
  };
}

type Words = (deviation: number, target: number, goal: Goal) => Omit<Advice, 'weight'>;
const WORDS: Partial<Record<Corridor['channel'], Words>> = {
  altitude_ft: (d) => ({
    words: d > 0 ? 'High: ease the nose down a touch.' : 'Low: a touch of nose up.',
    hand: 'pitch'
  }),
  // Where the rate is what the power gives, the nose holds the speed.
  ias_kt: (d, _, { vertical }) =>
    vertical.kind === 'speed'
      ? { words: d > 0 ? 'Fast: a touch of nose up.' : 'Slow: ease the nose down a touch.', hand: 'pitch' }
      : { words: d > 0 ? 'Fast: a little power off.' : 'Slow: a little power.', hand: 'power' },
  verticalSpeed_fpm: (d) => ({
    words: `The rate: half a degree of nose ${d > 0 ? 'down' : 'up'}, then wait.`,
    hand: 'pitch'
  }),
  heading_deg: (d, target) => ({
    words: `Come ${d > 0 ? 'left' : 'right'} to ${heading(target)} and hold it.`,
    hand: 'roll'
  }),
  bank_deg: (d, target) => ({
    words:
      target === 0
        ? 'Level the wings.'
        : `${d * target > 0 ? 'Too steep' : 'Too shallow'}: ${figure(Math.abs(target))} degrees of bank.`,
    hand: 'roll'
  }),
  turnRate_degps: (d, target) => ({
    words:
      target === 0
        ? 'Stop the turn: wings level.'
        : `The turn is too ${d * target > 0 ? 'fast: a little less' : 'slow: a little more'} bank.`,
    hand: 'roll'
  })
};
