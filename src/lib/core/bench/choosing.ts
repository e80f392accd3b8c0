import type { Phase } from '../drill/drill';
import { duration } from '../flight/flight';
import type { SeededNoise } from '../measure/seeded-noise';
import type { BenchFlight } from './bench-flight';

/** One of a list, each as likely; the list has at least one. */
export function choose<T>(noise: SeededNoise, list: readonly T[]): T {
  return list[Math.min(list.length - 1, Math.floor(list.length * noise.uniform()))]!;
}

/** A moment of a flight, well inside one of its phases. */
export interface Moment {
  time_s: number;
  phase: Phase;
  before: Phase | null;
}

/** A moment by chance, at least `inside_s` after its phase began; null when the drawn phase is too short. */
export function momentIn(
  noise: SeededNoise,
  { lesson, flight, spans }: BenchFlight,
  inside_s: number
): Moment | null {
  const span = choose(noise, spans);
  const end_s = Math.min(span.end_s, duration(flight));
  if (end_s - span.start_s < inside_s + 2) return null;
  const index = lesson.drill.phases.findIndex((phase) => phase.id === span.phaseId);
  return {
    time_s: span.start_s + inside_s + (end_s - span.start_s - inside_s - 1) * noise.uniform(),
    phase: lesson.drill.phases[index]!,
    before: lesson.drill.phases[index - 1] ?? null
  };
}
