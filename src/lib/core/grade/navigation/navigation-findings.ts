import { phaseById } from '../../drill/drill';
import { capital } from '../../measure/capital';
import { clock, figure, heading } from '../../measure/figure';
import type { Lesson } from '../../drill/lesson';
import { MOMENT_S, finding, type Finding } from '../finding';
import { needleWords, shareOf } from '../quantity-words';
import type { ArcMeasure } from './arc-measure';
import type { TrackingMeasure } from './tracking-measure';
import type { InterceptMeasure } from './intercept-measure';
import type { PassageMeasure, ReversalMeasure, StationTimeMeasure } from './fix-measure';
import { holdFindings, leftHoldFindings } from './hold-findings';
import type { HoldMeasure, LeftHoldMeasure } from './hold-measure';
import {
  OVERSHOOT_SHARE,
  arcAllowed_nm,
  arcVerdict,
  interceptVerdict,
  isBeyondLimit,
  isCalled,
  setUpFaults,
  stationTimeRight
} from './navigation-verdict';
import type { SetUpMeasure } from './set-up-measure';
import { trackingFindings } from './tracking-findings';

/** One of the drill's checks of radio navigation, measured. */
export type NavigationMeasure =
  | SetUpMeasure
  | InterceptMeasure
  | TrackingMeasure
  | PassageMeasure
  | ArcMeasure
  | HoldMeasure
  | LeftHoldMeasure
  | ReversalMeasure
  | StationTimeMeasure;

export function navigationFindings(lesson: Lesson, m: NavigationMeasure): Finding[] {
  switch (m.kind) {
    case 'set-up':
      return saySetUp(m);
    case 'intercept':
      return sayIntercept(m);
    case 'tracking':
      return trackingFindings(m);
    case 'passage':
      return sayPassage(lesson, m);
    case 'arc':
      return sayArc(lesson, m);
    case 'hold':
      return holdFindings(m);
    case 'left-hold':
      return leftHoldFindings(m);
    case 'reversal':
      return sayReversal(m);
    case 'station-time':
      return sayStationTime(m);
  }
}

function sayReversal(m: ReversalMeasure): Finding[] {
  const found: Finding[] = [];
  if (isBeyondLimit(m))
    found.push(
      finding(
        'beyond-limit',
        'hard',
        'Beyond the limit of the course reversal',
        { moment_s: m.farthest_s },
        `${figure(m.farthest_nm, 1)} NM from the fix, ${figure(m.within_nm)} NM allowed.`,
        { channel: 'fixDistance_nm', worth: 10 * MOMENT_S }
      )
    );
  if (m.outOfTime)
    found.push(
      finding(
        'not-back-over-fix',
        'fault',
        'Not back over the fix',
        { moment_s: m.end_s },
        `Time was up before the fix was passed inbound${m.rollOut_s === null ? '; the inbound course was never turned to' : ''}.`,
        { failed: true, worth: 10 * MOMENT_S }
      )
    );
  return found;
}

function saySetUp(m: SetUpMeasure): Finding[] {
  const at = { moment_s: m.at_s };
  const faults = setUpFaults(m);
  const failed = { failed: true, worth: 4 * MOMENT_S };
  if (faults.length === 0)
    return [
      finding(
        'radios-ready',
        'good',
        'Radios ready in time',
        at,
        `${m.asked} tuned${m.identified ? ', identified' : ''}, course and source set.`
      )
    ];
  return faults.map((fault) => {
    switch (fault) {
      case 'not-tuned':
        return finding(
          fault,
          'fault',
          'Wrong station tuned',
          at,
          `${m.set} was set; ${m.asked} was asked for.`,
          failed
        );
      case 'not-identified':
        return finding(
          fault,
          'fault',
          'Station not identified',
          at,
          `${m.asked} was tuned, but its ident was never listened to all the way through.`,
          failed
        );
      case 'wrong-course':
        return finding(
          fault,
          'fault',
          'Wrong course set',
          at,
          `The course selected was ${figure(Math.abs(m.courseError_deg!))}° ${m.courseError_deg! > 0 ? 'more' : 'less'} than the one to be flown.`,
          { channel: 'course_deg', ...failed }
        );
      case 'wrong-source':
        return finding(
          fault,
          'fault',
          'Needle fed by the wrong source',
          at,
          `The needle was fed by ${m.source}; ${m.radio} has the station.`,
          { channel: 'needleSource', ...failed }
        );
    }
  });
}

function sayIntercept(m: InterceptMeasure): Finding[] {
  const verdict = interceptVerdict(m);
  if (m.established_s === null)
    return [
      finding(
        'not-established',
        'fault',
        `Never established on ${heading(m.course_deg)}`,
        { moment_s: m.overshoot_s },
        `Not within half of full scale by the end of the phase; ${m.angle_deg === null ? 'no intercept heading was held' : `flown at ${figure(m.angle_deg)}° to the course`}.`,
        { channel: 'offCourse', failed: true, worth: 5 * MOMENT_S }
      )
    ];
  if (verdict === 'met') return [];
  return [
    finding(
      'intercept-overshoot',
      'fault',
      `Went through the ${heading(m.course_deg)} course`,
      { moment_s: m.overshoot_s },
      `${capital(needleWords(m.overshoot))} beyond it (${shareOf(OVERSHOOT_SHARE)} allowed), joining at ${figure(m.angle_deg!)}°.`,
      {
        channel: 'offCourse',
        failed: verdict === 'not met',
        worth: (MOMENT_S * m.overshoot) / OVERSHOOT_SHARE
      }
    )
  ];
}

function sayPassage({ drill }: Lesson, m: PassageMeasure): Finding[] {
  if (isCalled(m)) return [];
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

function sayArc(lesson: Lesson, m: ArcMeasure): Finding[] {
  if (arcVerdict(lesson, m) === 'met') return [];
  const worst = Math.max(m.inside_nm, m.outside_nm);
  const side = m.outside_nm >= m.inside_nm ? 'outside' : 'inside';
  const turns =
    m.degreesATurn === null ? 'no turns along it' : `one turn every ${figure(m.degreesATurn)}° of it`;
  return [
    finding(
      'arc-off',
      'fault',
      m.joined_s === null ? 'Arc never joined' : `Off the arc, ${side}`,
      { moment_s: m.worst_s, start_s: m.from_s, end_s: m.to_s },
      `Up to ${figure(worst, 1)} NM ${side} the ${figure(m.radius_nm)} NM arc (${figure(arcAllowed_nm(lesson), 1)} NM allowed); ${turns}.`,
      {
        channel: 'offCourse',
        side: side === 'outside' ? 'above' : 'below',
        failed: true,
        worth: (MOMENT_S * 4 * worst) / arcAllowed_nm(lesson)
      }
    )
  ];
}

function sayStationTime(m: StationTimeMeasure): Finding[] {
  if (stationTimeRight(m)) return [];
  const { answered_min, due_min } = m;
  return [
    finding(
      'station-time-off',
      'fault',
      answered_min === null ? 'Time to the station not worked out' : 'Time to the station wrong',
      { moment_s: m.at_s },
      `${answered_min === null ? 'No answer' : `${figure(answered_min, 1)} min`}; the bearing moved by ${figure(m.change_deg)}°, which makes ${figure(due_min!, 1)} min.`,
      { failed: true }
    )
  ];
}
