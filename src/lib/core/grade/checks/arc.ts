import type { NavigationGoal } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import type { Verdict } from '../../finding/verdict';
import { column, type Flight } from '../../flight/flight';
import { normaliseSigned } from '../../measure/angle';
import { figure } from '../../measure/figure';
import { readByCourse } from './course-reading';
import { BY_COURSE, type CheckKind, elementName } from './check-kind';

/** How an arc was flown. Distances less the radius, NM; + = outside. */
export interface ArcMeasure {
  kind: 'arc';
  phaseId: string;
  radius_nm: number;
  from_s: number;
  to_s: number;
  /** From the beginning of the turn onto it to within `JOINED_NM` for good. */
  joined_s: number | null;
  rms_nm: number;
  inside_nm: number;
  outside_nm: number;
  worst_s: number;
  /** Turns along the arc, and the degrees of radial between them; nothing where it was one shallow bank. */
  turns: number;
  degreesATurn: number | null;
  shareTurning: number;
}

const JOINED_NM = 0.5;
const JOINED_FOR_S = 10;
const TURNING_DEG = 6;
const LEAST_TURN_S = 1.5;
/** Banked from side to side oftener than this nobody steps round an arc: the air does it, or the hands. */
const LEAST_DEGREES_A_TURN = 3;

/** null when the arc was never reached. */
export function measureArc(
  flight: Flight,
  lesson: Lesson,
  goal: Extract<NavigationGoal, { kind: 'arc' }>,
  span: PhaseSpan
): ArcMeasure | null {
  const reading = readByCourse(flight, lesson, span, 0);
  const error = column(flight, 'arcError_nm');
  const off_nm = (k: number) => error[k]!;
  const start = reading.sample(span.start_s) + 1;
  const to = reading.sample(span.end_s);
  let from = start;
  let within = 0;
  for (let k = start; k <= to; k++) {
    within = Math.abs(off_nm(k)) <= JOINED_NM ? within + 1 : 0;
    if (within >= JOINED_FOR_S * reading.rate_hz) {
      from = k - within + 1;
      break;
    }
  }
  const joined = within > 0;
  if (!joined) from = Math.min(to, start + 60 * reading.rate_hz);
  if (to - from < 20 * reading.rate_hz) return null;
  const radial = column(flight, 'fixRadial_deg');
  let squares = 0;
  let worst = from;
  let inside = 0;
  let outside = 0;
  let turning = 0;
  let turns = 0;
  let banked = 0;
  for (let k = from; k <= to; k++) {
    const off = off_nm(k);
    squares += off * off;
    inside = Math.max(inside, -off);
    outside = Math.max(outside, off);
    if (Math.abs(off) > Math.abs(off_nm(worst))) worst = k;
    if (Math.abs(reading.bank(k)) > TURNING_DEG) {
      turning += 1;
      banked += 1;
    } else {
      if (banked >= LEAST_TURN_S * reading.rate_hz) turns += 1;
      banked = 0;
    }
  }
  const round = Math.abs(normaliseSigned(radial[to]! - radial[from]!));
  return {
    kind: 'arc',
    phaseId: span.phaseId,
    radius_nm: goal.radius_nm,
    from_s: reading.time(from),
    to_s: reading.time(to),
    joined_s: joined ? reading.time(from) - span.start_s : null,
    rms_nm: Math.sqrt(squares / (to - from + 1)),
    inside_nm: inside,
    outside_nm: outside,
    worst_s: reading.time(worst),
    turns,
    degreesATurn: turns > 0 ? round / turns : null,
    shareTurning: turning / (to - from + 1)
  };
}

function arcAllowed_nm({ tolerance }: Lesson): number {
  return tolerance.arc_nm ?? 1;
}

function arcVerdict(m: ArcMeasure, lesson: Lesson): Verdict {
  return Math.max(m.inside_nm, m.outside_nm) <= arcAllowed_nm(lesson) && m.joined_s !== null
    ? 'met'
    : 'not met';
}

function sayArc(m: ArcMeasure, verdict: Verdict, lesson: Lesson): Finding[] {
  if (verdict === 'met') return [];
  const worst = Math.max(m.inside_nm, m.outside_nm);
  const side = m.outside_nm >= m.inside_nm ? 'outside' : 'inside';
  const turns =
    m.degreesATurn === null
      ? '; no turns along it'
      : m.degreesATurn < LEAST_DEGREES_A_TURN
        ? ''
        : `; one turn every ${figure(m.degreesATurn)}° of it`;
  return [
    finding(
      'arc-off',
      'fault',
      m.joined_s === null ? 'Arc never joined' : `Off the arc, ${side}`,
      { moment_s: m.worst_s, start_s: m.from_s, end_s: m.to_s },
      `Up to ${figure(worst, 1)} NM ${side} the ${figure(m.radius_nm)} NM arc (${figure(arcAllowed_nm(lesson), 1)} NM allowed)${turns}.`,
      {
        channel: 'arcError_nm',
        side: side === 'outside' ? 'above' : 'below',
        failed: true,
        worth: (MOMENT_S * 4 * worst) / arcAllowed_nm(lesson)
      }
    )
  ];
}

export const arc: CheckKind<'arc', ArcMeasure, Verdict> = {
  name: 'arc',
  measuredFrom: [...BY_COURSE, 'arcError_nm', 'fixRadial_deg'],
  measure: ({ flight, lesson, phase, span }) =>
    phase.goal.lateral.kind === 'arc' ? measureArc(flight, lesson, phase.goal.lateral, span) : null,
  judge: arcVerdict,
  elements: (m, verdict, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'kept'),
      verdict,
      arithmetic: `RMS ${figure(m.rms_nm, 2)} NM, at most ${figure(m.inside_nm, 1)} NM inside and ${figure(m.outside_nm, 1)} NM outside (${arcAllowed_nm(lesson)} NM allowed)${m.joined_s === null ? ', never joined' : `, joined after ${figure(m.joined_s)} s`}`
    }
  ],
  findings: sayArc,
  figures: [
    {
      id: 'arc.rms',
      name: 'off the arc, RMS',
      unit: 'NM',
      decimals: 2,
      better: 'less',
      of: (m) => [m.rms_nm]
    }
  ]
};
