import type { Phase } from '../../drill/drill';
import { turnRateOf } from '../../drill/goal-in-air';
import type { Lesson } from '../../drill/lesson';
import type { LessonPlan } from '../../drill/lesson-plan';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import type { Verdict } from '../../finding/verdict';
import { column, type Flight, sampleAt } from '../../flight/flight';
import { normaliseBearing, normaliseSigned } from '../../measure/angle';
import { figure, heading } from '../../measure/figure';
import { byError } from './by-error';
import { type CheckKind, elementName, AFTER_PHASE_S } from './check-kind';
import { signedFigure } from '../../measure/figure';

/** How a turn was brought to its heading; degrees beyond it in the direction of the turn are positive. */
export interface RollOutMeasure {
  kind: 'roll-out';
  phaseId: string;
  heading_deg: number;
  /** Where the wings came level, less the heading; every whole turn beyond it counted. */
  error_deg: number;
  at_s: number;
  direction: 1 | -1;
}

const WINGS_LEVEL_DEG = 5;
const WINGS_LEVEL_FOR_S = 1;
/** A turn has begun with this much bank. */
const BANKED_DEG = 8;
/** A turn that never ends is followed for longer: it may go round. */
const TURNING_ON_S = 150;

/** @param until_s as above. null: the wings never came level within what was flown, or the turn was never made. */
function measureRollOut(
  flight: Flight,
  plan: LessonPlan,
  phase: Phase,
  span: PhaseSpan,
  until_s: number,
  heading_deg: number
): RollOutMeasure | null {
  const { lateral } = phase.goal;
  if (!span.complete || lateral.kind !== 'turn') return null;
  const heading = column(flight, 'heading_deg');
  const bank = column(flight, 'bank_deg');
  const start = sampleAt(flight, span.start_s);
  const from = sampleAt(flight, span.start_s + 0.4 * Math.min(phase.expected_s, span.end_s - span.start_s));
  const last = sampleAt(flight, Math.min(until_s, span.end_s + AFTER_PHASE_S));
  const longest = sampleAt(flight, span.end_s + TURNING_ON_S);
  // Degrees to turn: by the shorter count, or a whole turn more where the phase asks for it.
  const plain = normaliseBearing(lateral.direction * (heading_deg - heading[start]!));
  const asked =
    plain + 360 * Math.max(0, Math.round((phase.expected_s * turnRateOf(phase.goal, plan) - plain) / 360));
  let turned = 0;
  let level = 0;
  let banked = false;
  const turnedAt: number[] = [];
  for (let k = start; k <= longest; k++) {
    if (k > start) turned += lateral.direction * normaliseSigned(heading[k]! - heading[k - 1]!);
    turnedAt.push(turned);
    banked ||= bank[k]! * lateral.direction > BANKED_DEG;
    // What follows is another matter, unless the bank of this turn was never taken out.
    if (k > last && (level > 0 || bank[k]! * lateral.direction < WINGS_LEVEL_DEG)) break;
    if (!banked || k < from) continue;
    level = Math.abs(bank[k]!) < WINGS_LEVEL_DEG ? level + 1 : 0;
    const began = k - level + 1;
    const error = (turnedAt[began - start] ?? turned) - asked;
    // A pause half way round is not the roll-out.
    if (level >= WINGS_LEVEL_FOR_S * flight.rate_hz && error > -60) {
      return {
        kind: 'roll-out',
        phaseId: phase.id,
        heading_deg,
        error_deg: error,
        at_s: began / flight.rate_hz,
        direction: lateral.direction
      };
    }
  }
  return null;
}

/** Without the heading indicator a roll-out may be this many times as far off. */
const WITHOUT_HEADING = 2;

/** How far off a roll-out may be in this lesson, degrees. */
function rollOutTolerance({ tolerance, covered }: Lesson): number {
  return tolerance.rollOut_deg * (covered.includes('heading') ? WITHOUT_HEADING : 1);
}

function rollOutVerdict(m: RollOutMeasure, lesson: Lesson): Verdict {
  return byError(Math.abs(m.error_deg), rollOutTolerance(lesson));
}

function sayRollOut(m: RollOutMeasure, verdict: Verdict, lesson: Lesson): Finding[] {
  const allowed = rollOutTolerance(lesson);
  if (verdict === 'met') return [];
  const circles = Math.floor(Math.abs(m.error_deg) / 360);
  const rest = Math.abs(m.error_deg) - 360 * circles;
  const by = `${circles > 0 ? `${circles === 1 ? 'one whole circle' : `${circles} whole circles`} and ` : ''}${figure(rest, 1)}°`;
  const late = m.error_deg > 0;
  const side = late === m.direction > 0 ? 'above' : 'below';
  return [
    finding(
      late ? 'late-roll-out' : 'early-roll-out',
      'fault',
      circles > 0 ? 'Turned on past the heading' : late ? 'Rolled out late' : 'Rolled out early',
      { moment_s: m.at_s },
      `Wings level ${by} ${late ? 'past' : 'short of'} ${heading(m.heading_deg)}; ${allowed}° allowed.`,
      {
        channel: 'heading_deg',
        side,
        failed: verdict === 'not met',
        worth: (MOMENT_S * Math.abs(m.error_deg)) / allowed
      }
    )
  ];
}

export const rollOut: CheckKind<'roll-out', RollOutMeasure, Verdict> = {
  name: 'roll out',
  measuredFrom: ['heading_deg', 'bank_deg'],
  measure: ({ flight, lesson, phase, span, until_s }, { heading_deg }) =>
    measureRollOut(flight, lesson.plan, phase, span, until_s, heading_deg),
  judge: rollOutVerdict,
  elements: (m, verdict, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'roll-out'),
      verdict,
      arithmetic: `wings level ${signedFigure(m.error_deg)}° from the heading; ${rollOutTolerance(lesson)}° allowed`
    }
  ],
  findings: sayRollOut,
  figures: [
    {
      id: 'roll-out',
      name: 'roll-out error',
      unit: '°',
      decimals: 1,
      better: 'less',
      of: (m) => [Math.abs(m.error_deg)]
    }
  ]
};
