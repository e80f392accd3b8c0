import { type Check, type Phase, phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { lacking, type Flight } from '../flight/flight';
import {
  measureConfiguration,
  measureDecision,
  measureSpeedFirst,
  type ConfigurationMeasure,
  type DecisionMeasure,
  type SpeedFirstMeasure
} from './descent-measure';
import { measureNavigation } from './navigation/measure-navigation';
import type { NavigationMeasure } from './navigation/navigation-findings';
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
  | RecoveryMeasure
  | NavigationMeasure;

/** What each check is measured from; the set-up of the radios is in the events. */
const ATTITUDE = ['pitch_deg', 'bank_deg', 'throttle', 'elevator', 'aileron'];
const BY_COURSE = ['heading_deg', 'track_deg', 'bank_deg', 'offCourse', 'fixDistance_nm', 'along_nm'];
const MEASURED_FROM: Record<Check['kind'], readonly string[]> = {
  'speed-first': ['altitude_ft', 'verticalSpeed_fpm', 'ias_kt'],
  decision: ['altitude_ft', 'verticalSpeed_fpm'],
  configuration: ['flaps_deg'],
  'level-off': ['altitude_ft'],
  'roll-out': ['heading_deg', 'bank_deg'],
  recovery: [...ATTITUDE, 'trueAltitude_ft', 'ias_kt', 'loadFactor', 'angleOfAttack_deg'],
  'set-up': [],
  passage: ['passages'],
  'station-time': ['fixRadial_deg', 'tas_kt'],
  intercept: BY_COURSE,
  tracking: BY_COURSE,
  arc: [...BY_COURSE, 'fixRadial_deg'],
  hold: [...BY_COURSE, 'passages'],
  reversal: [...BY_COURSE, 'passages']
};

/** What a flight has not recorded of what a check is measured from. */
export function lackingFor(flight: Flight, { kind }: Check): string[] {
  return lacking(flight, MEASURED_FROM[kind]);
}

/** A climb that goes on through its altitude is this level-off's fault for so long after it should have been level. */
const LATE_S = 10;

/** All checks whose phase was flown and that can be measured from what was recorded, in the order of the drill's phases. */
export function measureChecks(flight: Flight, lesson: Lesson, spans: readonly PhaseSpan[]): CheckMeasure[] {
  const { drill, aircraft } = lesson;
  const measure = (check: Check): CheckMeasure | null => {
    const phase = phaseById(drill, check.phase);
    const span = spans.find((s) => s.phaseId === check.phase);
    if (!span || lackingFor(flight, check).length > 0) return null;
    const next = spans.indexOf(span) + 1;
    const until_s = spans[next]?.end_s ?? span.end_s;
    const wayOf = ({ goal: { vertical } }: Phase) =>
      vertical.kind === 'level' ? 0 : Math.sign(vertical.verticalSpeed_fpm ?? 1);
    const afterwards = drill.phases.find((p) => p.id === spans[next + 1]?.phaseId);
    // Going the same way again is another climb, not this one's.
    const late_s = afterwards && wayOf(afterwards) === wayOf(phase) ? 0 : LATE_S;
    switch (check.kind) {
      case 'speed-first':
        return measureSpeedFirst(flight, drill, phase, span, check.speed_kt);
      case 'decision':
        return measureDecision(flight, phase, span, check.altitude_ft);
      case 'configuration':
        return measureConfiguration(flight, phase, span, check.within_s);
      case 'level-off':
        return measureLevelOff(flight, phase, span, until_s, until_s + late_s, check.altitude_ft);
      case 'roll-out':
        return measureRollOut(flight, lesson.plan, phase, span, until_s, check.heading_deg);
      case 'recovery':
        return measureRecovery(flight, aircraft, span);
      default:
        return measureNavigation(flight, lesson, check, phase, span, until_s);
    }
  };
  const order = (m: CheckMeasure) => drill.phases.findIndex((phase) => phase.id === m.phaseId);
  return drill.checks
    .map(measure)
    .filter((m) => m !== null)
    .sort((a, b) => order(a) - order(b));
}
