import { circlesOf } from '../drill/approach/circle';
import { isApproach } from '../drill/approach/approach-drill';
import { lessonOf } from '../drill/lesson';
import type { LessonPlan } from '../drill/lesson-plan';
import { problemsOf } from '../drill/plan-check';
import { windOfPlan } from '../drill/plan-wind';
import type { Segment } from '../drill/drill';
import type { Verdict } from '../finding/verdict';
import { seededNoise } from '../measure/seeded-noise';
import { approaches } from '../procedure/approach/approach-catalogue';
import { worldById } from '../radio/world-catalogue';
import { approachOfTask, practicePlan } from './practice-level';
import type { TestStandard, TestTask } from './readiness';

/** One flight of a mock test, and the tasks of the standard it shows. */
export interface MockPart {
  /** What attempts at it are kept under. */
  flown: string;
  shows: readonly { id: string; area: string; name: string; of: 'whole' | Segment[] }[];
  plan: LessonPlan;
}

/** Wind and light turbulence, no hints, radios found cold. */
const TEST_LEVEL = 5;
/** The straight-in approaches of a test, by the ids of their tasks. */
const NON_PRECISION = 'non-precision';
const PRECISION = 'precision';
/** Shown at the end of an approach. */
const MISSED = { id: 'missed-approach', area: 'Approaches', name: 'Missed approach' };

/**
 * A whole test standard as flights to be flown one after the other, each once: for every task one of those that show it, in a wind of
 * its own. The approaches end on the runway where they lead to one, but for one of the two straight-in ones, which is left to the seed.
 * @param seed the same gives the same test
 */
export function mockTest(standard: TestStandard, aircraft: string, seed: number): MockPart[] {
  const noise = seededNoise(seed);
  const missed = noise.uniform() < 0.5 ? PRECISION : NON_PRECISION;
  return standard.tasks.map((task): MockPart => {
    const partSeed = 1 + Math.floor(noise.uniform() * 999_999);
    const shift = Math.floor(noise.uniform() * task.shownBy.length);
    const inOrder = [...task.shownBy.slice(shift), ...task.shownBy.slice(0, shift)];
    for (const flown of inOrder) {
      const plan = planOf(flown, {
        aircraft,
        seed: partSeed,
        ends: task.id === missed ? 'missed' : 'landing'
      });
      if (plan) return { flown, plan, shows: showsOf(task, plan) };
    }
    throw new Error(`nothing that shows “${task.name}” can be flown in ${aircraft}`);
  });
}

/** Some approaches come to their minimum where nobody lands any more: those end with the missed approach in any case. */
function showsOf({ id, area, name }: TestTask, plan: LessonPlan): MockPart['shows'] {
  const isMissed = lessonOf(plan).drill.phases.some(({ segment }) => segment === 'missed');
  if (!isMissed) return [{ id, area, name, of: 'whole' }];
  return [
    { id, area, name, of: ['inbound', 'final'] },
    { ...MISSED, of: ['missed'] }
  ];
}

/** Null where this airplane cannot fly it. */
function planOf(
  flown: string,
  { aircraft, seed, ends }: { aircraft: string; seed: number; ends: 'missed' | 'landing' }
): LessonPlan | null {
  const approachId = approachOfTask(flown);
  const approach = approaches.find(({ id }) => id === approachId);
  if (approachId && !approach) return null;
  const plan = practicePlan(approach ?? flown, { aircraft, level: TEST_LEVEL, seed });
  if (isApproach(plan)) {
    const chart = plan.approach.approach;
    const { from_deg } = windOfPlan(plan, chart.airportElevation_ft);
    const circle = ends === 'landing' ? circlesOf(worldById(chart.world), chart, from_deg)[0] : undefined;
    plan.approach = { ...plan.approach, ends, ...(circle ? { circle } : {}) };
  }
  return problemsOf(plan).length === 0 ? plan : null;
}

export type MockOutcome = 'satisfactory' | 'unsatisfactory' | 'not flown';

/** How one task of a mock test came out. */
export interface MockResult {
  id: string;
  area: string;
  name: string;
  outcome: MockOutcome;
}

/** What a mock test asks of its first flight of a part. */
export interface MockFlight {
  verdict: Verdict;
  /** Flown to its end. */
  completed: boolean;
  /** Of an approach, by its parts. */
  segments: readonly { segment: Segment; verdict: Verdict }[];
}

/** The tasks of one part by how it was flown; null: it was not. A correction that came promptly is within the standard. */
export function resultsOf({ shows }: Pick<MockPart, 'shows'>, flight: MockFlight | null): MockResult[] {
  return shows.map(({ of, ...task }) => ({ ...task, outcome: outcomeOf(of, flight) }));
}

function outcomeOf(of: MockPart['shows'][number]['of'], flight: MockFlight | null): MockOutcome {
  if (!flight) return 'not flown';
  // An instructor's own verdict is of the whole flight, and comes without its parts.
  if (of === 'whole' || flight.segments.length === 0)
    return flight.verdict === 'not met' ? 'unsatisfactory' : 'satisfactory';
  const parts = flight.segments.filter(({ segment }) => of.includes(segment));
  if (parts.length === 0) return 'not flown';
  // Well begun and broken off is not shown: something came after it, or it was flown to the end.
  const isOver = flight.completed || flight.segments.at(-1) !== parts.at(-1);
  return isOver && parts.every(({ verdict }) => verdict !== 'not met') ? 'satisfactory' : 'unsatisfactory';
}

/** A test as a whole: passed only when every task was satisfactory. */
export function mockVerdict(
  results: readonly MockResult[],
  isStopped: boolean
): 'passed' | 'not passed' | 'under way' {
  if (results.every(({ outcome }) => outcome === 'satisfactory')) return 'passed';
  const isOver = isStopped || results.every(({ outcome }) => outcome !== 'not flown');
  return isOver ? 'not passed' : 'under way';
}
