import type { Check } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import type { Flight } from '../flight/flight';
import {
  measureConfiguration,
  measureDecision,
  measureSpeedFirst,
  type ConfigurationMeasure,
  type DecisionMeasure,
  type SpeedFirstMeasure
} from './descent-measure';
import { measureRecovery, type RecoveryMeasure } from './recovery-measure';
import {
  measureLevelOff,
  measureRollOut,
  type LevelOffMeasure,
  type RollOutMeasure
} from './transition-measure';

/** One of the drill's checks, measured. */
export type CheckMeasure =
  | SpeedFirstMeasure
  | DecisionMeasure
  | ConfigurationMeasure
  | LevelOffMeasure
  | RollOutMeasure
  | RecoveryMeasure;

/** All checks whose phase was flown, in the order of the drill's phases. */
export function measureChecks(flight: Flight, lesson: Lesson, spans: readonly PhaseSpan[]): CheckMeasure[] {
  const { drill, aircraft } = lesson;
  const measure = (check: Check): CheckMeasure | null => {
    const phase = drill.phases.find((p) => p.id === check.phase)!;
    const span = spans.find((s) => s.phaseId === check.phase);
    if (!span) return null;
    const until_s = spans[spans.indexOf(span) + 1]?.end_s ?? span.end_s;
    switch (check.kind) {
      case 'speed-first':
        return measureSpeedFirst(flight, drill, phase, span, check.speed_kt);
      case 'decision':
        return measureDecision(flight, phase, span, check.altitude_ft);
      case 'configuration':
        return measureConfiguration(flight, phase, span, check.within_s);
      case 'level-off':
        return measureLevelOff(flight, phase, span, until_s, check.altitude_ft);
      case 'roll-out':
        return measureRollOut(flight, phase, span, until_s, check.heading_deg);
      case 'recovery':
        return measureRecovery(flight, aircraft, span);
    }
  };
  const order = (m: CheckMeasure) => drill.phases.findIndex((phase) => phase.id === m.phaseId);
  return drill.checks
    .map(measure)
    .filter((m) => m !== null)
    .sort((a, b) => order(a) - order(b));
}
