/**
 * Every approach that ships, flown by the reference pilot from seeds nobody has looked at, and by pilots with the slips of an
 * approach: how many are inside the standard, how often each slip is found, and what is found that is not there. Run by itself:
 * `npx tsx bench/approaches.ts [SEEDS]`; it prints a table for docs/benchmarks.md.
 */
import type { AircraftFile } from '../src/lib/core/aircraft/aircraft-file';
import { aircraftCatalogue } from '../src/lib/core/aircraft/catalogue';
import type { ApproachPlan } from '../src/lib/core/drill/approach/approach-plan';
import type { PlannedApproach } from '../src/lib/core/drill/approach/approach-drill';
import { planForApproach, plannedApproach } from '../src/lib/core/drill/approach/plan-for-approach';
import type { LessonPlan } from '../src/lib/core/drill/lesson-plan';
import { lessonOf } from '../src/lib/core/drill/lesson';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { trainingAreas } from '../src/lib/core/earth/training-area';
import type { FindingKind } from '../src/lib/core/finding/finding-kind';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { noHabits, type Habits } from '../src/lib/core/pilot/habits';
import { approaches } from '../src/lib/core/procedure/approach/approach-catalogue';
import { circlesOf } from '../src/lib/core/drill/approach/circle';
import { worldById } from '../src/lib/core/radio/world-catalogue';

const seeds = Number(process.argv[2] ?? 6);
/** In rougher air, and for each slip, fewer are flown. */
const fewer = Math.min(seeds, 12);
const FIRST_SEED = Number(process.argv[3] ?? 1_700_000);

/** One case: airplane, wind to 25 kt from anywhere, light turbulence, missed or landed, by its way in or by vectors. */
function caseOf(index: number, k: number, turbulence: 'light' | 'moderate' = 'light'): PlannedApproach {
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
    windSpeed_kt: (seed * 7) % 26,
    turbulence
  };
}
const gradeOf = (plan: PlannedApproach, habits: Partial<Habits> = {}) =>
  gradeFlight(flightFromChunks(simulateFlight(lessonOf(plan), { ...noHabits, ...habits }, plan.seed)), plan);

/** Of so many flights, how many were inside the standard, and what was not. */
function inside(index: number, turbulence: 'light' | 'moderate', count: number) {
  const grades = Array.from({ length: count }, (_, k) => gradeOf(caseOf(index, k, turbulence)));
  return {
    met: grades.filter(({ verdict }) => verdict !== 'not met').length,
    hard: grades.flatMap(({ findings }) => findings.filter(({ severity }) => severity === 'hard')).length,
    why: new Set(
      grades.flatMap(({ elements }) =>
        elements.filter(({ verdict }) => verdict === 'not met').map(({ name }) => name)
      )
    )
  };
}

console.log(
  `Every approach that ships, flown by the reference pilot in three airplanes from ${seeds} seeds each that nobody has looked at: winds to 25 kt, light\nturbulence, by its way in or by vectors, missed or landed; and the same in moderate turbulence.\n`
);
console.log(
  '| approach | inside the standard | hard findings | what was not met | in moderate turbulence |\n|---|---|---|---|---|'
);
const sums = { light: 0, moderate: 0 };
for (const [index, approach] of approaches.entries()) {
  const light = inside(index, 'light', seeds);
  const moderate = inside(index, 'moderate', fewer);
  sums.light += light.met;
  sums.moderate += moderate.met;
  console.log(
    `| ${approach.airport} ${approach.name} | ${light.met} of ${seeds} | ${light.hard} | ${[...light.why].join('; ') || '–'} | ${moderate.met} of ${fewer} |`
  );
}
const all = seeds * approaches.length;
console.log(`| all | ${sums.light} of ${all} | | | ${sums.moderate} of ${fewer * approaches.length} |\n`);

/** The one that leads to no runway, circled from it to the runway that is into the wind: how many came over its threshold in a position to land. */
function circled(index: number, count: number) {
  const grades = Array.from({ length: count }, (_, k) => {
    const plan = caseOf(index, k);
    const { approach } = plan.approach;
    const circle = circlesOf(worldById(approach.world), approach, plan.windFrom_deg)[0]!;
    return gradeOf({ ...plan, approach: { ...plan.approach, ends: 'landing', circle } });
  });
  const kindsOf = grades.map(({ findings }) => findings.map(({ kind }) => kind));
  return {
    inPosition: kindsOf.filter((kinds) => kinds.includes('over-threshold')).length,
    beyond: kindsOf.filter((kinds) => kinds.includes('circled-beyond')).length,
    hard: grades.filter(({ findings }) => findings.some(({ severity }) => severity === 'hard')).length
  };
}
const leadsToNone = approaches.findIndex(({ runway }) => runway === null);
const circles = circled(leadsToNone, 6 * seeds);
console.log(
  `Circled to land into the wind from ${approaches[leadsToNone]!.name}: ${circles.inPosition} of ${6 * seeds} in a position to land, ${circles.beyond} beyond what is protected or too steep, ${circles.hard} with a hard finding.\n`
);

type Slip = [
  habit: keyof Habits,
  id: string,
  kinds: FindingKind[],
  asked?: Partial<ApproachPlan>,
  plan?: (aircraft: AircraftFile) => Partial<LessonPlan>
];
/** From its first fix on, and not by vectors: with what is flown only there. */
const ownWay = (id: string): Partial<ApproachPlan> => ({
  transition: approaches.find((approach) => approach.id === id)!.transitions[0]!.id
});
const circling = (lost?: 'downwind'): Partial<ApproachPlan> => ({
  ends: 'landing',
  circle: { runway: '31', turn: 'left', ...(lost ? { lost } : {}) }
});
const SLIPS: Slip[] = [
  ['continuesBelow', 'xvlb-ils-24', ['below-decision-altitude']],
  ['timidGoAround', 'xvlb-ils-24', ['late-power']],
  ['turnsBeforeClimb', 'xvlb-ils-24', ['turn-before-climb']],
  ['configuresLate', 'xvlb-ils-24', ['not-stabilised', 'late-configuration']],
  ['chasesPath', 'xvlb-ils-24', ['over-correcting', 'pumping', 'power-hunting']],
  ['descendsEarly', 'xvlb-ils-24', ['exceedance', 'down-too-soon', 'below-minimum']],
  ['levelsOffLate', 'xvlb-vor-dme-06', ['level-off-overshoot', 'below-minimum', 'exceedance']],
  ['keepsTurning', 'xvko-ils-17', ['still-turning']],
  ['chasesNeedle', 'xvlb-back-course-06', ['chasing-needle']],
  ['setsWrongCourse', 'xvlb-vor-dme-06', ['wrong-course']],
  ['feedsWrongSource', 'xvlb-back-course-06', ['wrong-source']],
  ['forgetsIdent', 'xmor-vor-dme-27', ['not-identified']],
  ['forgetsClock', 'xvna-ndb-13', ['no-final-clock']],
  ['circlesWide', 'xvna-vor-a', ['circled-beyond'], circling()],
  ['turnsFromRunway', 'xvna-vor-a', ['turned-from-runway'], circling('downwind')],
  ['laysOffTwice', 'xvlb-ils-24', ['entry-heading'], { transition: 'hesti' }],
  ['startsClockLate', 'xvlb-ils-24', ['hold-timing'], { transition: 'hesti' }],
  ['tunesMissedLate', 'xvlb-ils-24', ['missed-station-late']],
  ['losesAltitudeTalking', 'xvko-ils-17', ['lost-while-busy'], ownWay('xvko-ils-17')],
  ['turnsByBank', 'xvna-vor-a', ['turned-by-bank'], ownWay('xvna-vor-a')],
  ['leansRight', 'xvko-rnav-35', ['bias-to-one-side']],
  ['fliesOutOfTrim', 'xvko-rnav-35', ['not-trimmed']],
  ['huntsPower', 'xvko-rnav-35', ['power-hunting']],
  [
    'takesFlapsFast',
    'xvko-ils-17',
    ['flaps-too-fast'],
    {},
    ({ speeds }) => ({ startSpeed_kt: speeds.flapsExtended_kt + 7 })
  ],
  ['forgetsAltimeter', 'xvko-ils-17', ['altimeter-not-set'], { planted: 'old altimeter setting' }]
];
console.log('| slip | found | found where it was not done | F1 |\n|---|---|---|---|');
for (const [habit, id, kinds, asked, more] of SLIPS) {
  const index = approaches.findIndex((approach) => approach.id === id);
  const flights = Array.from({ length: fewer }, (_, k): PlannedApproach => {
    const plan = caseOf(index, 3 * k + 1);
    const aircraft = aircraftCatalogue.find(({ id }) => id === plan.aircraft)!;
    return { ...plan, ...more?.(aircraft), approach: { ...plan.approach, ends: 'missed', ...asked } };
  });
  const has = (plan: PlannedApproach, habits: Partial<Habits>) =>
    gradeOf(plan, habits).findings.some(({ kind }) => kinds.includes(kind));
  const found = flights.filter((plan) => has(plan, { [habit]: 1 })).length;
  const wrongly = flights.filter((plan) => has(plan, {})).length;
  const f1 = (2 * found) / (2 * found + wrongly + (fewer - found));
  console.log(`| ${habit} | ${found} of ${fewer} | ${wrongly} of ${fewer} | ${f1.toFixed(2)} |`);
}
