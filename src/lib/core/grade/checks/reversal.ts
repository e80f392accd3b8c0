import type { NavigationGoal } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import type { Flight } from '../../flight/flight';
import { figure } from '../../measure/figure';
import { levelFrom, readByCourse } from './course-reading';
import { passagesOf } from './fix-passages';
import { type CheckKind, elementName, metIf, BY_COURSE } from './check-kind';
import { shareOf } from '../../finding/quantity-words';

/** How far a course reversal went, and how it came back. */
export interface ReversalMeasure {
  kind: 'reversal';
  phaseId: string;
  within_nm: number;
  farthest_nm: number;
  farthest_s: number;
  /** Off the inbound course where the wings came level inbound, share of full scale; null: they never did. */
  rollOutOff: number | null;
  rollOut_s: number | null;
  /** The phase's time was over before the airplane was back over the fix. */
  outOfTime: boolean;
  end_s: number;
}

/** Measures a course reversal: how far out, which way round, and where it came back to the course. */
export function measureReversal(
  flight: Flight,
  lesson: Lesson,
  goal: Extract<NavigationGoal, { kind: 'reversal' }>,
  span: PhaseSpan
): ReversalMeasure {
  const reading = readByCourse(flight, lesson, span, goal.reversal.inboundCourse_deg);
  const from = reading.sample(span.start_s) + 1;
  const to = reading.sample(span.end_s);
  let farthest = from;
  for (let k = from; k <= to; k++) if (reading.fixDistance(k) > reading.fixDistance(farthest)) farthest = k;
  let rollOut: number | null = null;
  // Who is established while still turning rolls out after it.
  const until = Math.min(flight.length - 1, to + ROLLS_OUT_S * reading.rate_hz);
  for (let k = farthest; k < until; k++) {
    const at = levelFrom(reading, k, until, 3);
    if (at === null) break;
    if (Math.abs(reading.headingOff(at)) < 60) {
      rollOut = at;
      break;
    }
    k = at + 3 * reading.rate_hz;
  }
  return {
    kind: 'reversal',
    phaseId: span.phaseId,
    within_nm: goal.reversal.within_nm,
    farthest_nm: reading.fixDistance(farthest),
    farthest_s: reading.time(farthest),
    rollOutOff: rollOut === null ? null : reading.courseShare(rollOut),
    rollOut_s: rollOut === null ? null : reading.time(rollOut),
    // Where the turn ends on the way back, it is over once the course is held.
    outOfTime:
      span.complete &&
      passagesOf(flight, span).length === 0 &&
      !(Math.abs(reading.courseShare(to)) <= HELD_SHARE && Math.abs(reading.headingOff(to)) < HELD_DEG),
    end_s: span.end_s
  };
}

const ROLLS_OUT_S = 20;
const HELD_SHARE = 0.5;
const HELD_DEG = 45;
/** A course reversal may go this far beyond its limit before it counts, NM: receivers show tenths. */
const LIMIT_SLACK_NM = 0.1;

function isBeyondLimit(m: ReversalMeasure): boolean {
  return m.farthest_nm > m.within_nm + LIMIT_SLACK_NM;
}

function sayReversal(m: ReversalMeasure, beyondLimit: boolean): Finding[] {
  const found: Finding[] = [];
  if (beyondLimit)
    found.push(
      finding(
        'beyond-limit',
        'hard',
        'Beyond the limit of the course reversal',
        { moment_s: m.farthest_s },
        `${figure(m.farthest_nm, 1)} NM from the fix, ${figure(m.within_nm)} NM allowed.`,
        { channel: 'fixDistance_nm', worth: 10 * MOMENT_S }
      )
    );
  if (m.outOfTime)
    found.push(
      finding(
        'not-back-over-fix',
        'fault',
        'Not back over the fix',
        { moment_s: m.end_s },
        `Time was up before the fix was passed inbound${m.rollOut_s === null ? '; the inbound course was never turned to' : ''}.`,
        { failed: true, worth: 10 * MOMENT_S }
      )
    );
  return found;
}

export const reversal: CheckKind<'reversal', ReversalMeasure, boolean> = {
  name: 'reversal',
  measuredFrom: [...BY_COURSE, 'passages'],
  measure: ({ flight, lesson, phase, span }) =>
    phase.goal.lateral.kind === 'reversal' ? measureReversal(flight, lesson, phase.goal.lateral, span) : null,
  judge: isBeyondLimit,
  elements: (m, beyondLimit, lesson) => [
    ...(m.outOfTime
      ? [
          {
            name: elementName(lesson, m.phaseId, 'flown'),
            verdict: 'not met' as const,
            arithmetic: 'not back over the fix in the time there was'
          }
        ]
      : []),
    {
      name: elementName(lesson, m.phaseId, 'within the limit'),
      verdict: metIf(!beyondLimit),
      arithmetic: `${figure(m.farthest_nm, 1)} NM of ${figure(m.within_nm)} NM${m.rollOutOff === null ? ', never inbound' : `, ${shareOf(m.rollOutOff)} of full scale off as it rolled out inbound`}`
    }
  ],
  findings: sayReversal
};
