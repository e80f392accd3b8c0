import { normaliseSigned } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import type { Condition, ConditionChannel, Drill, Goal, Phase } from './drill';

/** Climbs whose rate is not said are taken to reach this, ft/min. */
const FULL_POWER_FPM = 600;

/**
 * Holds a composed drill against the one thing a schema cannot say: that every phase can come to its end.
 * @throws Rejection naming the phase whose end can never come
 */
export function mustEnd(drill: Drill, startAltitude_ft: number): void {
  let altitude = startAltitude_ft;
  drill.phases.forEach((phase, index) => {
    const before = drill.phases[index - 1]?.goal ?? null;
    const after = phase.pace === 'own' ? (drill.phases[index + 1]?.goal ?? null) : null;
    if (
      !canCome(
        phase.until,
        phase,
        [before, after].filter((goal) => goal !== null),
        altitude
      )
    ) {
      throw new Rejection(
        `phases.${index}.until`,
        said(phase.until),
        `an end that “${phase.name}” can come to: add { "is": "after", "seconds": … } or ask for what ends it`
      );
    }
    const { vertical } = phase.goal;
    altitude = vertical.kind === 'level' ? vertical.altitude_ft : vertical.to_ft;
  });
}

/** What comes with the way flown: it can come to anything. */
const REACHED_BY_WAY: readonly ConditionChannel[] = [
  'track_deg',
  'courseShare',
  'arcError_nm',
  'pathShare',
  'fixDistance_nm',
  'fixRadial_deg',
  'along_nm',
  'passages'
];

function canCome(
  condition: Condition,
  phase: Phase,
  around: readonly Goal[],
  startAltitude_ft: number
): boolean {
  switch (condition.is) {
    case 'after':
      return Number.isFinite(condition.seconds) && condition.seconds <= 3600;
    case 'any':
      return condition.of.some((part) => canCome(part, phase, around, startAltitude_ft));
    case 'all':
      return condition.of.every((part) => canCome(part, phase, around, startAltitude_ft));
    case 'above':
      return settled(condition.channel).some((value) => value > condition.value);
    case 'below':
      return settled(condition.channel).some((value) => value <= condition.value);
    case 'within': {
      // Whatever lies between two goals is passed through.
      if (condition.channel === 'heading_deg' && phase.goal.lateral.kind === 'turn') return true;
      const gaps = settled(condition.channel).map((value) =>
        condition.channel === 'heading_deg'
          ? normaliseSigned(value - condition.value)
          : value - condition.value
      );
      return (
        gaps.some((gap) => Math.abs(gap) <= condition.tolerance) ||
        (Math.min(...gaps) < 0 && Math.max(...gaps) > 0)
      );
    }
  }

  function settled(channel: ConditionChannel): number[] {
    if (REACHED_BY_WAY.includes(channel)) return [-Infinity, Infinity];
    const values = [phase.goal, ...around].flatMap((goal) => valuesOf(goal, channel));
    return channel === 'altitude_ft' ? [...values, startAltitude_ft] : values;
  }
}

/** The values a channel settles to when a goal is flown. */
function valuesOf(goal: Goal, channel: ConditionChannel): number[] {
  const { vertical, lateral } = goal;
  switch (channel) {
    case 'altitude_ft':
      return [vertical.kind === 'level' ? vertical.altitude_ft : vertical.to_ft];
    case 'ias_kt':
      return [goal.ias_kt];
    case 'verticalSpeed_fpm':
    case 'climbRate_fpm':
      return [vertical.kind === 'level' ? 0 : (vertical.verticalSpeed_fpm ?? FULL_POWER_FPM)];
    case 'heading_deg':
      return lateral.kind === 'heading'
        ? [lateral.heading_deg]
        : lateral.kind !== 'turn' || lateral.to_deg === null
          ? []
          : [lateral.to_deg];
    case 'bank_deg':
      return lateral.kind === 'turn' ? [0, lateral.direction * (lateral.bank_deg ?? 15)] : [0];
    case 'turnRate_degps':
      return lateral.kind === 'turn' ? [0, lateral.direction * (lateral.rate_degps ?? 5)] : [0];
    default:
      return [];
  }
}

function said(condition: Condition): string {
  switch (condition.is) {
    case 'after':
      return `after ${condition.seconds} s`;
    case 'any':
    case 'all':
      return `${condition.is} of (${condition.of.map(said).join(', ')})`;
    case 'within':
      return `${condition.channel} within ${condition.tolerance} of ${condition.value}`;
    default:
      return `${condition.channel} ${condition.is} ${condition.value}`;
  }
}
