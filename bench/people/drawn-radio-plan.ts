/** What a point that is flown by radio is asked: a drill, a course and a wind from across it, all by chance. */
import { aircraftCatalogue } from '../../src/lib/core/aircraft/catalogue';
import type { LessonPlan } from '../../src/lib/core/drill/lesson-plan';
import { sensiblePlan } from '../../src/lib/core/drill/sensible-plan';
import { trainingAreaById } from '../../src/lib/core/earth/training-area';
import { normaliseBearing } from '../../src/lib/core/measure/angle';
import type { seededNoise } from '../../src/lib/core/measure/seeded-noise';

export const radioFaults = [
  'no-wind-correction',
  'parallel-offset',
  'over-correcting',
  'still-turning',
  'chasing',
  'hold-late-inbound',
  'hold-no-clock',
  'hold-no-correction',
  'wrong-entry'
] as const;
export type RadioFault = (typeof radioFaults)[number];

/** A hold for a fault of holds, a course for one of courses, and either where nothing is to go wrong. */
export function radioPlan(
  fault: RadioFault | null,
  seed: number,
  noise: ReturnType<typeof seededNoise>
): LessonPlan {
  const holds = fault === null ? noise.uniform() < 0.4 : fault.startsWith('hold') || fault === 'wrong-entry';
  const drill = holds
    ? ['vor-hold', 'rnav-hold', 'ndb-hold'][Math.floor(3 * noise.uniform())]!
    : ['vor-tracking', 'rnav-tracking'][Math.floor(2 * noise.uniform())]!;
  const course_deg = 1 + Math.floor(360 * noise.uniform());
  const across = 60 + 60 * noise.uniform();
  return {
    ...sensiblePlan(aircraftCatalogue[0]!, trainingAreaById('vesterlund-bay'), drill),
    seed,
    turbulence: 'smooth',
    windFrom_deg: normaliseBearing(course_deg + (noise.uniform() < 0.5 ? across : -across)),
    windSpeed_kt: 12 + Math.floor(9 * noise.uniform()),
    figures: holds
      ? { course_deg, arrival_deg: 1 + Math.floor(360 * noise.uniform()), circuits: 3 }
      : { course_deg, distance_nm: 12 }
  };
}
