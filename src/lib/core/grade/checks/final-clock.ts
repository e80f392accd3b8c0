import type { Flight } from '../../flight/flight';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { clock, figure, signedFigure } from '../../measure/figure';
import { type CheckKind, metIf } from './check-kind';

/** Whether the clock was started at the final fix, where the time tells the missed approach point. */
export interface FinalClockMeasure {
  kind: 'final-clock';
  phaseId: string;
  passed_s: number;
  /** After the fix, − = before; null: not started. */
  started_s: number | null;
  within_s: number;
  fix: string;
}

/** A start farther from the fix than a minute belongs to something else. */
const LOOKS_S = 60;

/** When the clock was started about a passage, s after it, − = before; null: not within a minute of it. */
export function clockStarted(flight: Flight, passed_s: number): number | null {
  const starts = flight.events
    .filter(({ kind, time_s }) => kind === 'timer' && Math.abs(time_s - passed_s) < LOOKS_S)
    .filter((event) => 'detail' in event && event.detail === 'start')
    .map(({ time_s }) => time_s - passed_s)
    .sort((a, b) => Math.abs(a) - Math.abs(b));
  return starts[0] ?? null;
}

const isStarted = (m: FinalClockMeasure) => m.started_s !== null && Math.abs(m.started_s) <= m.within_s;

export const finalClock: CheckKind<'final-clock', FinalClockMeasure, boolean> = {
  name: 'clock at the final fix',
  measuredFrom: [],
  measure({ flight, phase, span }, { within_s, fix }) {
    return {
      kind: 'final-clock',
      phaseId: phase.id,
      passed_s: span.start_s,
      started_s: clockStarted(flight, span.start_s),
      within_s,
      fix
    };
  },
  judge: isStarted,
  elements: (m, started) => [
    {
      name: 'Clock at the final fix',
      verdict: metIf(started),
      arithmetic:
        m.started_s === null
          ? 'not started within a minute of it'
          : `started ${signedFigure(m.started_s)} s from it; ${m.within_s} s allowed`
    }
  ],
  findings: (m, started): Finding[] =>
    started
      ? []
      : [
          finding(
            'no-final-clock',
            'fault',
            m.started_s === null
              ? 'The clock was not started at the final fix'
              : 'The clock was not started on time',
            { moment_s: m.passed_s },
            m.started_s === null
              ? `${m.fix} was passed at ${clock(m.passed_s)} and the clock was not started within a minute of it: the missed approach point is told by time here.`
              : `Started ${figure(Math.abs(m.started_s))} s ${m.started_s < 0 ? 'before' : 'after'} ${m.fix}; ${m.within_s} s allowed.`,
            { failed: true, worth: 2 * MOMENT_S }
          )
        ]
};
