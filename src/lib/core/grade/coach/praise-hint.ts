import type { Lesson } from '../../drill/lesson';
import { capital } from '../../measure/capital';
import { deviationAt, fractionOfTolerance } from '../../deviation/deviation';
import { quantityWords } from '../../finding/quantity-words';
import { valueOf, type Hint } from './coach-moment';

/** Said when everything has been inside half of its tolerance for so long: once a phase, and no more often than this. */
const WELL_HELD_S = 35;
const AGAIN_AFTER_S = 240;
const WELL_HELD_SHARE = 0.5;

/** Well done, sparingly, and only of what was held: a hold flown the wrong way round may have a good altitude all the same. */
export function praiseHint({ drill }: Lesson): Hint {
  let last_s = -Infinity;
  let lastPhase = -1;
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const { corridors } = drill.phases[now.phaseIndex]!;
      const since = now.time_s - WELL_HELD_S;
      if (corridors.length === 0 || memory[0]!.time_s > since) return null;
      if (now.phaseIndex === lastPhase || now.time_s - last_s < AGAIN_AFTER_S) return null;
      const held = memory
        .filter((moment) => moment.time_s > since)
        .every((moment) =>
          corridors.every((corridor) => {
            const deviation = deviationAt(corridor, (id) => valueOf(moment, id));
            return Math.abs(fractionOfTolerance(corridor, deviation)) <= WELL_HELD_SHARE;
          })
        );
      if (!held) return null;
      const names = [...new Set(corridors.map(({ channel }) => quantityWords[channel].name))];
      const listed = names.length === 1 ? names[0]! : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;
      return {
        words: `${capital(listed)} well held.`,
        weight: 0,
        hand: 'other',
        onsaid: () => {
          last_s = now.time_s;
          lastPhase = now.phaseIndex;
        }
      };
    }
  };
}
