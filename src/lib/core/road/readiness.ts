import { figure } from '../measure/figure';
import { seededNoise } from '../measure/seeded-noise';
import { shortestHolding } from './skill';
import type { TaskStanding } from './road';

/** One task of a test standard, and what shows it. */
export interface TestTask {
  id: string;
  area: string;
  name: string;
  /** Any of these flown to standard shows it: what attempts are kept under. */
  shownBy: readonly string[];
}

/** A test standard as data: with its edition, which changes. */
export interface TestStandard {
  id: string;
  name: string;
  edition: string;
  tasks: readonly TestTask[];
}

const approach = (id: string) => `approach ${id}`;

/** What can be shown in flight of the instrument rating, airplane; the rest of a test is spoken, or flown with an examiner. */
export const instrumentTest: TestStandard = {
  id: 'faa-instrument-airplane',
  name: 'Instrument rating, airplane',
  edition: 'FAA-S-ACS-8C',
  tasks: [
    {
      id: 'holding',
      area: 'Clearances',
      name: 'Holding procedures',
      shownBy: ['vor-hold', 'ndb-hold', 'dme-hold', 'radials-hold', 'rnav-hold', 'arc-and-hold']
    },
    {
      id: 'instrument-flight',
      area: 'Flight by reference to instruments',
      name: 'Instrument flight',
      shownBy: ['called-turns', 'pattern-a', 'pattern-b', 'rate-and-speed-descent', 'vertical-s-d']
    },
    {
      id: 'unusual-attitudes',
      area: 'Flight by reference to instruments',
      name: 'Recovery from unusual attitudes',
      shownBy: ['unusual-attitudes']
    },
    {
      id: 'tracking',
      area: 'Navigation',
      name: 'Intercepting and tracking',
      shownBy: ['intercept', 'intercept-outbound', 'vor-tracking', 'ndb-tracking', 'rnav-tracking']
    },
    { id: 'arcs', area: 'Navigation', name: 'DME arcs', shownBy: ['dme-arc', 'arc-and-hold'] },
    {
      id: 'non-precision',
      area: 'Approaches',
      name: 'Non-precision approach',
      shownBy: ['xvlb-vor-dme-06', 'xvlb-back-course-06', 'xvna-ndb-13', 'xvna-vor-a', 'xmor-vor-dme-27'].map(
        approach
      )
    },
    {
      id: 'precision',
      area: 'Approaches',
      name: 'Precision approach',
      shownBy: ['xvlb-ils-24', 'xvko-ils-17', 'xmor-ils-09', 'xvlb-rnav-24', 'xvko-rnav-35'].map(approach)
    },
    { id: 'circling', area: 'Approaches', name: 'Circling approach', shownBy: ['xvna-vor-a'].map(approach) },
    {
      id: 'partial-panel',
      area: 'Emergencies',
      name: 'Without the primary flight instruments',
      shownBy: ['partial-panel-descent', 'timed-turns-partial']
    }
  ]
};

/** How a task of the test stands. */
export interface ReadyTask {
  task: TestTask;
  state: 'ready' | 'slipping' | 'on the way' | 'nothing flown';
  /** What shows it best; null: nothing has been flown. */
  best: TaskStanding | null;
}

export interface Readiness {
  standard: TestStandard;
  tasks: ReadyTask[];
  ready: number;
  /** Flights still to come until every task is ready, with 80 % interval; null: too little is known to say. */
  flights: { low: number; high: number } | null;
  /** What that rests on, or why nothing is said. */
  basis: string;
}

/** A flight counts for the test when it was flown without help: two in a row to standard. */
const ORDER = ['ready', 'slipping', 'on the way', 'nothing flown'] as const;

/** @param standings of everything flown, each by the standard of the test: two in a row, unaided */
export function readinessOf(standard: TestStandard, standings: readonly TaskStanding[]): Readiness {
  const tasks = standard.tasks.map((task): ReadyTask => {
    const shown = standings
      .filter((standing) => task.shownBy.includes(standing.task))
      .map((best) => ({ best, state: stateOf(best) }))
      .sort(
        (a, b) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state) || b.best.skill.chance - a.best.skill.chance
      );
    return { task, state: shown[0]?.state ?? 'nothing flown', best: shown[0]?.best ?? null };
  });
  const open = tasks.filter(({ state }) => state !== 'ready');
  const unknown = open.filter(({ best }) => !best?.toStandard);
  // One flight may show two tasks: it is flown once.
  const toFly = new Map(
    open.flatMap(({ best }) => (best?.toStandard ? [[best.task, best.toStandard.draws]] : []))
  );
  const isKnown = unknown.length === 0;
  return {
    standard,
    tasks,
    ready: tasks.length - open.length,
    flights: open.length > 0 && isKnown ? shortestHolding(sums([...toFly.values()]), 0.8) : null,
    basis:
      open.length === 0
        ? 'Every task was last flown to standard twice in a row, without help.'
        : isKnown
          ? `From ${figure(tasks.reduce((sum, { best }) => sum + (best?.skill.flights ?? 0), 0))} flights of these tasks, flown on every few days; eight of ten times it comes out so.`
          : `${unknown.length} of the tasks ${unknown.length === 1 ? 'has' : 'have'} been flown too little to say how long it will take.`
  };
}

function stateOf({ kind, reached }: TaskStanding): ReadyTask['state'] {
  if (kind === 'to standard') return 'ready';
  return reached && kind === 'slipping' ? 'slipping' : 'on the way';
}

const SUMS = 1000;

/** Draws of a sum from draws of its parts, which know nothing of each other. */
function sums(rows: readonly (readonly number[])[]): number[] {
  const noise = seededNoise(rows.length);
  return Array.from({ length: SUMS }, () =>
    rows.reduce((sum, row) => sum + row[Math.floor(noise.uniform() * row.length)]!, 0)
  );
}
