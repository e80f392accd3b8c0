import type { Phase } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { column, type Flight, sampleAt } from '../../flight/flight';
import { figure } from '../../measure/figure';
import { type CheckKind, metIf } from './check-kind';

/** How a decision altitude was met. */
export interface DecisionMeasure {
  kind: 'decision';
  phaseId: string;
  altitude_ft: number;
  /** When the decision altitude was passed, or, when the climb began above it, the lowest moment. */
  at_s: number;
  passed: boolean;
  /** How high it was where the path ended, where that was well above the decision altitude, and was gone down from. */
  overEnd_ft?: number;
  /** From the decision altitude to a positive climb; 0 when the climb began above it; null when none came. */
  toClimb_s: number | null;
  lowest_ft: number;
  lowest_s: number;
}

/** A climb begun early is confirmed some seconds after its lowest point. */
const LOWEST_BEFORE_S = 20;
/** Seconds after the decision altitude in which the lowest point is looked for, at the least. */
const LOWEST_WITHIN_S = 30;

function measureDecision(
  flight: Flight,
  phase: Phase,
  span: PhaseSpan,
  altitude_ft: number
): DecisionMeasure | null {
  const altitude = column(flight, 'altitude_ft');
  // Who goes on down has not come to the lowest before the climb.
  const to = sampleAt(flight, Math.max(span.start_s + LOWEST_WITHIN_S, span.end_s));
  let lowest = sampleAt(flight, span.start_s - LOWEST_BEFORE_S);
  for (let k = lowest; k <= to; k++) if (altitude[k]! < altitude[lowest]!) lowest = k;
  // Who never came down has decided something else, and long before.
  if (altitude[lowest]! > altitude_ft + COME_TO_FT) return null;
  const passed = altitude[lowest]! < altitude_ft;
  const end_ft = altitude[sampleAt(flight, span.start_s)]!;
  return {
    kind: 'decision',
    phaseId: phase.id,
    altitude_ft,
    at_s: passed ? span.start_s : lowest / flight.rate_hz,
    passed,
    ...(passed && end_ft > altitude_ft + ABOVE_END_FT ? { overEnd_ft: end_ft } : {}),
    toClimb_s: !passed ? 0 : span.complete ? span.end_s - span.start_s : null,
    lowest_ft: altitude[lowest]!,
    lowest_s: lowest / flight.rate_hz
  };
}

/** Who is so far above the decision altitude where the path ends was not on it. */
const ABOVE_END_FT = 75;
/** Farther above a decision altitude it has not been come to. */
const COME_TO_FT = 400;
/** Leaving the descent higher than this above the decision altitude is early. */
const EARLY_MARGIN_FT = 50;
/** Far above it something else was the matter. */
const MOST_EARLY = 6;

type DecisionFault = 'below' | 'early' | 'late';

/** What a decision was: below counts before late, and early is neither. */
function decisionFault(m: DecisionMeasure, { tolerance }: Lesson): DecisionFault | null {
  const below = m.altitude_ft - m.lowest_ft;
  if (below > tolerance.belowDecision_ft) return 'below';
  if (-below > EARLY_MARGIN_FT) return 'early';
  return m.toClimb_s === null || m.toClimb_s > tolerance.climbWithin_s ? 'late' : null;
}

function sayDecision(m: DecisionMeasure, fault: DecisionFault | null, { tolerance }: Lesson): Finding[] {
  const findings: Finding[] = [];
  const below = m.altitude_ft - m.lowest_ft;
  const lowest = `Lowest ${figure(m.lowest_ft)} ft`;
  const where = { channel: 'altitude_ft', side: 'below' } as const;
  if (fault === 'below') {
    findings.push(
      finding(
        'below-decision-altitude',
        'hard',
        'Below the decision altitude',
        { moment_s: m.lowest_s, start_s: m.at_s, end_s: m.lowest_s },
        `${lowest}, ${figure(below)} ft below ${figure(m.altitude_ft)} ft; ${tolerance.belowDecision_ft} ft allowed while the climb is started.`,
        where
      )
    );
  }
  if (fault === 'early') {
    findings.push(
      finding(
        'early-decision',
        'fault',
        'Climbed away early',
        { moment_s: m.lowest_s },
        `${lowest}, ${figure(-below)} ft above the decision altitude of ${figure(m.altitude_ft)} ft.`,
        {
          channel: 'altitude_ft',
          side: 'above',
          failed: true,
          worth: MOMENT_S * Math.min(MOST_EARLY, -below / EARLY_MARGIN_FT)
        }
      )
    );
  } else if (fault === 'late') {
    const took =
      m.toClimb_s === null ? 'no climb followed' : `it took ${figure(m.toClimb_s, 1)} s to a positive climb`;
    findings.push(
      finding(
        'late-decision',
        'fault',
        'Late to climb away',
        { moment_s: m.at_s, start_s: m.at_s, end_s: m.at_s + (m.toClimb_s ?? 0) },
        `${fromWords(m)} ${took}; ${tolerance.climbWithin_s} s allowed. ${lowest}.`,
        { ...where, failed: true, worth: 4 * MOMENT_S }
      )
    );
  } else if (fault === null && m.overEnd_ft === undefined) {
    findings.push(
      finding(
        'prompt-decision',
        'good',
        'Climbed away at the decision altitude',
        { moment_s: m.at_s },
        m.passed && m.toClimb_s !== null
          ? `${figure(m.toClimb_s, 1)} s from ${figure(m.altitude_ft)} ft to a positive climb. ${lowest}.`
          : `The climb had begun ${isAbove(m) ? 'before' : 'when'} ${figure(m.altitude_ft)} ft was reached. ${lowest}.`,
        { channel: 'altitude_ft' }
      )
    );
  }
  return findings;
}

/** What came of it, as the story of an approach tells it. */
export function decisionStory(m: DecisionMeasure): string {
  const lowest = `lowest ${figure(m.lowest_ft)} ft`;
  if (m.toClimb_s === null) return `No climb followed the minimum of ${figure(m.altitude_ft)} ft; ${lowest}.`;
  const took = `it took ${figure(m.toClimb_s, 1)} s to a climb`;
  if (m.overEnd_ft !== undefined) return `${fromWords(m)} ${took}; ${lowest}.`;
  if (m.toClimb_s === 0 && isAbove(m))
    return `The climb had begun before the minimum of ${figure(m.altitude_ft)} ft; ${lowest}.`;
  return `At the minimum of ${figure(m.altitude_ft)} ft ${m.toClimb_s === 0 ? 'the climb had begun' : took}; ${lowest}.`;
}

/** Never come down to it, by the figures that are said. */
const isAbove = ({ lowest_ft, altitude_ft }: DecisionMeasure) =>
  Math.round(lowest_ft) > Math.round(altitude_ft);

/** From where the climb was due. */
function fromWords({ overEnd_ft, altitude_ft }: DecisionMeasure): string {
  return overEnd_ft === undefined
    ? `From ${figure(altitude_ft)} ft`
    : `From the end of the path, at ${figure(overEnd_ft)} ft,`;
}

export const decision: CheckKind<'decision', DecisionMeasure, DecisionFault | null> = {
  name: 'decision',
  measuredFrom: ['altitude_ft', 'verticalSpeed_fpm'],
  measure: ({ flight, phase, span }, { altitude_ft }) => measureDecision(flight, phase, span, altitude_ft),
  judge: decisionFault,
  elements: (m, fault, { tolerance }) => [
    {
      name: 'Decision',
      verdict: metIf(fault === null),
      arithmetic: `${m.toClimb_s === null ? 'no climb' : `climbing after ${figure(m.toClimb_s, 1)} s`} (${tolerance.climbWithin_s} s), lowest ${figure(m.lowest_ft)} ft (${figure(m.altitude_ft - tolerance.belowDecision_ft)} ft)`
    }
  ],
  findings: sayDecision,
  figures: [
    {
      id: 'decision.lowest',
      name: 'lowest at decision',
      unit: 'ft',
      decimals: 0,
      better: 'zero',
      of: (m) => [m.lowest_ft - m.altitude_ft]
    },
    {
      id: 'decision.toClimb',
      name: 'to climb',
      unit: 's',
      decimals: 1,
      better: 'less',
      of: (m) => (m.toClimb_s === null ? [] : [m.toClimb_s])
    }
  ]
};
