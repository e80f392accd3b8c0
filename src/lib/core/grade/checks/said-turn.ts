import { finding, MOMENT_S } from '../../finding/finding';
import { column, sampleAt } from '../../flight/flight';
import { turnFromTo } from '../../measure/angle';
import { figure, heading } from '../../measure/figure';
import { type CheckKind, elementName, metIf } from './check-kind';
import { firstTurn } from './first-turn';
import { TURN_DEG } from './to-fix';

/** Which way a heading was turned to that an instructor gave with its turn. */
export interface SaidTurnMeasure {
  kind: 'said-turn';
  phaseId: string;
  heading_deg: number;
  turn: 'left' | 'right';
  made: 'left' | 'right';
  /** How far off the nose it was as it was said, the shorter way, + = to the right. */
  off_deg: number;
  start_s: number;
  end_s: number;
}

/** To hear it, answer, and take out the bank of another turn. */
const HEARD_S = 10;

export const saidTurn: CheckKind<'said-turn', SaidTurnMeasure, boolean> = {
  name: 'turn the way that was said',
  measuredFrom: ['heading_deg', 'bank_deg'],
  measure({ flight, phase, span }, { turn }) {
    const { lateral } = phase.goal;
    if (lateral.kind !== 'heading') return null;
    const headings = column(flight, 'heading_deg');
    const bank = column(flight, 'bank_deg');
    const off_deg = turnFromTo(headings[sampleAt(flight, span.start_s)]!, lateral.heading_deg);
    const { way } = firstTurn(
      { headingOff: (k) => headings[k]!, bank: (k) => bank[k]! },
      sampleAt(flight, span.start_s + HEARD_S),
      sampleAt(flight, span.end_s)
    );
    // Close by, it is as well a turn past it: nobody can tell.
    if (way === null || Math.abs(off_deg) < TURN_DEG) return null;
    const { heading_deg } = lateral;
    return {
      kind: 'said-turn',
      phaseId: phase.id,
      heading_deg,
      turn,
      made: way,
      off_deg,
      start_s: span.start_s,
      end_s: span.end_s
    };
  },
  judge: ({ turn, made }) => made === turn,
  elements: (m, met, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'way of the turn'),
      verdict: metIf(met),
      arithmetic: `${heading(m.heading_deg)} ${figure(Math.abs(m.off_deg))}° to the ${m.off_deg > 0 ? 'right' : 'left'} of the nose; turned ${m.made}, ${m.turn} was said`
    }
  ],
  findings: (m, met) =>
    met
      ? []
      : [
          finding(
            'other-turn-than-said',
            'fault',
            `Turned ${m.made}, not ${m.turn}, to ${heading(m.heading_deg)}`,
            { moment_s: m.start_s + HEARD_S, start_s: m.start_s, end_s: m.end_s },
            `A ${m.turn} turn was said; the turn went ${m.made}.`,
            { channel: 'bank_deg', failed: true, worth: 5 * MOMENT_S }
          )
        ]
};
