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
  /** Off the path that leads down from there, + above, share of full scale; null: there is none. */
  pathShare: number | null;
  /** How fast it came down there, ft/min; null: not recorded. Older grades do not say. */
  descent_fpm?: number | null;
}

/** So far above it the step was not flown. */
const HIGH_FT = 200;
/** Slower than this nobody comes down on a path. */
const COMES_DOWN_FPM = 200;
/** Within this of the path, or below it, the path takes off what is still to be lost. */
const ON_PATH_SHARE = 0.75;

const isAbove = (m: StepDownMeasure) => m.altitude_ft - m.target_ft > HIGH_FT;

/** Whether a fix was passed above its step because the path was followed from farther out. */
export function cameDownOnPath(m: StepDownMeasure): boolean {
  return (
    isAbove(m) &&
    m.pathShare !== null &&
    Math.abs(m.pathShare) <= ON_PATH_SHARE &&
    (m.descent_fpm ?? 0) >= COMES_DOWN_FPM
  );
}

export const stepDown: CheckKind<'step-down', StepDownMeasure, boolean> = {
  name: 'the altitude a fix was passed at',
  measuredFrom: ['altitude_ft'],
  measure({ flight, phase, span }, { altitude_ft, fix, orPath }) {
    const at = sampleAt(flight, span.start_s);
    const sinking = flight.columns.get('verticalSpeed_fpm')?.[at];
    return {
      kind: 'step-down',
      phaseId: phase.id,
      passed_s: span.start_s,
      altitude_ft: column(flight, 'altitude_ft')[at]!,
      target_ft: altitude_ft,
      fix,
      pathShare: orPath ? (flight.columns.get('pathShare')?.[at] ?? null) : null,
      descent_fpm: sinking === undefined ? null : -sinking
    };
  },
  judge: (m) => isAbove(m) && (m.pathShare === null || m.pathShare > ON_PATH_SHARE),
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
