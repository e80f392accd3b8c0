/**
 * Flies the flights that are kept beside it: `npx tsx tests/core/flights/fly-kept-flights.ts [NAME …]`. They are kept as they were
 * flown, and graded again by every run of the tests: whoever flies them anew has to read what is said of them anew.
 */
import { existsSync, writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { problemsOf } from '$core/drill/plan-check';
import { channelDefinitions } from '$core/flight/channels';
import { courseChannels } from '$core/flight/course-watch';
import { countsOf, flightFromCounts, type Flight } from '$core/flight/flight';
import { flightFromChunks } from '$core/flight/recorder';
import { simulateFlight, type TimedCommand } from '$core/flight/simulated-flight';
import { flightToParquet } from '$core/format/flight-parquet';
import { gradeFlight } from '$core/grade/grade';
import { noHabits, type Habits } from '$core/pilot/habits';
import { planned, plannedDrill } from '../planned-approach';

interface Kept {
  plan: LessonPlan;
  habits?: Partial<Habits>;
  asked?: TimedCommand[];
  /** Ended there, as by a student who closes the lesson. */
  until_s?: number;
  /** Two samples a second are enough where nothing quick is judged. */
  rate_hz?: 2 | 10;
}

const drill = (id: string, changes: Partial<LessonPlan> = {}, airplane = 0) =>
  plannedDrill(id, { seed: 71, ...changes }, airplane);
const scan = { window: 'blurred', attention: 'student', pattern: 'hub-and-spoke', cue: 'none', rhythm_s: 1.5, flownBy: 'student', distractions: false } as LessonPlan['scan']; // prettier-ignore
const at = (at_s: number, command: TimedCommand['command']): TimedCommand => ({ at_s, command });

const flights: Record<string, Kept> = {
  // Attitude flying.
  'level-over-controlled': { plan: drill('straight-and-level'), habits: { overControls: 1, huntsPower: 1 } },
  'level-to-one-side': { plan: drill('straight-and-level', {}, 1), habits: { favoursRight: 1, fliesOutOfTrim: 1 } }, // prettier-ignore
  'turns-out-late': { plan: drill('standard-rate-turns'), habits: { rollsOutLate: 1 } },
  'turns-out-early': { plan: drill('half-standard-turns'), habits: { rollsOutEarly: 1 }, rate_hz: 2 },
  'climb-pumped': { plan: drill('constant-rate-climb'), habits: { pumpsPitch: 1, levelsOffLate: 1 } },
  'level-offs-late': { plan: drill('level-offs', {}, 2), habits: { levelsOffLate: 1 }, rate_hz: 2 },
  'level-offs-early': { plan: drill('constant-speed-climb'), habits: { levelsOffEarly: 1 }, rate_hz: 2 },
  'descent-before-slowing': { plan: drill('rate-and-speed-descent'), habits: { startsDownBeforeSlowing: 1 } },
  'descent-configured-late': { plan: drill('rate-and-speed-descent', {}, 1), habits: { configuresLate: 1 } },
  'pattern-stared-at': { plan: drill('pattern-a', { scan }), habits: { fixates: 1 }, rate_hz: 2 },
  'climb-scanned-slowly': { plan: drill('constant-rate-climb', { scan }), habits: { omitsHeading: 1, scansSlowly: 1, omitsEngine: 1 } }, // prettier-ignore
  'recovered-slowly': { plan: drill('unusual-attitudes'), habits: { slowToReact: 1 } },
  'recovered-in-wrong-order': { plan: drill('unusual-attitudes', { seed: 8 }), habits: { wrongOrder: 1 } },
  'steep-turns': { plan: drill('steep-turns'), rate_hz: 2 },
  'compass-turns': { plan: drill('compass-turns'), rate_hz: 2 },
  'partial-panel': { plan: drill('partial-panel-descent'), habits: { omitsHeading: 1 }, rate_hz: 2 },
  // By radio.
  'tracking-without-wind': { plan: drill('vor-tracking', { windSpeed_kt: 24 }), habits: { ignoresWind: 1 }, rate_hz: 2 }, // prettier-ignore
  'tracking-chased': { plan: drill('rnav-tracking'), habits: { chasesNeedle: 1 } },
  'tracking-kept-turning': { plan: drill('ndb-tracking'), habits: { keepsTurning: 1 } },
  'intercept-late': { plan: drill('intercept'), habits: { turnsOnLate: 1 }, rate_hz: 2 },
  'arc-widened': { plan: drill('dme-arc'), habits: { widensArc: 1 }, rate_hz: 2 },
  'hold-wrong-entry': { plan: drill('vor-hold'), habits: { wrongEntry: 1, timesLate: 1 }, rate_hz: 2 },
  'hold-without-wind': { plan: drill('rnav-hold', { windSpeed_kt: 22 }), habits: { holdsWithoutWind: 1 }, rate_hz: 2 }, // prettier-ignore
  'hold-clock-late': { plan: drill('ndb-hold', { figures: { arrival_deg: 200, circuits: 2 } }), habits: { startsClockLate: 1, laysOffTwice: 1 }, rate_hz: 2 }, // prettier-ignore
  'radios-not-set': { plan: drill('centring-and-identifying'), habits: { forgetsIdent: 1, setsWrongCourse: 1, feedsWrongSource: 1 }, rate_hz: 2 }, // prettier-ignore
  'time-and-distance': { plan: drill('time-and-distance'), rate_hz: 2 },
  'station-passage': { plan: drill('station-passage'), rate_hz: 2 },
  'arc-and-hold': { plan: drill('arc-and-hold'), habits: { leansRight: 1 }, rate_hz: 2 },
  // Approaches.
  'ils-as-taught': { plan: planned('xvlb-ils-24'), rate_hz: 2 },
  'ils-before-the-fix': { plan: planned('xvlb-ils-24', { transition: null }), habits: { descendsEarly: 1, tunesMissedLate: 1, takesFlapsFast: 1 }, rate_hz: 2 }, // prettier-ignore
  'ils-path-chased': { plan: planned('xvko-ils-17', { transition: null }, {}, 1), habits: { chasesPath: 1, leansRight: 1 }, rate_hz: 2 }, // prettier-ignore
  'ils-below-the-minimum': { plan: planned('xmor-ils-09', { transition: null }), habits: { continuesBelow: 1 }, rate_hz: 2 }, // prettier-ignore
  'ils-timid-go-around': { plan: planned('xvlb-ils-24', { transition: null }, { altimeterSetting_hPa: 1003 }), habits: { timidGoAround: 1, turnsBeforeClimb: 1, forgetsAltimeter: 1 }, rate_hz: 2 }, // prettier-ignore
  'ils-path-lost': { plan: planned('xvlb-ils-24', { transition: null, pathLost: true }), habits: { losesAltitudeTalking: 1, forgetsClock: 1 }, rate_hz: 2 }, // prettier-ignore
  'ils-landed': { plan: planned('xvlb-ils-24', { transition: null, ends: 'landing' }), rate_hz: 2 },
  'vor-dme-clock-forgotten': { plan: planned('xvlb-vor-dme-06', { technique: 'step-down' }), habits: { forgetsClock: 1, forgetsIdent: 1, ignoresWind: 1 }, rate_hz: 2 }, // prettier-ignore
  'ndb-continuous': { plan: planned('xvna-ndb-13', { technique: 'continuous' }), habits: { setsWrongCourse: 1, keepsTurning: 1 }, rate_hz: 2 }, // prettier-ignore
  'rnav-failing-vacuum': { plan: planned('xvlb-rnav-24', {}, { faults: [{ kind: 'vacuum', at_s: 300 }], turbulence: 'moderate' }), rate_hz: 2 }, // prettier-ignore
  'back-course-one-side': { plan: planned('xvlb-back-course-06'), habits: { leansRight: 1, turnsOnLate: 1 }, rate_hz: 2 }, // prettier-ignore
  'circle-wide': { plan: planned('xvna-vor-a', { transition: null, ends: 'landing', circle: { runway: '31', turn: 'left' } }), habits: { circlesWide: 1 }, rate_hz: 2 }, // prettier-ignore
  'circle-turned-wrong': { plan: planned('xvna-vor-a', { transition: null, ends: 'landing', circle: { runway: '13', turn: 'right' } }), habits: { circlesWide: 1 }, rate_hz: 2 }, // prettier-ignore
  'circle-field-lost': { plan: planned('xvna-vor-a', { transition: null, ends: 'landing', circle: { runway: '31', turn: 'left', lost: 'downwind' } }), habits: { turnsFromRunway: 1 }, rate_hz: 2 }, // prettier-ignore
  // With an instructor beside it, and not to the end.
  'ils-instructor-beside': {
    plan: planned('xvlb-ils-24', { transition: null }),
    asked: [
      at(60, { does: 'clear', for: 'heading', heading_deg: 200, turn: 'left' } as never),
      at(110, { does: 'weather', over_s: 60, wind: { from_deg: 180, speed_kt: 25 }, turbulence: 'moderate' }),
      at(150, {
        does: 'place',
        name: 'back on the course',
        altitude_ft: 2400,
        heading_deg: 244,
        speed_kt: 95
      }),
      at(170, { does: 'fail', what: 'pitot-blocked' })
    ],
    until_s: 700,
    rate_hz: 2
  },
  'rnav-left-off': { plan: planned('xvna-rnav-31', { transition: null }, { corridors: 'test' }), until_s: 300, rate_hz: 2 } // prettier-ignore
};

/**
 * Every so manyth sample, without what follows from the places: as a device with a slower recorder would have it, which is switched
 * off a few seconds after the drill was over, where it came to its end.
 */
function thinned(flight: Flight, rate_hz: number, isOver: boolean) {
  const every = flight.rate_hz / rate_hz;
  const after = Array.from({ length: every > 1 && isOver ? 3 * rate_hz : 0 });
  const counts = countsOf(flight).map((values, index) =>
    every > 1 && courseChannels.some((id) => id === channelDefinitions[index]!.id)
      ? new Int32Array(0)
      : Int32Array.from([...values.filter((_, k) => k % every === 0), ...after.map(() => values.at(-1)!)])
  );
  return flightFromCounts(counts, flight.events, rate_hz);
}

const asked = process.argv.slice(2);
for (const [name, { plan, habits, asked: commands, until_s, rate_hz }] of Object.entries(flights)) {
  const file = (kind: string) => new URL(`${name}.${kind}`, import.meta.url);
  if (asked.length > 0 ? !asked.includes(name) : existsSync(file('parquet'))) continue;
  const [problem] = problemsOf(plan);
  if (problem) throw new Error(`${name}: ${problem.field}: ${problem.message}`);
  const flown = flightFromChunks(simulateFlight(lessonOf(plan), { ...noHabits, ...habits }, plan.seed, {}, until_s, commands)); // prettier-ignore
  const { completed } = gradeFlight(flown, plan).comparable;
  const flight = thinned(flown, rate_hz ?? flown.rate_hz, completed);
  const bytes = flightToParquet(flight, (part) => gzipSync(part, { level: 9 }));
  writeFileSync(file('parquet'), bytes);
  writeFileSync(file('plan.json'), `${JSON.stringify(plan)}\n`);
  console.log(`${name}: ${Math.round(flight.length / flight.rate_hz)} s, ${bytes.length} bytes`);
}
