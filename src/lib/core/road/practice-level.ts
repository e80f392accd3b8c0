import { aircraftById } from '../aircraft/catalogue';
import { APPROACH_DRILL, isApproach } from '../drill/approach/approach-drill';
import { planForApproach, plannedApproach } from '../drill/approach/plan-for-approach';
import type { LessonPlan } from '../drill/lesson-plan';
import { usualNavigation } from '../drill/lesson-navigation';
import type { DrillFile } from '../drill/drill-file';
import { drillCatalogue } from '../drill/catalogue/catalogue';
import { sensiblePlan } from '../drill/sensible-plan';
import { trainingAreaById, trainingAreas } from '../earth/training-area';
import { seededNoise } from '../measure/seeded-noise';
import type { Approach } from '../procedure/approach/approach';
import { worldById } from '../radio/world-catalogue';
import type { Verdict } from '../finding/verdict';

/** How hard own practice is made: each level asks a little more than the one before. */
export interface PracticeLevel {
  name: string;
  windSpeed_kt: number;
  turbulence: LessonPlan['turbulence'];
  corridors: LessonPlan['corridors'];
  /** Of an approach: whether radios and minimum are found set. */
  radios: 'ready' | 'cold';
}

export const practiceLevels: readonly PracticeLevel[] = [
  {
    name: 'still air, every hint',
    windSpeed_kt: 0,
    turbulence: 'smooth',
    corridors: 'hints',
    radios: 'ready'
  },
  {
    name: 'a little wind, every hint',
    windSpeed_kt: 8,
    turbulence: 'smooth',
    corridors: 'hints',
    radios: 'ready'
  },
  {
    name: 'wind and light turbulence, hints',
    windSpeed_kt: 14,
    turbulence: 'light',
    corridors: 'hints',
    radios: 'cold'
  },
  {
    name: 'a little wind, no hints',
    windSpeed_kt: 8,
    turbulence: 'smooth',
    corridors: 'test',
    radios: 'cold'
  },
  {
    name: 'wind and light turbulence, no hints',
    windSpeed_kt: 16,
    turbulence: 'light',
    corridors: 'test',
    radios: 'cold'
  },
  {
    name: 'strong wind and moderate turbulence, no hints',
    windSpeed_kt: 24,
    turbulence: 'moderate',
    corridors: 'test',
    radios: 'cold'
  }
];
export const HARDEST = practiceLevels.length;
/** From the next one on the coach is silent. */
export const HARDEST_WITH_HINTS = 3;

/** Between which levels an instructor lets somebody practise, 1 … `HARDEST`. */
export interface LevelBounds {
  least: number;
  most: number;
}
export const anyLevel: LevelBounds = { least: 1, most: HARDEST };

/**
 * The level of the next practice flight: one more after a flight to standard, one less after two in a row that were not.
 * @param flown own practice of one task at a level, oldest first @param wasToStandard a planned lesson of it was once to standard
 */
export function levelAfter(
  flown: readonly { level: number; verdict: Verdict }[],
  wasToStandard: boolean,
  { least, most }: LevelBounds = anyLevel
): number {
  let level = wasToStandard ? 3 : 1;
  let failed = 0;
  for (const flight of flown) {
    level = flight.level;
    failed = flight.verdict === 'not met' ? failed + 1 : 0;
    if (flight.verdict !== 'not met') level += 1;
    else if (failed === 2) {
      level -= 1;
      failed = 0;
    }
  }
  return Math.max(least, Math.min(most, Math.max(1, Math.min(HARDEST, level))));
}

/** At which level each task would be practised next. @param flights of all tasks, oldest first */
export function levelsOf(
  flights: readonly { task: string; level: number | null; verdict: Verdict }[],
  bounds: LevelBounds
): Record<string, number> {
  return Object.fromEntries(
    [...new Set(flights.map(({ task }) => task))].map((task) => {
      const mine = flights.filter((flight) => flight.task === task);
      const atLevel = mine.flatMap(({ level, verdict }) => (level === null ? [] : [{ level, verdict }]));
      const wasToStandard = mine.some(({ level, verdict }) => level === null && verdict !== 'not met');
      return [task, levelAfter(atLevel, wasToStandard, bounds)];
    })
  );
}

/**
 * The plan of a practice flight at a level; the way the wind blows follows from the seed.
 * @param task id of a drill, or the approach that is flown @param level 1 … `HARDEST`; `ownDrill`: the drill, where it is a school's own
 */
export function practicePlan(
  task: string | Approach,
  {
    aircraft: aircraftId,
    level,
    seed,
    ownDrill
  }: { aircraft: string; level: number; seed: number; ownDrill?: DrillFile }
): LessonPlan {
  const aircraft = aircraftById(aircraftId);
  const { windSpeed_kt, turbulence, corridors, radios } = practiceLevels[level - 1]!;
  const windFrom_deg = 10 * Math.ceil(36 * seededNoise(seed).uniform());
  const day = { windFrom_deg: windFrom_deg || 360, windSpeed_kt, turbulence, corridors, seed };
  if (typeof task !== 'string') {
    const area = trainingAreas.find(({ world }) => world === task.world) ?? trainingAreas[0]!;
    return {
      ...planForApproach({ ...sensiblePlan(aircraft, area), ...day }, aircraft, worldById(task.world), {
        ...plannedApproach(task, aircraft),
        radios
      }),
      ...day
    };
  }
  const area = trainingAreaById('vesterlund-bay');
  const file = ownDrill ?? drillCatalogue.find(({ id }) => id === task);
  const navigation = file && usualNavigation(file, worldById(area.world));
  return {
    ...sensiblePlan(aircraft, area, task),
    ...(navigation ? { navigation } : {}),
    ...day
  };
}

/** What attempts at a plan are kept under. */
export function taskOfPlan(plan: LessonPlan): string {
  return isApproach(plan) ? `${APPROACH_DRILL} ${plan.approach.approach.id}`.slice(0, 60) : plan.drill;
}

/** Id of the approach a task is about; null: it is a drill. */
export function approachOfTask(task: string): string | null {
  return task.startsWith(`${APPROACH_DRILL} `) ? task.slice(APPROACH_DRILL.length + 1) : null;
}
