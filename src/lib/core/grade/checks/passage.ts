import { phaseById } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { finding, type Finding } from '../../finding/finding';
import type { Flight } from '../../flight/flight';
import { clock, figure } from '../../measure/figure';
import { type CheckKind, elementName, metIf } from './check-kind';
import { signedFigure } from '../../measure/figure';

/** Whether a fix was called when it was there. */
export interface PassageMeasure {
  kind: 'passage';
  phaseId: string;
  passed_s: number;
  /** Called so long after it, − = before; null: not called. */
  called_s: number | null;
  within_s: number;
}

const CALLED_BEFORE_S = 60;
const CALLED_AFTER_S = 45;

/**
 * How soon the passage of a fix was called; null where the phase did not come to it.
 * @param within_s allowed either way
 */
export function measurePassage(flight: Flight, span: PhaseSpan, within_s: number): PassageMeasure | null {
  if (!span.complete) return null;
  const calls = flight.events
    .filter(
      (e) =>
        e.kind === 'mark' && e.time_s > span.end_s - CALLED_BEFORE_S && e.time_s < span.end_s + CALLED_AFTER_S
    )
    .map((e) => e.time_s - span.end_s)
    .sort((a, b) => Math.abs(a) - Math.abs(b));
  return {
    kind: 'passage',
    phaseId: span.phaseId,
    passed_s: span.end_s,
    called_s: calls[0] ?? null,
    within_s
  };
}

function isCalled(m: PassageMeasure): boolean {
  return m.called_s !== null && Math.abs(m.called_s) <= m.within_s;
}

function sayPassage(m: PassageMeasure, called: boolean, { drill }: Lesson): Finding[] {
  if (called) return [];
  const { called_s } = m;
  const { fix } = phaseById(drill, m.phaseId).reference!;
  return [
    finding(
      'fix-called-late',
      'fault',
      called_s === null ? 'Fix not called' : called_s < 0 ? 'Fix called too soon' : 'Fix called late',
      { moment_s: m.passed_s },
      `${fix} was passed at ${clock(m.passed_s)} and ${called_s === null ? 'not called' : `called ${figure(Math.abs(called_s))} s ${called_s < 0 ? 'before' : 'after'}`}; ${m.within_s} s allowed.`,
      { failed: true }
    )
  ];
}

export const passage: CheckKind<'passage', PassageMeasure, boolean> = {
  name: 'passage',
  measuredFrom: ['passages'],
  measure: ({ flight, span }, { within_s }) => measurePassage(flight, span, within_s),
  judge: isCalled,
  elements: (m, called, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'fix called'),
      verdict: metIf(called),
      arithmetic:
        m.called_s === null ? 'not called' : `${signedFigure(m.called_s)} s from it; ${m.within_s} s allowed`
    }
  ],
  findings: sayPassage,
  figures: [
    {
      id: 'fix.called',
      name: 'fix called off by',
      unit: 's',
      decimals: 0,
      better: 'less',
      of: (m) => (m.called_s === null ? [] : [Math.abs(m.called_s)])
    }
  ]
};
