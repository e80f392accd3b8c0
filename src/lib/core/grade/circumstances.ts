import { capital } from '../measure/capital';
import type { Lesson } from '../drill/lesson';
import { areaNames } from '../instrument/scan-area';
import type { FaultKind } from '../instrument/instrument-fault';
import { clock } from '../measure/figure';
import type { Finding } from './finding';

/** What was made harder on purpose: failures and covers the instructor planned. */
const failureNames: Record<FaultKind, string> = {
  'pitot-blocked': 'pitot blocked, drain open',
  'pitot-and-drain-blocked': 'pitot and drain blocked',
  'static-blocked': 'static line blocked',
  vacuum: 'vacuum failed',
  electrical: 'electrical failure'
};

/** The channels a failure takes away or falsifies. */
const FALSIFIES: Record<FaultKind, readonly string[]> = {
  'pitot-blocked': ['ias_kt'],
  'pitot-and-drain-blocked': ['ias_kt'],
  'static-blocked': ['altitude_ft', 'verticalSpeed_fpm', 'ias_kt'],
  vacuum: ['heading_deg', 'bank_deg'],
  electrical: ['turnRate_degps']
};

/** Failures and covers of a lesson, as a debrief names them: `Vacuum failed from 1:30`. */
export function circumstancesOf({ plan, covered, navigation }: Lesson): string[] {
  return [
    ...covered.map((id) => `${capital(areaNames[id])} covered`),
    ...plan.faults.map(({ kind, at_s }) => `${capital(failureNames[kind])} from ${clock(at_s)}`),
    ...(navigation?.errors ?? []).map(
      (error) => `${error.station ? `${error.station} ` : ''}${error.kind} from ${clock(error.at_s)}`
    )
  ];
}

/** Findings that fell while an instrument of theirs had failed say so: they are told apart from the student’s own faults. */
export function underCircumstances({ plan }: Lesson, findings: readonly Finding[]): Finding[] {
  return findings.map((finding) => {
    const fault = plan.faults.find(
      ({ kind, at_s }) => at_s <= finding.end_s && FALSIFIES[kind].includes(finding.channel ?? '')
    );
    return fault && finding.severity !== 'good'
      ? { ...finding, evidence: `${finding.evidence} With the ${failureNames[fault.kind]}.` }
      : finding;
  });
}
