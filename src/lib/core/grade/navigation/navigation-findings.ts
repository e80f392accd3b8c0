import { clock, figure, heading, percent, signedFigure } from '../../measure/figure';
import type { Lesson } from '../../drill/lesson';
import { finding, type Finding } from '../finding';
import type { ArcMeasure } from './arc-measure';
import type { InterceptMeasure, TrackingMeasure } from './course-measure';
import type { PassageMeasure, ReversalMeasure, StationTimeMeasure } from './fix-measure';
import { holdFindings, leftHoldFindings } from './hold-findings';
import type { HoldMeasure, LeftHoldMeasure } from './hold-measure';
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

/** Courses may be set this far off. */
export const COURSE_SET_WITHIN_DEG = 5;
/** Through a course by no more than half of full scale. */
export const OVERSHOOT_SHARE = 0.5;
/** A heading this far from the course was flown to meet it. */
const LEAST_INTERCEPT_DEG = 10;
/** A course reversal may go this far beyond its limit before it counts, NM: receivers show tenths. */
const LIMIT_SLACK_NM = 0.1;
export const STATION_TIME_SHARE = 0.2;

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
  if (m.farthest_nm > m.within_nm + LIMIT_SLACK_NM)
    found.push(
      finding(
        'beyond-limit',
        'hard',
        'Beyond the limit of the course reversal',
        { moment_s: m.farthest_s },
        `${figure(m.farthest_nm, 1)} NM from the fix, ${figure(m.within_nm)} NM allowed.`,
        { channel: 'fixDistance_nm' }
      )
    );
  if (m.outOfTime)
    found.push(
      finding(
        'not-back-over-fix',
        'fault',
        'Not back over the fix',
        { moment_s: m.end_s },
        `The time was over before the fix was passed inbound${m.rollOut_s === null ? '; the inbound course was never turned to' : ''}.`
      )
    );
  return found;
}

function saySetUp(m: SetUpMeasure): Finding[] {
  const at = { moment_s: m.at_s };
  const found: Finding[] = [];
  if (!m.tuned)
    found.push(finding('not-tuned', 'fault', 'Wrong station', at, `${m.set} was set, ${m.asked} asked for.`));
  else if (m.identified === false)
    found.push(
      finding(
        'not-identified',
        'fault',
        'Not identified',
        at,
        `${m.asked} was tuned and its ident never listened to once through.`
      )
    );
  if (m.tuned && m.courseError_deg !== null && Math.abs(m.courseError_deg) > COURSE_SET_WITHIN_DEG)
    found.push(
      finding(
        'wrong-course',
        'fault',
        'Wrong course set',
        at,
        `The course selected was ${signedFigure(m.courseError_deg)}° off the one to be flown.`,
        {
          channel: 'course_deg'
        }
      )
    );
  if (m.tuned && !m.sourceRight)
    found.push(
      finding(
        'wrong-source',
        'fault',
        'Needle fed by the wrong source',
        at,
        `The needle was fed by ${m.source}; ${m.radio} has the station.`,
        {
          channel: 'needleSource'
        }
      )
    );
  return found.length > 0
    ? found
    : [
        finding(
          'radios-ready',
          'good',
          'Radios ready in time',
          at,
          `${m.asked} tuned${m.identified ? ', identified' : ''}, course and source set.`
        )
      ];
}

function sayIntercept(m: InterceptMeasure): Finding[] {
  if (m.established_s === null)
    return [
      finding(
        'not-established',
        'fault',
        `Never established on ${heading(m.course_deg)}`,
        { moment_s: m.overshoot_s },
        `Not within half of full scale by the end of the phase; ${m.angle_deg === null ? 'no angle of intercept was held' : `intercept angle ${figure(m.angle_deg)}°`}.`,
        {
          channel: 'offCourse'
        }
      )
    ];
  // Who comes to a course without a heading to meet it goes through it by something else: chasing, or the station's nearness.
  if (m.overshoot <= OVERSHOOT_SHARE || m.angle_deg === null || m.angle_deg < LEAST_INTERCEPT_DEG) return [];
  return [
    finding(
      'intercept-overshoot',
      'fault',
      `Through the ${heading(m.course_deg)} course`,
      { moment_s: m.overshoot_s },
      `${percent(m.overshoot)} of full scale beyond it, ${percent(OVERSHOOT_SHARE)} allowed; joined at ${figure(m.angle_deg)}°.`,
      {
        channel: 'offCourse'
      }
    )
  ];
}

function sayPassage({ navigation }: Lesson, m: PassageMeasure): Finding[] {
  const { called_s } = m;
  if (called_s !== null && Math.abs(called_s) <= m.within_s) return [];
  return [
    finding(
      'fix-called-late',
      'fault',
      called_s === null ? 'Fix not called' : called_s < 0 ? 'Fix called too soon' : 'Fix called late',
      { moment_s: m.passed_s },
      `${navigation!.fix} was passed at ${clock(m.passed_s)} and ${called_s === null ? 'not called' : `called ${figure(Math.abs(called_s))} s ${called_s < 0 ? 'before' : 'after'}`}; ${m.within_s} s allowed.`
    )
  ];
}

function sayArc({ tolerance }: Lesson, m: ArcMeasure): Finding[] {
  const allowed = tolerance.arc_nm ?? 1;
  const worst = Math.max(m.inside_nm, m.outside_nm);
  if (worst <= allowed) return [];
  const side = m.outside_nm >= m.inside_nm ? 'outside' : 'inside';
  return [
    finding(
      'arc-off',
      'fault',
      `Off the arc, ${side}`,
      { moment_s: m.worst_s, start_s: m.from_s, end_s: m.to_s },
      `${figure(worst, 1)} NM ${side} of ${figure(m.radius_nm)} NM at the most, ${allowed} NM allowed; ${m.degreesATurn === null ? 'no turns along it' : `${m.turns} turns along it, one in ${figure(m.degreesATurn)}°`}.`,
      {
        channel: 'offCourse',
        side: side === 'outside' ? 'above' : 'below'
      }
    )
  ];
}

function sayStationTime(m: StationTimeMeasure): Finding[] {
  const { answered_min, due_min } = m;
  if (due_min === null) return [];
  if (answered_min !== null && Math.abs(answered_min - due_min) <= Math.max(1, STATION_TIME_SHARE * due_min))
    return [];
  return [
    finding(
      'station-time-off',
      'fault',
      answered_min === null ? 'Time to the station not found' : 'Time to the station wrong',
      { moment_s: m.at_s },
      `${answered_min === null ? 'No answer' : `${figure(answered_min, 1)} min`}; the bearings moved ${figure(m.change_deg)}°, which makes ${figure(due_min, 1)} min.`
    )
  ];
}
