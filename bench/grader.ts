/**
 * The grader graded: simulated pilots with one habit each, at drills where the habit can show, in several winds, airplanes
 * and strengths, from seeds no threshold was chosen on; and the reference pilot. Prints JSON. `--part i/n` flies every n-th.
 */
import { parseArgs } from 'node:util';
import { aircraftCatalogue } from '../src/lib/core/aircraft/catalogue';
import { drillFileById } from '../src/lib/core/drill/catalogue/catalogue';
import type { LessonPlan } from '../src/lib/core/drill/lesson-plan';
import { lessonOf } from '../src/lib/core/drill/lesson';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { trainingAreaById } from '../src/lib/core/earth/training-area';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import type { Finding } from '../src/lib/core/finding/finding';
import type { FindingKind } from '../src/lib/core/finding/finding-kind';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { noHabits, type Habits } from '../src/lib/core/pilot/habits';

const { values: options } = parseArgs({
  options: {
    part: { type: 'string', default: '0/1' },
    flights: { type: 'string', default: '40' },
    reference: { type: 'string', default: '500' },
    seed: { type: 'string', default: '12000' },
    /** Only findings of these habits. */
    habits: { type: 'string', default: '' }
  }
});
const [part, parts] = options.part.split('/').map(Number) as [number, number];

/** What each habit is to be found as, and where it can show. */
interface Truth {
  finding: FindingKind;
  habit: keyof Habits;
  drills: string[];
  /** Flown by radio: longer flights, fewer of them, in a wind from the side. */
  byRadio?: true;
}
const TRACKED = ['vor-tracking', 'rnav-tracking', 'station-passage'];
const byRadio = (
  [
    { finding: 'no-wind-correction', habit: 'ignoresWind', drills: ['vor-tracking', 'rnav-tracking'] },
    { finding: 'chasing-needle', habit: 'chasesNeedle', drills: TRACKED },
    { finding: 'still-turning', habit: 'keepsTurning', drills: ['vor-tracking', 'intercept'] },
    {
      finding: 'intercept-overshoot',
      habit: 'turnsOnLate',
      drills: ['intercept', 'intercept-outbound', 'double-the-angle']
    },
    { finding: 'arc-off', habit: 'widensArc', drills: ['dme-arc'] },
    { finding: 'wrong-entry', habit: 'wrongEntry', drills: ['vor-hold', 'rnav-hold', 'dme-hold'] },
    { finding: 'no-hold-correction', habit: 'holdsWithoutWind', drills: ['vor-hold', 'rnav-hold'] },
    { finding: 'hold-timing', habit: 'timesLate', drills: ['vor-hold', 'rnav-hold', 'ndb-hold'] },
    { finding: 'not-identified', habit: 'forgetsIdent', drills: ['centring-and-identifying'] },
    { finding: 'wrong-course', habit: 'setsWrongCourse', drills: ['centring-and-identifying'] },
    { finding: 'wrong-source', habit: 'feedsWrongSource', drills: ['centring-and-identifying'] }
  ] as Truth[]
).map((truth) => ({ ...truth, byRadio: true as const }));
const allTruths: Truth[] = [
  {
    finding: 'started-down-before-slowing',
    habit: 'startsDownBeforeSlowing',
    drills: ['rate-and-speed-descent']
  },
  {
    finding: 'pumping',
    habit: 'pumpsPitch',
    drills: ['rate-and-speed-descent', 'vertical-s-a', 'constant-rate-climb']
  },
  { finding: 'over-correcting', habit: 'overControls', drills: ['straight-and-level', 'pattern-a'] },
  {
    finding: 'late-roll-out',
    habit: 'rollsOutLate',
    drills: ['standard-rate-turns', 'half-standard-turns', 'pattern-a']
  },
  {
    finding: 'early-roll-out',
    habit: 'rollsOutEarly',
    drills: ['standard-rate-turns', 'half-standard-turns', 'pattern-a']
  },
  {
    finding: 'level-off-overshoot',
    habit: 'levelsOffLate',
    drills: ['level-offs', 'constant-rate-climb', 'constant-speed-climb']
  },
  {
    finding: 'level-off-undershoot',
    habit: 'levelsOffEarly',
    drills: ['level-offs', 'constant-rate-climb', 'constant-speed-climb']
  },
  {
    finding: 'bias-to-one-side',
    habit: 'favoursRight',
    drills: ['straight-and-level', 'level-speed-changes']
  },
  {
    finding: 'power-hunting',
    habit: 'huntsPower',
    drills: ['straight-and-level', 'standard-rate-turns', 'constant-rate-climb']
  },
  {
    finding: 'not-trimmed',
    habit: 'fliesOutOfTrim',
    drills: ['straight-and-level', 'level-offs', 'constant-speed-climb']
  },
  { finding: 'late-configuration', habit: 'configuresLate', drills: ['rate-and-speed-descent', 'pattern-b'] },
  { finding: 'slow-recovery', habit: 'slowToReact', drills: ['unusual-attitudes'] },
  { finding: 'wrong-order', habit: 'wrongOrder', drills: ['unusual-attitudes'] },
  {
    finding: 'scan-fixation',
    habit: 'fixates',
    drills: ['straight-and-level', 'level-speed-changes', 'level-offs']
  },
  {
    finding: 'scan-omission',
    habit: 'omitsHeading',
    drills: ['constant-rate-climb', 'constant-speed-climb', 'rate-and-speed-descent']
  },
  {
    finding: 'scan-omission',
    habit: 'omitsEngine',
    drills: ['straight-and-level', 'standard-rate-turns', 'constant-rate-climb']
  },
  {
    finding: 'scan-emphasis',
    habit: 'overemphasises',
    drills: ['straight-and-level', 'standard-rate-turns', 'constant-rate-climb']
  },
  ...byRadio
];
const truths = allTruths.filter(
  ({ habit }) => options.habits === '' || options.habits.split(',').includes(habit)
);
const drillsOf = (radio: boolean) => [
  ...new Set(truths.filter((t) => (t.byRadio ?? false) === radio).flatMap(({ drills }) => drills))
];
const radioDrills = drillsOf(true);
const attitudeDrills = drillsOf(false);

interface Flown {
  pilot: keyof Habits | 'reference';
  strength: number;
  drill: string;
  /** The finding this flight was flown for. */
  meant: FindingKind | null;
  found: FindingKind[];
  hard: number;
  /** From the habit acting to the moment the finding points at, s; null when not found. */
  timeError_s: number | null;
  evidence: string[];
  airplane: string;
}

function fly(
  pilot: Flown['pilot'],
  strength: number,
  drill: string,
  number: number,
  finding: FindingKind | null
): Flown {
  const aircraft = aircraftCatalogue[number % aircraftCatalogue.length]!;
  const seed = Number(options.seed) + number * 7;
  const radio = drillFileById(drill).navigation !== undefined;
  const plan = {
    ...sensiblePlan(aircraft, trainingAreaById('vesterlund-bay'), drill),
    seed,
    windFrom_deg: (number * 67) % 360,
    windSpeed_kt: [0, 12, 25][number % 3]!,
    heading_deg: 1 + ((number * 101) % 360),
    ...(radio ? byRadioPlan(drill, number) : {})
  };
  const acted: number[] = [];
  const habits = pilot === 'reference' ? noHabits : { ...noHabits, [pilot]: strength };
  const recorded = flightFromChunks(
    simulateFlight(lessonOf(plan), habits, seed, {
      told: (_, time_s) => acted.push(time_s),
      recordLooks: true
    })
  );
  // What the flying says alone, and what the dwell log says besides.
  const withoutLooks = { ...recorded, events: recorded.events.filter((event) => event.kind !== 'look') };
  const findings = [
    ...gradeFlight(withoutLooks, plan).findings,
    ...gradeFlight(recorded, plan).findings.filter((f) => f.kind.startsWith('scan-'))
  ];
  const mine = findings.find((f) => f.kind === finding);
  return {
    pilot,
    meant: finding,
    strength,
    drill,
    found: [...new Set(findings.map((f) => f.kind))],
    hard: findings.filter((f) => f.severity === 'hard').length,
    evidence: findings
      .filter((f) => f.severity !== 'good')
      .map((f) => `${f.kind}@${f.moment_s} ${f.title}: ${f.evidence}`),
    airplane: aircraft.id,
    timeError_s: mine ? timeFrom(mine, acted) : null
  };
}

/** A wind that matters, within 40° of square to the course; holds with two circuits, entered from all round. */
function byRadioPlan(drill: string, number: number): Partial<LessonPlan> {
  const holds = drill.endsWith('-hold');
  const course = 1 + ((number * 101) % 360);
  const side = number % 2 === 0 ? 90 : -90;
  // A fix on a radial is held along it.
  const fixed = drill === 'dme-hold' || drill === 'dme-arc';
  return {
    windFrom_deg: ((fixed ? 65 : course) + side + ((number * 37) % 81) - 40 + 720) % 360,
    windSpeed_kt: [14, 18, 24][number % 3]!,
    figures: holds
      ? { ...(fixed ? {} : { course_deg: course }), arrival_deg: 1 + ((number * 59) % 360), circuits: 2 }
      : fixed
        ? {}
        : { course_deg: course }
  };
}

/** The finding's stretch against the nearest moment the habit acted. */
function timeFrom(finding: Finding, acted: readonly number[]): number {
  const gap = (t: number) =>
    t < finding.start_s ? finding.start_s - t : t > finding.end_s ? t - finding.end_s : 0;
  return acted.reduce((least, t) => Math.min(least, gap(t)), Infinity);
}

const flights: Flown[] = [];
let number = 0;
const mine = () => number++ % parts === part;
for (const { habit, drills, finding, byRadio: radio } of truths) {
  for (let i = 0; i < Number(options.flights) * (radio ? 0.6 : 1); i++) {
    // Three of four at plain strength, the fourth at half: weak habits are counted apart.
    const strength = i % 4 === 3 ? 0.5 : 1;
    if (mine()) flights.push(fly(habit, strength, drills[i % drills.length]!, number, finding));
  }
}
for (let i = 0; i < Number(options.reference); i++) {
  if (mine()) {
    // Every fifth by radio: those flights are long.
    const drills = i % 5 === 0 ? radioDrills : attitudeDrills;
    if (drills.length > 0)
      flights.push(fly('reference', 0, drills[Math.floor(i / 5) % drills.length]!, number, null));
  }
}
process.stdout.write(
  JSON.stringify({ truths: truths.map(({ finding, habit }) => ({ finding, habit })), flights })
);
