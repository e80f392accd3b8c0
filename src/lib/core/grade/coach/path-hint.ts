import { nextPhase } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import { figure } from '../../measure/figure';
import { pathScale_ft } from '../../radio/path-line';
import { before, valueOf, type CoachMoment, type Hint } from './coach-moment';

/** The needle of a path is alive once it has left its stop; it is nearly there at this share of full scale. */
const ALIVE = 0.95;
const NEARLY = 0.35;
/** Off it by this share, and not on the way back, a path asks for a change of rate. */
const OFF = 0.3;
const COMING_BACK = 0.04;
const OVER_S = 5;
const SETTLES_S = 8;
/** A change of rate takes a minute to bring back so many feet; changes are said in fifties, and at most so many. */
const STEP_FPM = 50;
const MOST_FPM = 200;

/** This close over its end a path asks for nothing any more: there it is decided. */
const DECIDED_FT = 50;
/** By eye, so low, the runway is flown to, and no rate. */
const BY_EYE_FT = 200;

/** What a path asks for: to wait for it, to begin down it, and by how much to change the rate. */
export function pathHint({ drill }: Lesson): Hint {
  let told = -1;
  let decided = -1;
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const phase = drill.phases[now.phaseIndex]!;
      const next = nextPhase(drill, now.phaseIndex);
      const share = valueOf(now, 'pathShare');
      // Beside the course the path is not the matter.
      if (Math.abs(valueOf(now, 'courseShare')) > 1) return null;
      if (phase.goal.vertical.kind === 'level' && next?.goal.vertical.kind === 'path') {
        if (next.goal.vertical.path.by !== 'space' || told === now.phaseIndex) return null;
        if (share < -ALIVE || share > -NEARLY) return null;
        return {
          words: 'The path is alive: hold the altitude, and let it come down to you.',
          weight: 2,
          hand: 'other',
          onsaid: () => (told = now.phaseIndex)
        };
      }
      const { vertical } = phase.goal;
      if (vertical.kind !== 'path' || decided === now.phaseIndex) return null;
      const least_ft = phase.reference?.bySight ? BY_EYE_FT : DECIDED_FT;
      if (valueOf(now, 'altitude_ft') < vertical.to_ft + least_ft) {
        decided = now.phaseIndex;
        return null;
      }
      const goesOn = drill.phases[now.phaseIndex - 1]?.goal.vertical.kind === 'path';
      const known = figure(Math.abs(vertical.verticalSpeed_fpm));
      if (!goesOn && told !== now.phaseIndex && now.inPhase_s < SETTLES_S)
        return {
          words:
            share < -OFF
              ? 'Below the path: hold this altitude until it comes.'
              : share > OFF
                ? `Above the path: down now, a little more than ${known} feet a minute until it comes.`
                : `On the path: down at ${known} feet a minute, and leave the power there.`,
          weight: 2,
          hand: 'pitch',
          onsaid: () => (told = now.phaseIndex)
        };
      const earlier = before(memory, OVER_S);
      if (!earlier || now.inPhase_s < SETTLES_S || !isLeaving(share, earlier)) return null;
      const off_ft = Math.abs(share) * pathScale_ft(vertical.path, valueOf(now, 'fixDistance_nm'));
      const change_fpm = Math.min(MOST_FPM, Math.max(STEP_FPM, Math.round(off_ft / STEP_FPM) * STEP_FPM));
      return {
        words: `${share > 0 ? 'Above' : 'Below'} the path: ${figure(change_fpm)} feet a minute ${share > 0 ? 'more' : 'less'} until it comes, then back to ${known}.`,
        weight: 1 + Math.abs(share),
        hand: 'pitch'
      };
    }
  };
}

function isLeaving(share: number, earlier: CoachMoment): boolean {
  const was = valueOf(earlier, 'pathShare');
  return Math.abs(share) > OFF && Math.abs(was) - Math.abs(share) < COMING_BACK && share * was > 0;
}
