import { aircraftCatalogue } from '../aircraft/catalogue';
import { drillCatalogue } from '../drill/catalogue/catalogue';
import { lessonOf, type Lesson } from '../drill/lesson';
import type { LessonPlan } from '../drill/lesson-plan';
import type { PhaseSpan } from '../drill/phase-tracker';
import { sensiblePlan } from '../drill/sensible-plan';
import { trainingAreaById } from '../earth/training-area';
import { detectPhases } from '../flight/detected-phases';
import type { Flight } from '../flight/flight';
import { flightFromChunks } from '../flight/recorder';
import { simulateFlight } from '../flight/simulated-flight';
import type { PanelKind } from '../instrument/readings';
import type { SeededNoise } from '../measure/seeded-noise';
import { noHabits, type Habits } from '../pilot/habits';

/** A flight to ask about. */
export interface BenchFlight {
  plan: LessonPlan;
  lesson: Lesson;
  flight: Flight;
  spans: PhaseSpan[];
}

/** Drills in which the panel alone says what is flown: by radio it is the needles that ask for a heading. */
const ASKED_ABOUT = drillCatalogue.filter(
  (drill) => !drill.navigation && drill.covers.length === 0 && drill.family !== 'recovery'
);
/** So much of a drill is asked about. */
const LONG_ENOUGH_S = 130;
const HABITS: readonly Partial<Habits>[] = [
  { favoursRight: 1 },
  { favoursRight: -1 },
  { levelsOffLate: 1 },
  { levelsOffEarly: 1 },
  { fixates: 1 },
  { overControls: 1 },
  { scansSlowly: 1 }
];

/** A drill, airplane, wind and pilot by chance, flown through the model. @param faulty a pilot with a habit, for deviations */
export function benchFlight(noise: SeededNoise, panel: PanelKind, faulty: boolean): BenchFlight {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(list.length * noise.uniform())]!;
  const aircraft = pick(aircraftCatalogue);
  const drill = pick(ASKED_ABOUT);
  const seed = 1 + Math.floor(1e6 * noise.uniform());
  const plan: LessonPlan = {
    ...sensiblePlan(aircraft, trainingAreaById('vesterlund-bay'), drill.id),
    heading_deg: 10 * (1 + Math.floor(36 * noise.uniform())),
    windFrom_deg: Math.floor(360 * noise.uniform()),
    turbulence: noise.uniform() < 0.5 ? 'smooth' : 'light',
    panel,
    seed
  };
  const lesson = lessonOf(plan);
  const habits = faulty ? pick(HABITS) : {};
  const flight = flightFromChunks(
    simulateFlight(lesson, { ...noHabits, ...habits }, seed, {}, LONG_ENOUGH_S)
  );
  return { plan, lesson, flight, spans: detectPhases(flight, lesson).spans };
}
