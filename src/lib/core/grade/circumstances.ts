import { isRough } from '../air/turbulence';
import type { ChannelId } from '../flight/channels';
import type { TimedChange } from '../flight/weather-in-flight';
import { judgedChannels } from '../flight/judged-channels';
import { capital } from '../measure/capital';
import type { Lesson } from '../drill/lesson';
import { areaNames } from '../instrument/scan-area';
import { faultNames } from '../instrument/instrument-fault';
import { clock } from '../measure/figure';
import type { Finding } from '../finding/finding';

/** What a change of the wind does to the flying goes on this long after it. */
const BLOWS_ON_S = 15;
/** What a wind that changes carries an airplane off. */
const BLOWN: readonly (ChannelId | null)[] = [
  'ias_kt',
  'altitude_ft',
  'verticalSpeed_fpm',
  'courseShare',
  'arcError_nm',
  'pathShare'
];

/** What has failed cannot fail again. */
function firstOfEach<Fault extends { kind: string; at_s: number }>(faults: readonly Fault[]): Fault[] {
  return faults.filter(({ kind, at_s }, index) =>
    faults.every(
      (other, n) => other.kind !== kind || other.at_s > at_s || (other.at_s === at_s && n >= index)
    )
  );
}

/** Failures and covers of a lesson, as a debrief names them: `Vacuum failed from 1:30`. */
export function circumstancesOf({ plan, covered, navigation }: Lesson): string[] {
  return [
    ...(isRough(plan.turbulence) ? [`${capital(plan.turbulence)} turbulence`] : []),
    ...covered.map((id) => `${capital(areaNames[id])} covered`),
    ...firstOfEach(plan.faults).map(({ kind, at_s }) => `${capital(faultNames[kind])} from ${clock(at_s)}`),
    ...(navigation?.errors ?? []).map(
      (error) => `${error.station ? `${error.station} ` : ''}${error.kind} from ${clock(error.at_s)}`
    )
  ];
}

/**
 * Findings that fell while an instrument of theirs had failed say so, and excursions that began as the wind was changed: they are told
 * apart from the student’s own faults.
 */
export function underCircumstances(
  lesson: Lesson,
  findings: readonly Finding[],
  changes: readonly TimedChange[]
): Finding[] {
  const isBlown = ({ kind, channel, start_s }: Finding) =>
    kind === 'exceedance' &&
    BLOWN.includes(channel) &&
    changes.some(
      ({ change: { wind, over_s }, at_s }) => wind && start_s >= at_s && start_s <= at_s + over_s + BLOWS_ON_S
    );
  const falsified = lesson.plan.faults.map((fault) => ({
    ...fault,
    channels: judgedChannels({ ...lesson, covered: [], plan: { ...lesson.plan, faults: [fault] } })
  }));
  return findings.map((finding) => {
    const { channel } = finding;
    const fault = falsified.find(
      ({ kind, at_s, channels }) =>
        at_s <= finding.end_s &&
        channel !== null &&
        // The turn needle is judged as shown, and stands still without current.
        (channels.has(channel) || (kind === 'electrical' && channel === 'turnRate_degps'))
    );
    return fault && finding.severity !== 'good'
      ? { ...finding, evidence: `${finding.evidence} With the ${faultNames[fault.kind]}.` }
      : isBlown(finding)
        ? { ...finding, evidence: `${finding.evidence} As the wind was changed.` }
        : finding;
  });
}
