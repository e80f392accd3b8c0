/** Ways of flying badly, each in a strength 0 (not at all) to 1 (plainly). */
export interface Habits {
  /** Lowers the nose as soon as the power is back, without waiting for the speed. */
  startsDownBeforeSlowing: number;
  /** Chases the rate with the nose, up and down. */
  pumpsPitch: number;
  /** Corrects the altitude too much each time, through it and back. */
  overControls: number;
  rollsOutLate: number;
  rollsOutEarly: number;
  levelsOffLate: number;
  levelsOffEarly: number;
  /** Holds headings a little to the right of what is asked. */
  favoursRight: number;
  /** Stares at the altimeter while the heading wanders. */
  fixates: number;
  /** Does not look at the heading in climbs and descents. */
  omitsHeading: number;
  /** Never looks at the engine. */
  omitsEngine: number;
  /** Too long and too often on the vertical speed. */
  overemphasises: number;
  /** Long looks everywhere: a slow round. */
  scansSlowly: number;
  /** Moves the throttle to and fro. */
  huntsPower: number;
  /** Holds with the hand what the trim should hold. */
  fliesOutOfTrim: number;
  /** Flaps and gear long after the descent has begun. */
  configuresLate: number;
  /** Waits before recovering. */
  slowToReact: number;
  /** Recovers in the wrong order. */
  wrongOrder: number;
  /** Begins the turn onto a course only when it has been crossed. */
  turnsOnLate: number;
  /** Another correction every few seconds, before the last has acted. */
  chasesNeedle: number;
  /** Keeps the bank in until the needle is centred. */
  keepsTurning: number;
  /** Flies the course as a heading, whatever the wind. */
  ignoresWind: number;
  /** Lets an arc widen between too few turns. */
  widensArc: number;
  wrongEntry: number;
  /** Flies holds by the outbound course and a minute, whatever the wind. */
  holdsWithoutWind: number;
  /** Turns inbound long after the time is up. */
  timesLate: number;
  forgetsIdent: number;
  setsWrongCourse: number;
  feedsWrongSource: number;
  /** Goes down toward the altitude after the next before its fix. */
  descendsEarly: number;
  /** Chases the path with the nose. */
  chasesPath: number;
  /** Goes on below the minimum, looking out. */
  continuesBelow: number;
  /** Takes its time with the power of a missed approach. */
  timidGoAround: number;
  /** Turns in the missed approach before the climb is done. */
  turnsBeforeClimb: number;
  /** Out of a circle, turns away from the runway. */
  turnsFromRunway: number;
  /** Circles far from the runway. */
  circlesWide: number;
  forgetsClock: number;
  /** Lays the heading of a teardrop off twice as far from the outbound course. */
  laysOffTwice: number;
  /** Starts the clock of an outbound leg long after it is due. */
  startsClockLate: number;
  /** Takes the flaps a leg early, whatever the speed. */
  takesFlapsFast: number;
  /** Briefs on the way in without looking at the altimeter, the nose sinking. */
  losesAltitudeTalking: number;
  /** Holds one bank in every turn, whatever rate it makes. */
  turnsByBank: number;
  /** Flies courses a little to the right, and is content. */
  leansRight: number;
  /** Tunes what leads the missed approach only on the way down. */
  tunesMissedLate: number;
  /** Flies with the altimeter setting that was found. */
  forgetsAltimeter: number;
}

export const habitNames: Record<keyof Habits, string> = {
  startsDownBeforeSlowing: 'goes down before slowing',
  pumpsPitch: 'pumps the pitch',
  overControls: 'over-corrects the altitude',
  rollsOutLate: 'rolls out late',
  rollsOutEarly: 'rolls out early',
  levelsOffLate: 'levels off late',
  levelsOffEarly: 'levels off early',
  favoursRight: 'favours the right',
  fixates: 'stares at the altimeter',
  omitsHeading: 'leaves the heading out in climbs',
  omitsEngine: 'leaves the engine out',
  overemphasises: 'dwells on the vertical speed',
  scansSlowly: 'scans slowly',
  huntsPower: 'hunts with the power',
  fliesOutOfTrim: 'flies out of trim',
  configuresLate: 'configures late',
  slowToReact: 'is slow to recover',
  wrongOrder: 'recovers in the wrong order',
  turnsOnLate: 'turns onto courses late',
  chasesNeedle: 'chases the needle',
  keepsTurning: 'keeps turning until the needle is centred',
  ignoresWind: 'flies courses without wind correction',
  widensArc: 'lets arcs widen',
  wrongEntry: 'enters holds the wrong way',
  holdsWithoutWind: 'holds without wind correction',
  timesLate: 'turns inbound late',
  forgetsIdent: 'does not identify',
  setsWrongCourse: 'sets a wrong course',
  feedsWrongSource: 'feeds the needle from the wrong source',
  descendsEarly: 'goes down before the fix',
  chasesPath: 'chases the path with the nose',
  continuesBelow: 'goes on below the minimum',
  timidGoAround: 'is slow with the power in a missed approach',
  turnsBeforeClimb: 'turns before the missed approach has climbed',
  turnsFromRunway: 'turns away from the runway when the field is lost',
  circlesWide: 'circles wide',
  forgetsClock: 'does not start the clock',
  laysOffTwice: 'lays a teardrop off twice as far',
  startsClockLate: 'starts the clock late',
  takesFlapsFast: 'takes the flaps whatever the speed',
  losesAltitudeTalking: 'loses altitude while talking',
  turnsByBank: 'turns by the bank, whatever the rate',
  leansRight: 'flies courses a little to the right',
  tunesMissedLate: 'tunes for the missed approach on the way down',
  forgetsAltimeter: 'does not set the altimeter'
};

export const noHabits: Habits = {
  startsDownBeforeSlowing: 0,
  pumpsPitch: 0,
  overControls: 0,
  rollsOutLate: 0,
  rollsOutEarly: 0,
  levelsOffLate: 0,
  levelsOffEarly: 0,
  favoursRight: 0,
  fixates: 0,
  omitsHeading: 0,
  omitsEngine: 0,
  overemphasises: 0,
  scansSlowly: 0,
  huntsPower: 0,
  fliesOutOfTrim: 0,
  configuresLate: 0,
  slowToReact: 0,
  wrongOrder: 0,
  turnsOnLate: 0,
  chasesNeedle: 0,
  keepsTurning: 0,
  ignoresWind: 0,
  widensArc: 0,
  wrongEntry: 0,
  holdsWithoutWind: 0,
  timesLate: 0,
  forgetsIdent: 0,
  setsWrongCourse: 0,
  feedsWrongSource: 0,
  descendsEarly: 0,
  chasesPath: 0,
  continuesBelow: 0,
  timidGoAround: 0,
  turnsBeforeClimb: 0,
  turnsFromRunway: 0,
  circlesWide: 0,
  forgetsClock: 0,
  laysOffTwice: 0,
  startsClockLate: 0,
  takesFlapsFast: 0,
  losesAltitudeTalking: 0,
  turnsByBank: 0,
  leansRight: 0,
  tunesMissedLate: 0,
  forgetsAltimeter: 0
};
