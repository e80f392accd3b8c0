import type { Phase } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import type { Verdict } from '../../finding/verdict';
import { column, type Flight, sampleAt } from '../../flight/flight';
import { figure } from '../../measure/figure';
import { swingingOf } from '../habits/vertical-swing';
import { byError } from './by-error';
import { type CheckKind, elementName, AFTER_PHASE_S } from './check-kind';
import { signedFigure } from '../../measure/figure';

/** How a climb or descent was brought to its altitude; feet beyond it are positive, short of it negative. */
export interface LevelOffMeasure {
  kind: 'level-off';
  phaseId: string;
  altitude_ft: number;
  /**
   * Where it stopped climbing or descending, less the altitude, in the direction it was going: the nearest it came in the
   * first stretch of level flight. null: it was not level before the phase after was over.
   */
  stopped_ft: number | null;
  stopped_s: number | null;
  /** The farthest beyond, ≥ 0. */
  beyond_ft: number;
  beyond_s: number;
  climbing: boolean;
}

/** Level: over so long the altitude changes at less than this rate; averaged, so that rough air's sinks do not count. */
const LEVEL_FPM = 150;
const LEVEL_FOR_S = 11;
/** A last half swing may follow the last turn of the rate. */
const AFTER_SWING_S = 8;
/** So much of the way, ft or share, must have been climbed or descended before it can be levelled off. */
const BEGUN_FT = 100;
const BEGUN_SHARE = 0.4;

/**
 * @param until_s when the phase after is over: what follows is another matter
 * @param beyondUntil_s until when going beyond the altitude is still this level-off's
 * @returns null when the airplane neither stopped nor went beyond within what was flown
 */
function measureLevelOff(
  flight: Flight,
  phase: Phase,
  span: PhaseSpan,
  until_s: number,
  beyondUntil_s: number,
  altitude_ft: number
): LevelOffMeasure | null {
  if (!span.complete || phase.goal.vertical.kind === 'level') return null;
  const altitude = column(flight, 'altitude_ft');
  const climbing = (phase.goal.vertical.verticalSpeed_fpm ?? 1) > 0;
  const way = climbing ? 1 : -1;
  // The phase ends as the altitude comes near; the stopping is looked for from shortly before then.
  const from = sampleAt(flight, Math.max(span.start_s + 4, span.end_s - 18));
  const to = sampleAt(flight, Math.min(until_s, span.end_s + AFTER_PHASE_S));
  // Where the rate is pumped, a stop is part of a swing: the level-off is looked for after the last of them.
  const swinging =
    phase.goal.vertical.kind === 'rate'
      ? swingingOf(flight, sampleAt(flight, span.start_s), sampleAt(flight, span.end_s))
      : null;
  const swungUntil = swinging ? sampleAt(flight, swinging.end_s + AFTER_SWING_S) : 0;
  // What was never begun cannot be stopped too soon.
  const begin = altitude[sampleAt(flight, span.start_s)]!;
  let farthest = begin;
  for (let k = sampleAt(flight, span.start_s); k <= to; k++)
    if (altitude[k]! * way > farthest * way) farthest = altitude[k]!;
  if ((farthest - begin) * way < Math.min(BEGUN_FT, BEGUN_SHARE * Math.abs(altitude_ft - begin))) return null;
  const window = LEVEL_FOR_S * flight.rate_hz;
  let stopped: number | null = null;
  let beyondAt = from;
  const beyondTo = Math.max(to, sampleAt(flight, Math.min(beyondUntil_s, span.end_s + AFTER_PHASE_S)));
  for (let k = from; k <= beyondTo; k++) if (altitude[k]! * way > altitude[beyondAt]! * way) beyondAt = k;
  for (let k = from; k <= to; k++) {
    const gained = (altitude[Math.min(to, k + window)]! - altitude[k]!) * way;
    if (stopped === null && k >= swungUntil && k + window <= to && gained < (LEVEL_FPM * LEVEL_FOR_S) / 60)
      stopped = k;
  }
  const beyond_ft = Math.max(0, (altitude[beyondAt]! - altitude_ft) * way);
  if (stopped === null && beyond_ft === 0) return null;
  let nearest_ft: number | null = null;
  for (let k = stopped ?? to; stopped !== null && k <= stopped + window; k++)
    nearest_ft = Math.max(nearest_ft ?? -Infinity, (altitude[k]! - altitude_ft) * way);
  return {
    kind: 'level-off',
    phaseId: phase.id,
    altitude_ft,
    stopped_ft: nearest_ft,
    stopped_s: stopped === null ? null : stopped / flight.rate_hz,
    beyond_ft,
    beyond_s: beyondAt / flight.rate_hz,
    climbing
  };
}

/** Beyond the altitude, or stopped short of it, by more than is allowed. */
function levelOffError(m: LevelOffMeasure): number {
  return Math.max(m.beyond_ft, -(m.stopped_ft ?? 0));
}

function levelOffVerdict(m: LevelOffMeasure, { tolerance }: Lesson): Verdict {
  return byError(levelOffError(m), tolerance.levelOff_ft);
}

function sayLevelOff(m: LevelOffMeasure, verdict: Verdict, { tolerance }: Lesson): Finding[] {
  if (verdict === 'met') return [];
  const more = {
    failed: verdict === 'not met',
    worth: (MOMENT_S * levelOffError(m)) / tolerance.levelOff_ft,
    channel: 'altitude_ft' as const
  };
  const [beyond, short] = m.climbing ? (['above', 'below'] as const) : (['below', 'above'] as const);
  if (m.beyond_ft > tolerance.levelOff_ft) {
    return [
      finding(
        'level-off-overshoot',
        'fault',
        m.climbing ? 'Climbed through the altitude' : 'Descended through the altitude',
        { moment_s: m.beyond_s },
        `Up to ${figure(m.beyond_ft)} ft ${beyond} ${figure(m.altitude_ft)} ft; ${tolerance.levelOff_ft} ft allowed.`,
        { ...more, side: beyond }
      )
    ];
  }
  if (m.stopped_ft !== null && m.stopped_s !== null && -m.stopped_ft > tolerance.levelOff_ft) {
    return [
      finding(
        'level-off-undershoot',
        'fault',
        'Levelled off too soon',
        { moment_s: m.stopped_s },
        `The ${m.climbing ? 'climb' : 'descent'} stopped ${figure(-m.stopped_ft)} ft ${short} ${figure(m.altitude_ft)} ft; ${tolerance.levelOff_ft} ft allowed.`,
        { ...more, side: short }
      )
    ];
  }
  return [];
}

export const levelOff: CheckKind<'level-off', LevelOffMeasure, Verdict> = {
  name: 'level off',
  measuredFrom: ['altitude_ft'],
  measure: ({ flight, phase, span, until_s, beyondUntil_s }, { altitude_ft }) =>
    measureLevelOff(flight, phase, span, until_s, beyondUntil_s, altitude_ft),
  judge: levelOffVerdict,
  elements: (m, verdict, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'level-off'),
      verdict,
      arithmetic: `${m.stopped_ft === null ? 'not yet level' : `stopped ${signedFigure(m.stopped_ft)} ft`}, farthest beyond ${figure(m.beyond_ft)} ft; ${lesson.tolerance.levelOff_ft} ft allowed`
    }
  ],
  findings: sayLevelOff,
  figures: [
    {
      id: 'level-off',
      name: 'level-off error',
      unit: 'ft',
      decimals: 0,
      better: 'less',
      of: (m) => [Math.max(m.beyond_ft, Math.abs(m.stopped_ft ?? 0))]
    }
  ]
};
