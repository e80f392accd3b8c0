import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { column, sampleAt } from '../../flight/flight';
import { clock, figure } from '../../measure/figure';
import { type CheckKind } from './check-kind';

/** How high a fix was passed that one comes down before. */
export interface StepDownMeasure {
  kind: 'step-down';
  phaseId: string;
  passed_s: number;
  /** As the altimeter showed it. */
  altitude_ft: number;
  /** What may be flown down to before the fix. */
  target_ft: number;
  fix: string;
}

/** So far above it the step was not flown. */
const HIGH_FT = 200;

export const stepDown: CheckKind<'step-down', StepDownMeasure, boolean> = {
  name: 'the altitude a fix was passed at',
  measuredFrom: ['altitude_ft'],
  measure({ flight, phase, span }, { altitude_ft, fix }) {
    return {
      kind: 'step-down',
      phaseId: phase.id,
      passed_s: span.start_s,
      altitude_ft: column(flight, 'altitude_ft')[sampleAt(flight, span.start_s)]!,
      target_ft: altitude_ft,
      fix
    };
  },
  judge: (m) => m.altitude_ft - m.target_ft > HIGH_FT,
  // How well the step itself was flown its own phases say.
  elements: (m, high) =>
    high
      ? [
          {
            name: `Down before ${m.fix}`,
            verdict: 'not met',
            arithmetic: `passed at ${figure(m.altitude_ft)} ft, ${figure(m.altitude_ft - m.target_ft)} ft above ${figure(m.target_ft)} ft`
          }
        ]
      : [],
  findings: (m, high): Finding[] =>
    high
      ? [
          finding(
            'high-at-fix',
            'fault',
            `High at ${m.fix}`,
            { moment_s: m.passed_s },
            `${m.fix} was passed at ${clock(m.passed_s)} at ${figure(m.altitude_ft)} ft, ${figure(m.altitude_ft - m.target_ft)} ft above the ${figure(m.target_ft)} ft that may be flown before it: all of it is still to be lost, on top of the next descent.`,
            { channel: 'altitude_ft', side: 'above', failed: true, worth: 3 * MOMENT_S }
          )
        ]
      : []
};
