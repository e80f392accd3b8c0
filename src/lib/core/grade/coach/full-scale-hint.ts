import type { Lesson } from '../../drill/lesson';
import { isOverStation } from '../../drill/reference';
import { quantityWords } from '../../finding/quantity-words';
import { NEAR_STATION_NM } from '../../radio/station-nearness';
import { isFullScale } from '../hard-deviation';
import { lately, URGENT, valueOf, type Hint } from './coach-moment';

/** No gust, and no needle that swings over a station. */
const LASTS_S = 3;
/** Who came onto a final beside its course has so long to come to it. */
const COMES_WITHIN_S = 45;
/** Who goes on all the same hears it again after so long, and each time after twice as long, up to this. */
const AGAIN_S = 10;
const LONGEST_AGAIN_S = 80;
/** Up already at this rate one has begun to go around. */
const CLIMBING_FPM = 300;

/** At full scale on a final nobody knows how far off it is: that is not flown on, whatever would bring it back. */
export function fullScaleHint({ drill }: Lesson): Hint {
  const been = new Set<'courseShare' | 'pathShare'>();
  let timesSaid = 0;
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const phase = drill.phases[now.phaseIndex]!;
      if (phase.segment !== 'final') {
        been.clear();
        timesSaid = 0;
        return null;
      }
      // Over the station the needle says nothing of the flying.
      const isOver =
        phase.reference !== null &&
        isOverStation(phase.reference) &&
        valueOf(now, 'fixDistance_nm') < NEAR_STATION_NM;
      const isUp = valueOf(now, 'verticalSpeed_fpm') > CLIMBING_FPM;
      for (const channel of ['courseShare', 'pathShare'] as const) {
        if (phase.corridors.every((corridor) => corridor.channel !== channel)) continue;
        if (channel === 'courseShare' && isOver) continue;
        if (!isFullScale(valueOf(now, channel))) been.add(channel);
        const lasts =
          now.time_s - memory[0]!.time_s >= LASTS_S &&
          lately(memory, LASTS_S).every((one) => isFullScale(valueOf(one, channel)));
        if (lasts && !isUp && (been.has(channel) || now.inPhase_s > COMES_WITHIN_S))
          return {
            words: `Full scale off the ${quantityWords[channel].name}: go around.`,
            weight: 2 * URGENT,
            hand: 'other',
            alone: true,
            again_s: Math.min(LONGEST_AGAIN_S, AGAIN_S * 2 ** Math.max(0, timesSaid - 1)),
            onsaid: () => (timesSaid += 1)
          };
      }
      timesSaid = 0;
      return null;
    }
  };
}
