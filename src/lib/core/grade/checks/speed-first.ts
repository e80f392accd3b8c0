import type { Drill, Phase } from '../../drill/drill';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import type { Verdict } from '../../finding/verdict';
import { column, type Flight, sampleAt } from '../../flight/flight';
import { figure } from '../../measure/figure';
import { type CheckKind } from './check-kind';

/** When a descent was begun, and how fast the airplane was then. */
export interface SpeedFirstMeasure {
  kind: 'speed-first';
  phaseId: string;
  asked_kt: number;
  at_s: number;
  ias_kt: number;
  left_ft: number;
}

/** Sinking at this share of the rate asked for is no longer level flight. */
const LEFT_LEVEL_SHARE = 0.4;
/** The rate needle's lag at most, and the sinking that is looked for behind it: this share of the rate, over so long. */
const NEEDLE_LAG_S = 8;
const SINK_OVER_S = 2;
const SINKING_SHARE = 0.3;
/** A nose pumped eases the sinking for so long, to this rate, and goes on down. */
const EASED_FOR_S = 4;
const STILL_SINKING_FPM = -50;
/** So long before the sinking the level may have been left for good; longer, and it was flown low. */
const LEFT_WITHIN_S = 25;
/** A level is left at so little below it. */
const LEFT_FT = 10;

function measureSpeedFirst(
  flight: Flight,
  drill: Drill,
  phase: Phase,
  span: PhaseSpan,
  asked_kt: number
): SpeedFirstMeasure {
  // The phase counts from the clear sinking or the call; the descent itself began where the rate left level. The indicated
  // rate is taken, not the true one: its lag smooths the second-long sinks of rough air, which nobody calls a descent.
  const rate = column(flight, 'verticalSpeed_fpm');
  const { vertical } = phase.goal;
  const asked = vertical.kind === 'level' ? 0 : Math.abs(vertical.verticalSpeed_fpm ?? 0);
  const leaving = -LEFT_LEVEL_SHARE * asked;
  const altitude = column(flight, 'altitude_ft');
  const earlier = drill.phases[drill.phases.indexOf(phase) - 1];
  const before = earlier?.goal.vertical;
  let k = sampleAt(flight, span.start_s);
  // Only as far back as the sinking goes on: a sag before it, come back from, is none of it. A moment's easing is no end.
  if (rate[k]! < leaving) {
    const longest = EASED_FOR_S * flight.rate_hz;
    for (let j = k; j > 0 && rate[j]! < STILL_SINKING_FPM && k - j <= longest; j--)
      if (rate[j]! < leaving) k = j;
  } else while (k < sampleAt(flight, span.end_s) && rate[k]! >= leaving) k += 1;
  // The needle lags behind: the altitude tells when the sinking that it shows began.
  const window = SINK_OVER_S * flight.rate_hz;
  const sank_fpm = (at: number) => ((altitude[at - window]! - altitude[at]!) / SINK_OVER_S) * 60;
  const earliest = Math.max(window, k - NEEDLE_LAG_S * flight.rate_hz);
  while (k > earliest && sank_fpm(k) > SINKING_SHARE * asked) k -= 1;
  // Below what the level allows, in swings as steep as the descent that came up in between but never back: it was left before
  // them. A gentler sag is a sag.
  const allowed_ft = earlier?.corridors.find(({ channel }) => channel === 'altitude_ft')?.below ?? Infinity;
  if (before?.kind === 'level') {
    const longest = Math.max(0, k - LEFT_WITHIN_S * flight.rate_hz);
    let left = k;
    let lowest_ft = altitude[k]!;
    let steepest_fpm = 0;
    for (; left > longest && altitude[left]! < before.altitude_ft - LEFT_FT; left--) {
      lowest_ft = Math.min(lowest_ft, altitude[left]!);
      steepest_fpm = Math.min(steepest_fpm, rate[left]!);
    }
    if (left > longest && lowest_ft < before.altitude_ft - allowed_ft && steepest_fpm < -asked) k = left;
  }
  return {
    kind: 'speed-first',
    phaseId: phase.id,
    asked_kt,
    at_s: k / flight.rate_hz,
    ias_kt: column(flight, 'ias_kt')[k]!,
    left_ft: before?.kind === 'level' ? before.altitude_ft : altitude[k]!
  };
}

/** Speed above the target at which lowering the nose still counts as "speed first". */
export const SPEED_FIRST_MARGIN_KT = 5;

function speedFirstVerdict(m: SpeedFirstMeasure): Verdict {
  return Math.round(m.ias_kt) - m.asked_kt > SPEED_FIRST_MARGIN_KT ? 'not met' : 'met';
}

function saySpeedFirst(m: SpeedFirstMeasure, verdict: Verdict): Finding {
  const over = Math.round(m.ias_kt) - m.asked_kt;
  return verdict !== 'met'
    ? finding(
        'started-down-before-slowing',
        'fault',
        'Descended before slowing',
        { moment_s: m.at_s },
        `Left ${figure(m.left_ft)} ft at ${figure(m.ias_kt)} kt, ${figure(over)} kt faster than the ${figure(m.asked_kt)} kt asked for.`,
        {
          channel: 'ias_kt',
          side: 'above',
          failed: true,
          worth: (MOMENT_S * over) / SPEED_FIRST_MARGIN_KT
        }
      )
    : finding(
        'speed-first',
        'good',
        'Slowed down first, then descended',
        { moment_s: m.at_s },
        `${figure(m.ias_kt)} kt as the nose went down; ${figure(m.asked_kt)} kt was asked for.`,
        { channel: 'ias_kt' }
      );
}

export const speedFirst: CheckKind<'speed-first', SpeedFirstMeasure, Verdict> = {
  name: 'speed first',
  measuredFrom: ['altitude_ft', 'verticalSpeed_fpm', 'ias_kt'],
  measure: ({ flight, lesson, phase, span }, { speed_kt }) =>
    measureSpeedFirst(flight, lesson.drill, phase, span, speed_kt),
  judge: speedFirstVerdict,
  elements: (m, verdict) => [
    {
      name: 'Speed before descent',
      verdict,
      arithmetic: `${figure(m.ias_kt)} kt leaving the level; ${m.asked_kt} + ${SPEED_FIRST_MARGIN_KT} kt allowed`
    }
  ],
  findings: (m, verdict) => [saySpeedFirst(m, verdict)],
  figures: [
    {
      id: 'speed-first',
      name: 'left level too fast by',
      unit: 'kt',
      decimals: 0,
      better: 'less',
      of: (m) => [m.ias_kt - m.asked_kt]
    }
  ]
};
