import type { Corridor } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import { figure } from '../../measure/figure';
import { deviationFrom, fractionOfTolerance } from '../deviation';
import { before, valueOf, type Hint } from './coach-moment';

/** Said when the edge is this near and coming nearer. */
const NEAR_EDGE = 0.75;
const SETTLES_S = 15;
const GROWING_S = 3;

/** Altitude, speed, rate and heading about to leave their corridors: what the hands should do, not what is wrong. */
export function corridorHint({ drill }: Lesson): Hint {
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const earlier = before(memory, GROWING_S);
      if (!earlier || now.inPhase_s < SETTLES_S) return null;
      for (const corridor of drill.phases[now.phaseIndex]!.corridors) {
        const words = WORDS[corridor.channel as keyof typeof WORDS];
        if (!words) continue;
        const deviation = deviationFrom(corridor, valueOf(now, corridor.channel));
        const share = fractionOfTolerance(corridor, deviation);
        const was = fractionOfTolerance(
          corridor,
          deviationFrom(corridor, valueOf(earlier, corridor.channel))
        );
        if (Math.abs(share) > NEAR_EDGE && Math.abs(share) >= Math.abs(was) && share * was > 0)
          return words(deviation, corridor);
      }
      return null;
    }
  };
}

type Words = (deviation: number, corridor: Corridor) => string;
const WORDS: Partial<Record<Corridor['channel'], Words>> = {
  altitude_ft: (d) => (d > 0 ? 'High: ease the nose down a touch.' : 'Low: a touch of nose up.'),
  ias_kt: (d) => (d > 0 ? 'Fast: a little power off.' : 'Slow: a little power.'),
  verticalSpeed_fpm: (d) =>
    d > 0
      ? 'The rate: half a degree of nose down, then wait.'
      : 'The rate: half a degree of nose up, then wait.',
  heading_deg: (d) =>
    `Heading: ${figure(Math.abs(Math.round(d)))} degrees ${d > 0 ? 'left' : 'right'}, then level.`
};
