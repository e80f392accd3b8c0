/**
 * The grader against people it was not made with: `bench/people`. Prints, for each fault, how often it was found where it was
 * flown and where it was not, and how many findings clean flights were given.
 * `--seed` chooses the flights; thresholds were looked at with 1 to 99 only.
 */
import { parseArgs } from 'node:util';
import { aircraftCatalogue } from '../src/lib/core/aircraft/catalogue';
import { lessonOf, type Lesson } from '../src/lib/core/drill/lesson';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { trainingAreaById } from '../src/lib/core/earth/training-area';
import { column, type Flight } from '../src/lib/core/flight/flight';
import type { FindingKind } from '../src/lib/core/finding/finding-kind';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { levelOffShown, verdictDirectly } from './people/direct-measure';
import type { AttitudeFault } from './people/attitude-fault';
import { flyAsPerson } from './people/attitude-person';
import { drawnByRadio } from './people/drawn-radio';
import type { RadioFault } from './people/drawn-radio-plan';
import { people } from './people/person';

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: '70000' },
    flights: { type: 'string', default: '12' },
    only: { type: 'string', default: '' },
    show: { type: 'boolean', default: false },
    json: { type: 'boolean', default: false }
  }
});
const seed = Number(values.seed);
const count = Number(values.flights);

interface Truth {
  fault: AttitudeFault;
  found: FindingKind;
  drills: string[];
  /** What follows from the fault itself is neither right nor wrong beside it. */
  follows?: FindingKind[];
}
const attitude: Truth[] = [
  { fault: 'over-correcting-altitude', found: 'over-correcting', drills: ['straight-and-level', 'standard-rate-turns'], follows: ['pumping'] },
  { fault: 'over-correcting-heading', found: 'over-correcting', drills: ['straight-and-level', 'constant-rate-climb'] },
  { fault: 'bias-to-one-side', found: 'bias-to-one-side', drills: ['straight-and-level', 'level-speed-changes'] },
  { fault: 'started-down-before-slowing', found: 'started-down-before-slowing', drills: ['rate-and-speed-descent'], follows: ['late-configuration', 'power-hunting'] },
  { fault: 'late-configuration', found: 'late-configuration', drills: ['rate-and-speed-descent'], follows: ['started-down-before-slowing'] },
  { fault: 'pumping', found: 'pumping', drills: ['straight-and-level', 'constant-rate-climb'], follows: ['over-correcting', 'level-off-undershoot', 'level-off-overshoot'] },
  { fault: 'late-decision', found: 'below-decision-altitude', drills: ['rate-and-speed-descent'], follows: ['late-decision'] },
  { fault: 'early-decision', found: 'early-decision', drills: ['rate-and-speed-descent'] },
  { fault: 'level-off-overshoot', found: 'level-off-overshoot', drills: ['constant-rate-climb', 'constant-speed-climb'], follows: ['bias-to-one-side', 'level-off-undershoot'] },
  { fault: 'level-off-undershoot', found: 'level-off-undershoot', drills: ['constant-rate-climb', 'constant-speed-climb'], follows: ['bias-to-one-side'] },
  { fault: 'late-roll-out', found: 'late-roll-out', drills: ['standard-rate-turns', 'half-standard-turns'] },
  { fault: 'early-roll-out', found: 'early-roll-out', drills: ['standard-rate-turns', 'half-standard-turns'] },
  { fault: 'power-hunting', found: 'power-hunting', drills: ['straight-and-level', 'standard-rate-turns'] },
  { fault: 'not-trimmed', found: 'not-trimmed', drills: ['straight-and-level', 'level-speed-changes'] },
  { fault: 'slow-recovery', found: 'slow-recovery', drills: ['unusual-attitudes'], follows: ['wrong-order', 'overspeed', 'secondary-stall'] },
  { fault: 'wrong-order', found: 'wrong-order', drills: ['unusual-attitudes'], follows: ['slow-recovery', 'overspeed', 'secondary-stall'] }
]; // prettier-ignore

const radio: { fault: RadioFault; found: FindingKind; follows?: FindingKind[] }[] = [
  { fault: 'no-wind-correction', found: 'no-wind-correction', follows: ['bias-to-one-side'] },
  { fault: 'parallel-offset', found: 'bias-to-one-side', follows: ['no-wind-correction'] },
  { fault: 'over-correcting', found: 'over-correcting-course', follows: ['still-turning', 'chasing-needle'] },
  { fault: 'still-turning', found: 'still-turning', follows: ['over-correcting-course', 'chasing-needle'] },
  { fault: 'chasing', found: 'chasing-needle', follows: ['still-turning', 'over-correcting-course'] },
  { fault: 'hold-late-inbound', found: 'hold-timing', follows: ['inbound-leg', 'hold-roll-out'] },
  { fault: 'hold-no-clock', found: 'no-clock' },
  { fault: 'hold-no-correction', found: 'no-hold-correction', follows: ['hold-roll-out', 'inbound-leg'] },
  { fault: 'wrong-entry', found: 'wrong-entry' }
];
const TECHNIQUE: FindingKind[] = [...attitude.map((t) => t.found), ...radio.map((t) => t.found)];
const cleanDrills = [
  'straight-and-level',
  'level-speed-changes',
  'constant-rate-climb',
  'constant-speed-climb',
  'standard-rate-turns',
  'half-standard-turns',
  'rate-and-speed-descent',
  'unusual-attitudes'
];

interface Flown {
  fault: string | null;
  found: Set<FindingKind>;
  follows: FindingKind[];
  headline: FindingKind | null;
  /** Kinds of findings that can be read off the columns without the grader. */
  shown: Set<FindingKind>;
}
const flights: Flown[] = [];
const named = (fault: string) => values.only === '' || values.only.split(',').includes(fault);

/** Corridors whose verdict a direct measurement can tell, and those in which it is the same. */
const corridors = { told: 0, same: 0 };

function note(
  fault: string | null,
  follows: FindingKind[],
  flight: Flight,
  graded: ReturnType<typeof gradeFlight>,
  what: string
) {
  for (const measure of graded.measures) {
    const direct = verdictDirectly(flight, measure);
    if (direct === null) continue;
    corridors.told += 1;
    if (direct === measure.verdict) corridors.same += 1;
    else if (values.show)
      process.stderr.write(
        `${fault ?? 'clean'} ${what}: ${measure.phaseId} ${measure.channel} @${measure.from_s.toFixed(0)} is ${measure.verdict}, directly ${direct}\n`
      );
  }
  const faults = graded.findings.filter((f) => f.severity !== 'good');
  flights.push({
    fault,
    follows,
    found: new Set(faults.map((f) => f.kind)),
    shown: new Set(faults.filter((f) => levelOffShown(flight, f)).map((f) => f.kind)),
    headline: faults[0]?.kind ?? null
  });
  if (values.show)
    for (const f of faults)
      process.stderr.write(
        `${fault ?? 'clean'} ${what}: ${f.under === null ? '' : '  ^'}${f.kind} @${f.moment_s.toFixed(0)} ${f.title}: ${f.evidence}\n`
      );
}

/** Flights whose person meant to do the fault, and in which, measured directly, it did not come about. */
let notShown = 0;

/**
 * Whether a flight left its altitude more than 5 kt too fast, read off without the grader: the last moment at the altitude before
 * it lay 100 ft below. A light airplane told to go down at once may have slowed by the time it sinks; nothing was wrong with that.
 */
function leftTooFast(flight: Flight, lesson: Lesson): boolean {
  const altitude = column(flight, 'altitude_ft');
  const start_ft = lesson.plan.startAltitude_ft;
  let k = altitude.findIndex((height) => height < start_ft - 100);
  while (k > 0 && altitude[k]! < start_ft - 10) k -= 1;
  const check = lesson.drill.checks.find(({ kind }) => kind === 'speed-first') as { speed_kt: number };
  return column(flight, 'ias_kt')[k]! - check.speed_kt > 5;
}

function fly(drill: string, fault: AttitudeFault | null, number: number, follows: FindingKind[]): void {
  const aircraft = aircraftCatalogue[number % aircraftCatalogue.length]!;
  const person = people[(number * 5 + 1) % people.length]!;
  const plan = {
    ...sensiblePlan(aircraft, trainingAreaById('vesterlund-bay'), drill),
    seed: seed + number * 13,
    windFrom_deg: (number * 67) % 360,
    windSpeed_kt: [0, 12, 20][number % 3]!,
    heading_deg: 1 + ((number * 101) % 360),
    turbulence: number % 2 ? ('light' as const) : ('smooth' as const)
  };
  const lesson = lessonOf(plan);
  const flight = flyAsPerson(lesson, person, fault, seed + number);
  if (fault === 'started-down-before-slowing' && !leftTooFast(flight, lesson)) {
    notShown += 1;
    return;
  }
  note(fault, follows, flight, gradeFlight(flight, plan), `${drill} ${aircraft.id} ${person.name}`);
}

let number = 0;
for (const { fault, drills, follows } of attitude)
  if (named(fault))
    for (let i = 0; i < count; i++) fly(drills[i % drills.length]!, fault, number++, follows ?? []);
for (const { fault, follows } of radio)
  if (named(fault))
    for (let i = 0; i < count; i++) {
      const { flight, plan } = drawnByRadio(fault, seed + number++);
      note(fault, follows ?? [], flight, gradeFlight(flight, plan), plan.drill);
    }
if (named('clean')) {
  for (let i = 0; i < 3 * count; i++) fly(cleanDrills[i % cleanDrills.length]!, null, number++, []);
  for (let i = 0; i < 2 * count; i++) {
    const { flight, plan } = drawnByRadio(null, seed + number++);
    note(null, [], flight, gradeFlight(flight, plan), plan.drill);
  }
}

const f = (value: number) => (Number.isFinite(value) ? value.toFixed(2) : '–');
const rows = [...attitude, ...radio]
  .filter(({ fault }) => named(fault))
  .map(({ fault, found }) => {
    const mine = flights.filter((flight) => flight.fault === fault);
    const right = mine.filter((flight) => flight.found.has(found)).length;
    const same = [...attitude, ...radio].filter((t) => t.found === found).map((t) => t.fault as string);
    const others = flights.filter(
      (flight) => !same.includes(flight.fault ?? '') && !flight.follows.includes(found)
    );
    const wrong = others.filter((flight) => flight.found.has(found)).length;
    const recall = right / mine.length;
    const precision = right / (right + wrong * (mine.length / Math.max(1, others.length)));
    const score = (2 * precision * recall) / (precision + recall);
    const first = mine.filter(
      (flight) => flight.headline === found || flight.follows.includes(flight.headline!)
    ).length;
    return {
      fault,
      found,
      flights: mine.length,
      recall,
      precision,
      score,
      first,
      wrong,
      others: others.length
    };
  });
const clean = flights.filter((flight) => flight.fault === null);
const said = (of: (flight: Flown, kind: FindingKind) => boolean) =>
  clean.reduce((sum, flight) => sum + TECHNIQUE.filter((kind) => of(flight, kind)).length, 0);
const saidOfClean = said((flight, kind) => flight.found.has(kind));
const falseOnes = said((flight, kind) => flight.found.has(kind) && !flight.shown.has(kind));
process.stdout.write(
  values.json
    ? JSON.stringify({ seed, rows, saidOfClean, falseOnes, clean: clean.length, notShown, corridors })
    : `${rows
        .map(
          (row) =>
            `${row.fault.padEnd(30)} recall ${f(row.recall)} precision ${f(row.precision)} F1 ${f(row.score)} headline ${row.first}/${row.flights} wrong in ${row.wrong}/${row.others}`
        )
        .join(
          '\n'
        )}\nfindings in ${clean.length} clean flights: ${saidOfClean}, of which ${falseOnes} not read off the altitudes; corridors judged as measured directly: ${corridors.same} of ${corridors.told}\n`
);
