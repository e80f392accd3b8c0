import { phaseById } from '../../drill/drill';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { column } from '../../flight/flight';
import { turnFromTo } from '../../measure/angle';
import { clock, figure } from '../../measure/figure';
import { type CheckKind, elementName, metIf } from './check-kind';
import { readByCourse } from './course-reading';
import { firstTurn } from './first-turn';

/** How the airplane was turned to a fix. */
export interface ToFixMeasure {
  kind: 'to-fix';
  phaseId: string;
  fix: string;
  /** Of a missed approach, where only the published way is known to be clear. */
  isMissed: boolean;
  start_s: number;
  end_s: number;
  /** How far the fix lay off the nose as it began, degrees; the turn asked for, null: the shorter. */
  off_deg: number;
  turn: 'left' | 'right' | null;
  /** The way round that was taken; null: no turn was made that tells. */
  made: 'left' | 'right' | null;
  /** From the beginning to the turn, and to a track that leads to the fix, s; null: not. */
  begun_s: number | null;
  toward_s: number | null;
  /** How far it was as it began, and as a track first led there, or at the end. */
  from_nm: number;
  to_nm: number;
}

/** A track leads to a fix within this angle of it. */
const TOWARD_DEG = 30;
/** Farther off the nose than this there is a turn to speak of. */
export const TURN_DEG = 45;
/** A turn to a fix is begun within this; who has not after so long does not turn at all, and who turns leads somewhere else. */
const BEGUN_WITHIN_S = 20;
const NEVER_BEGUN_S = 60;
const LATEST_TOWARD_S = 180;

type ToFixFault = 'not-headed-for-fix' | 'wrong-way-round' | 'turned-late';

function faultsOf(m: ToFixMeasure): ToFixFault[] {
  if (Math.abs(m.off_deg) < TURN_DEG) return [];
  const flown_s = m.end_s - m.start_s;
  const never =
    m.toward_s === null
      ? flown_s >= (m.begun_s === null ? NEVER_BEGUN_S : LATEST_TOWARD_S)
      : m.toward_s > LATEST_TOWARD_S && m.begun_s! <= BEGUN_WITHIN_S;
  const wrong = m.turn !== null && m.made !== null && m.made !== m.turn;
  return [
    ...(never ? (['not-headed-for-fix'] as const) : []),
    ...(wrong ? (['wrong-way-round'] as const) : []),
    ...(!never && m.begun_s !== null && m.begun_s > BEGUN_WITHIN_S ? (['turned-late'] as const) : [])
  ];
}

function say(m: ToFixMeasure, fault: ToFixFault): Finding {
  const severity = m.isMissed ? 'hard' : 'fault';
  const stretch = { moment_s: m.start_s, start_s: m.start_s, end_s: m.end_s };
  switch (fault) {
    case 'not-headed-for-fix':
      return finding(
        fault,
        severity,
        m.toward_s === null ? `Never headed for ${m.fix}` : `Headed late for ${m.fix}`,
        stretch,
        `For ${clock(m.toward_s ?? m.end_s - m.start_s)} from ${clock(m.start_s)} on ${m.begun_s === null ? 'no turn was made' : 'no track led'} toward ${m.fix}: ${figure(m.from_nm, 1)} NM away at first, ${figure(m.to_nm, 1)} NM ${m.toward_s === null ? 'at the end' : 'by then'}.`,
        { channel: 'heading_deg', failed: true, worth: 6 * MOMENT_S }
      );
    case 'wrong-way-round':
      return finding(
        fault,
        severity,
        `Turned ${m.made}, not ${m.turn}, to ${m.fix}`,
        stretch,
        `A ${m.turn} turn was asked for; the first went ${m.made}.`,
        { channel: 'bank_deg', failed: true, worth: 5 * MOMENT_S }
      );
    case 'turned-late':
      return finding(
        fault,
        'fault',
        `Turned late to ${m.fix}`,
        { moment_s: m.start_s + m.begun_s! },
        `The turn began ${figure(m.begun_s!)} s after it was due; ${BEGUN_WITHIN_S} s allowed.`,
        { channel: 'heading_deg', worth: m.begun_s! }
      );
  }
}

export const toFix: CheckKind<'to-fix', ToFixMeasure, ToFixFault[]> = {
  name: 'turn to the fix',
  measuredFrom: ['heading_deg', 'track_deg', 'bank_deg', 'fixDistance_nm', 'fixRadial_deg'],
  measure({ flight, lesson, phase, span, spans }) {
    const { lateral } = phase.goal;
    if (lateral.kind !== 'direct' || !phase.reference) return null;
    // What leads on to the same fix belongs to it: the climb ends where it ends, in the turn or after it.
    let last = spans.indexOf(span);
    const leadsOn = (index: number) => {
      const next = spans[index] && phaseById(lesson.drill, spans[index].phaseId);
      return next?.goal.lateral.kind === 'direct' && next.reference?.fix === phase.reference!.fix;
    };
    while (leadsOn(last + 1)) last += 1;
    const reading = readByCourse(flight, lesson, span, 0);
    const radial = column(flight, 'fixRadial_deg');
    // At the sample in which a phase begins the fix of the one before still stands.
    const from = Math.min(flight.length - 1, reading.sample(span.start_s) + 1);
    const to = Math.max(from, reading.sample(spans[last]!.end_s) - 1);
    const off = (k: number, of: (k: number) => number) => turnFromTo(of(k), radial[k]! + 180);
    const turn = firstTurn(reading, from, to);
    let toward = from;
    while (toward <= to && Math.abs(off(toward, reading.trackOff)) > TOWARD_DEG) toward += 1;
    return {
      kind: 'to-fix',
      phaseId: phase.id,
      fix: phase.reference.fix,
      isMissed: phase.segment === 'missed',
      start_s: reading.time(from),
      end_s: reading.time(to),
      off_deg: off(from, reading.headingOff),
      turn: lateral.turn,
      made: turn.way,
      begun_s: turn.begun === null ? null : reading.time(turn.begun - from),
      toward_s: toward > to ? null : reading.time(toward - from),
      from_nm: reading.fixDistance(from),
      to_nm: reading.fixDistance(Math.min(toward, to))
    };
  },
  judge: faultsOf,
  elements: (m, faults, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'turn to the fix'),
      verdict:
        faults.length === 1 && faults[0] === 'turned-late'
          ? 'met with prompt correction'
          : metIf(faults.length === 0),
      arithmetic: `${m.fix} ${figure(Math.abs(m.off_deg))}° off the nose, ${
        m.begun_s === null ? 'no turn' : `turned ${m.made ?? 'to it'} after ${figure(m.begun_s)} s`
      }${m.toward_s === null ? '' : `, on the way there after ${figure(m.toward_s)} s`}`
    }
  ],
  findings: (m, faults) => faults.map((fault) => say(m, fault))
};
