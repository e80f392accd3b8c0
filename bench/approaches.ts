/**
 * Every approach that ships, flown by the reference pilot from seeds nobody has looked at, and by pilots with the slips of an
 * approach: how many are inside the standard, how often each slip is found, and what is found that is not there. Run by itself:
 * `npx tsx bench/approaches.ts [SEEDS]`; it prints a table for docs/benchmarks.md.
 */
import { aircraftCatalogue } from '../src/lib/core/aircraft/catalogue';
import type { PlannedApproach } from '../src/lib/core/drill/approach/approach-drill';
import { planForApproach, plannedApproach } from '../src/lib/core/drill/approach/plan-for-approach';
import { lessonOf } from '../src/lib/core/drill/lesson';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { trainingAreas } from '../src/lib/core/earth/training-area';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { noHabits, type Habits } from '../src/lib/core/pilot/habits';
import { approaches } from '../src/lib/core/procedure/approach/approach-catalogue';
import { worldById } from '../src/lib/core/radio/world-catalogue';

const seeds = Number(process.argv[2] ?? 6);
const FIRST_SEED = 900_000;

/** One case: airplane, wind to 25 kt from anywhere, light turbulence, missed or landed, by its way in or by vectors. */
function caseOf(index: number, k: number): PlannedApproach {
  const approach = approaches[index]!;
  const seed = FIRST_SEED + 97 * k + index;
  const aircraft = aircraftCatalogue[(k + index) % aircraftCatalogue.length]!;
  const area = trainingAreas.find(({ world }) => world === approach.world)!;
  const asked = plannedApproach(approach, aircraft);
  const plan = planForApproach(sensiblePlan(aircraft, area), aircraft, worldById(approach.world), {
    ...asked,
    transition: k % 3 === 0 ? asked.transition : null,
    technique: k % 2 === 0 ? 'continuous' : 'step-down',
    ends: k % 4 === 3 && approach.runway !== null ? 'landing' : 'missed'
  });
  return {
    ...plan,
    seed,
    windFrom_deg: (seed * 71) % 360,
    windSpeed_kt: (seed * 13) % 26,
    turbulence: 'light'
  };
}
const gradeOf = (plan: PlannedApproach, habits: Partial<Habits> = {}) =>
  gradeFlight(flightFromChunks(simulateFlight(lessonOf(plan), { ...noHabits, ...habits }, plan.seed)), plan);

console.log(
  `Every approach that ships, flown by the reference pilot in three airplanes from ${seeds} seeds each that nobody has looked at: winds to 25 kt, light\nturbulence, by its way in or by vectors, missed or landed.\n`
);
console.log('| approach | inside the standard | hard findings | what was not met |\n|---|---|---|---|');
let inside = 0;
let all = 0;
for (const [index, approach] of approaches.entries()) {
  const grades = Array.from({ length: seeds }, (_, k) => gradeOf(caseOf(index, k)));
  const met = grades.filter(({ verdict }) => verdict !== 'not met').length;
  const hard = grades.flatMap(({ findings }) => findings.filter(({ severity }) => severity === 'hard'));
  const why = grades.flatMap(({ elements }) =>
    elements.filter(({ verdict }) => verdict === 'not met').map(({ name }) => name)
  );
  inside += met;
  all += seeds;
  console.log(
    `| ${approach.airport} ${approach.name} | ${met} of ${seeds} | ${hard.length} | ${[...new Set(why)].join('; ') || '–'} |`
  );
}
console.log(`| all | ${inside} of ${all} | | |\n`);

const SLIPS: [keyof Habits, string, string[]][] = [
  ['continuesBelow', 'xvlb-ils-24', ['below-decision-altitude']],
  ['timidGoAround', 'xvlb-ils-24', ['late-power']],
  ['turnsBeforeClimb', 'xvlb-ils-24', ['turn-before-climb']],
  ['configuresLate', 'xvlb-ils-24', ['not-stabilised', 'late-configuration']],
  ['chasesPath', 'xvlb-ils-24', ['over-correcting', 'pumping', 'power-hunting']],
  ['forgetsClock', 'xvna-ndb-13', ['no-final-clock']]
];
console.log('| slip | found | found where it was not done |\n|---|---|---|');
for (const [habit, id, kinds] of SLIPS) {
  const index = approaches.findIndex((approach) => approach.id === id);
  const vectored = (k: number): PlannedApproach => {
    const plan = caseOf(index, 3 * k + 1);
    return { ...plan, approach: { ...plan.approach, ends: 'missed' } };
  };
  const has = (plan: PlannedApproach, habits: Partial<Habits>) =>
    gradeOf(plan, habits).findings.some(({ kind }) => kinds.includes(kind));
  const found = Array.from({ length: seeds }, (_, k) => has(vectored(k), { [habit]: 1 })).filter(
    Boolean
  ).length;
  const wrongly = Array.from({ length: seeds }, (_, k) => has(vectored(k), {})).filter(Boolean).length;
  console.log(`| ${habit} | ${found} of ${seeds} | ${wrongly} of ${seeds} |`);
}
