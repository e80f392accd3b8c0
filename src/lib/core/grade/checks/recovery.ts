import type { Lesson } from '../../drill/lesson';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import type { Verdict } from '../../finding/verdict';
import { figure } from '../../measure/figure';
import { byError } from './by-error';
import type { RecoveryMeasure } from './recovery-measure';
import { type CheckKind, elementName } from './check-kind';
import { measureRecovery } from './recovery-measure';

/** A recovery that has not begun by now is slow. */
const SLOW_RECOVERY_S = 3;

function recoveryVerdict(m: RecoveryMeasure): Verdict {
  if (m.stalledAgain_s !== null || m.overspeed_s !== null || !m.rightOrder || m.firstInput_s === null)
    return 'not met';
  return byError(m.firstInput_s, SLOW_RECOVERY_S);
}

/** What was never done, where that is what the order lacks. */
function leftOut(m: RecoveryMeasure): string {
  if (m.power_s === null) return m.attitude === 'nose high' ? ', no full power' : ', power not at idle';
  return m.attitude === 'nose high' && m.nose_s === null ? ', nose not lowered' : '';
}

function sayRecovery(m: RecoveryMeasure, verdict: Verdict, { aircraft }: Lesson): Finding[] {
  const findings: Finding[] = [];
  const at = { moment_s: m.start_s, start_s: m.start_s, end_s: m.end_s };
  const inputs = (
    [
      ['power', m.power_s],
      ['wings level', m.wingsLevel_s === 0 ? null : m.wingsLevel_s],
      [m.attitude === 'nose high' ? 'nose down' : 'nose up', m.nose_s]
    ] as const
  )
    .filter((input): input is readonly [(typeof input)[0], number] => input[1] !== null)
    .sort((a, b) => a[1] - b[1])
    .map(([name, seconds]) => `${name} at ${figure(seconds, 1)} s`)
    .join(', ');
  const cost = `${figure(m.altitudeChange_ft)} ft ${m.attitude === 'nose high' ? 'gained' : 'lost'}, at most ${figure(m.peakSpeed_kt)} kt and ${figure(m.peakLoad_g, 1)} g`;
  const start = `${m.attitude === 'nose high' ? 'Nose high' : 'Nose low'}, pitch ${figure(m.pitch_deg)}°, bank ${figure(Math.abs(m.bank_deg))}°`;
  const slow = m.firstInput_s === null || m.firstInput_s > SLOW_RECOVERY_S;
  if (slow) {
    findings.push(
      finding(
        'slow-recovery',
        'fault',
        'Slow to recover',
        at,
        `${start}: ${m.firstInput_s === null ? 'no input the right way' : `first input the right way after ${figure(m.firstInput_s, 1)} s`}; ${SLOW_RECOVERY_S} s allowed. ${cost}.`,
        { failed: verdict === 'not met', worth: 4 * MOMENT_S }
      )
    );
  }
  if (!m.rightOrder) {
    findings.push(
      finding(
        'wrong-order',
        'fault',
        'Recovered in the wrong order',
        at,
        `${start}: ${inputs === '' ? 'nothing done' : inputs + leftOut(m)}. ${cost}.`,
        { failed: true, worth: 5 * MOMENT_S }
      )
    );
  }
  if (m.stalledAgain_s !== null) {
    findings.push(
      finding(
        'secondary-stall',
        'hard',
        'Stalled in the recovery',
        { moment_s: m.stalledAgain_s },
        `The wing stalled${m.handedOverStalled === false ? '' : ' again'} ${figure(m.stalledAgain_s - m.start_s, 1)} s after the hand-over.`
      )
    );
  }
  if (m.overspeed_s !== null) {
    findings.push(
      finding(
        'overspeed',
        'hard',
        'Above the never-exceed speed',
        { moment_s: m.overspeed_s },
        `${figure(m.peakSpeed_kt)} kt; the limit is ${aircraft.speeds.neverExceed_kt} kt.`,
        { channel: 'ias_kt', side: 'above' }
      )
    );
  }
  if (findings.length === 0) {
    findings.push(
      finding('clean-recovery', 'good', 'Recovered in order', at, `${start}: ${inputs}. ${cost}.`)
    );
  }
  return findings;
}

export const recovery: CheckKind<'recovery', RecoveryMeasure, Verdict> = {
  name: 'recovery',
  measuredFrom: [
    'pitch_deg',
    'bank_deg',
    'throttle',
    'elevator',
    'aileron',
    'trueAltitude_ft',
    'ias_kt',
    'loadFactor',
    'angleOfAttack_deg'
  ],
  measure: ({ flight, lesson, span }) => measureRecovery(flight, lesson.aircraft, span),
  judge: recoveryVerdict,
  elements: (m, verdict, lesson) => [
    {
      name: elementName(lesson, m.phaseId, m.attitude),
      verdict,
      arithmetic: `first input after ${m.firstInput_s === null ? '–' : figure(m.firstInput_s, 1)} s (${SLOW_RECOVERY_S} s), order ${m.rightOrder ? 'right' : 'wrong'}, ${figure(m.altitudeChange_ft)} ft, ${figure(m.peakLoad_g, 1)} g`
    }
  ],
  findings: sayRecovery,
  figures: [
    {
      id: 'recovery.first',
      name: 'first input',
      unit: 's',
      decimals: 1,
      better: 'less',
      of: (m) => (m.firstInput_s === null ? [] : [m.firstInput_s])
    },
    {
      id: 'recovery.altitude',
      name: 'altitude in recovery',
      unit: 'ft',
      decimals: 0,
      better: 'less',
      of: (m) => [m.altitudeChange_ft]
    }
  ]
};
