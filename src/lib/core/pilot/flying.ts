import { type Phase } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSetting } from '../drill/settings';
import type { Habits } from './habits';
import type { Sight } from './sight';

/** Seconds from seeing to doing. */
export const REACTION_S = 0.3;
/** How fast the pilot rolls into and out of turns. */
export const ROLL_DEGPS = 6;
/** Corrections that build up are meant for looks this far apart. */
export const USUAL_LOOK_S = 1.2;

/** What a simulated pilot flies by at any moment, shared by eyes, nose, power and bank. */
export class Flying {
  sight: Sight | null = null;
  /** The phase that is being flown, and since when. */
  step = 0;
  since_s = 0;
  /** How far below the path the airplane was last seen to be, ft, and below what is kept over a step yet to be passed; how often that was looked at. */
  readonly path = { below_ft: 0, underStep_ft: -Infinity, seen: 0 };
  /** How much of a usual correction the look just made is worth; nothing for what was not looked at. */
  readonly fresh = { altitude: 0, speed: 0, rate: 0, turn: 0 };

  /** @param told hears when a habit acts */
  constructor(
    readonly lesson: Lesson,
    readonly settings: readonly PhaseSetting[],
    readonly habits: Habits,
    readonly told: (habit: keyof Habits, time_s: number) => void
  ) {}

  phase(): Phase {
    return this.lesson.drill.phases[this.step]!;
  }

  trend_ktps(): number {
    return this.sight?.trend_ktps() ?? 0;
  }
}
