import { isNavigation, type Goal } from '../drill/drill';
import type { ScanArea } from '../instrument/scan-area';
import type { Demand, ScanBend } from './eyes';
import type { Habits } from './habits';

/** Where in the drill the eyes are asked for. */
export interface ScanMoment {
  goal: Goal;
  covered: readonly ScanArea[];
  /** A heading comes up to roll out on; an altitude to level off at; an attitude to recover from. */
  nearRollOut: boolean;
  nearLevelOff: boolean;
  recovering: boolean;
  /** The heading has been seen to be far off and is being put right. */
  correctingHeading: boolean;
  /** Rate the turn goes at, °/s; nothing outside turns. */
  turnRate_degps: number;
  /** Needle, pointer and distance have something to say. */
  byRadio: boolean;
  /** Something is being said, and height is left out over it. */
  talking: boolean;
}

/** Seconds within which a supporting instrument, the one that is primary, and one that a moment hangs on are seen again. */
const SUPPORTING_S = 6;
const PRIMARY_S = 1.6;
const CLOSE_S = 0.8;
const ONLY_S = 0.25;
const ENGINE_S = 22;
const NEEDLE_S = 1.4;
/** Who stares looks away only this often to what is left out. */
const LEFT_OUT_S = 30;

/** How often each instrument wants to be seen: the one that is supposed to stand still the most. */
export function scanDemand(moment: ScanMoment, habits: Habits): Demand {
  const { goal, covered } = moment;
  const { vertical, lateral } = goal;
  const turning = lateral.kind === 'turn';
  const demand: Demand = {
    airspeed: vertical.kind === 'speed' ? PRIMARY_S : 2,
    altimeter: vertical.kind === 'level' ? PRIMARY_S : moment.nearLevelOff ? CLOSE_S : 5,
    'vertical-speed': vertical.kind === 'rate' ? 1 : vertical.kind === 'level' ? 3 : 2.5,
    heading: moment.nearRollOut ? ONLY_S : turning ? Math.min(3, 9 / moment.turnRate_degps) : 1.9,
    turn: turning ? 2 : 9,
    engine: ENGINE_S
  };
  if (moment.byRadio) demand.navigation = isNavigation(lateral) ? NEEDLE_S : 3;
  if (isNavigation(lateral)) {
    demand.heading = NEEDLE_S;
  }
  if (covered.includes('heading')) {
    demand.compass = turning ? 8 : 2.2;
    demand.turn = turning ? CLOSE_S : 1.6;
  }
  if (covered.includes('attitude')) demand.turn = Math.min(demand.turn!, 1);
  if (moment.nearLevelOff) demand['vertical-speed'] = 1.5;
  if (moment.recovering) Object.assign(demand, { airspeed: CLOSE_S, altimeter: 2, heading: 8, turn: 3 });
  if (habits.fixates > 0 && !turning && !moment.correctingHeading) {
    demand.heading = LEFT_OUT_S;
    if (vertical.kind === 'level') demand['vertical-speed'] = SUPPORTING_S;
  }
  if (habits.omitsHeading > 0 && vertical.kind !== 'level' && !turning) delete demand.heading;
  if (habits.omitsEngine > 0) delete demand.engine;
  if (habits.overemphasises > 0) demand['vertical-speed'] = 1;
  if (moment.talking) {
    delete demand.altimeter;
    delete demand['vertical-speed'];
  }
  for (const area of covered) delete demand[area];
  return demand;
}

/** How habits bend the looks themselves. */
export function scanBend(habits: Habits, { goal, correctingHeading }: ScanMoment): ScanBend {
  const turning = goal.lateral.kind === 'turn';
  return {
    slow: 1 + 1.6 * habits.scansSlowly,
    stare:
      habits.fixates > 0 && !turning && !correctingHeading
        ? { area: 'altimeter', seconds: 1 + 4 * habits.fixates }
        : habits.overemphasises > 0
          ? { area: 'vertical-speed', seconds: 0.5 + 1.1 * habits.overemphasises }
          : null
  };
}
