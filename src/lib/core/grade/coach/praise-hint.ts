import type { Lesson } from '../../drill/lesson';
import { deviationFrom, fractionOfTolerance } from '../deviation';
import { valueOf, type Hint } from './coach-moment';

/** Said when everything has been inside half of its tolerance for so long, and no more often than this. */
const WELL_HELD_S = 35;
const AGAIN_AFTER_S = 240;
const WELL_HELD_SHARE = 0.5;

/** Well done, sparingly. */
export function praiseHint({ drill }: Lesson): Hint {
  let last_s = -Infinity;
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const { corridors } = drill.phases[now.phaseIndex]!;
      const since = now.time_s - WELL_HELD_S;
      if (corridors.length === 0 || memory[0]!.time_s > since || now.time_s - last_s < AGAIN_AFTER_S)
        return null;
      const held = memory
        .filter((moment) => moment.time_s > since)
        .every((moment) =>
          corridors.every((corridor) => {
            const deviation = deviationFrom(corridor, valueOf(moment, corridor.channel));
            return Math.abs(fractionOfTolerance(corridor, deviation)) <= WELL_HELD_SHARE;
          })
        );
      return held
        ? { words: 'That is well held.', weight: 0, hand: 'other', onsaid: () => (last_s = now.time_s) }
        : null;
    }
  };
}
