import { phaseById } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { needleWords, shareOf } from '../../finding/quantity-words';
import type { Verdict } from '../../finding/verdict';
import type { Flight } from '../../flight/flight';
import { capital } from '../../measure/capital';
import { figure, heading } from '../../measure/figure';
import { median } from '../../measure/median';
import { type CourseReading, readByCourse } from './course-reading';
import { needleWork } from './tracking';
import { measureTracking, type CourseGoal, type TrackingMeasure } from './tracking-measure';
import { type CheckKind, elementName, BY_COURSE } from './check-kind';

/** How a course was joined. */
export interface InterceptMeasure {
  kind: 'intercept';
  phaseId: string;
  course_deg: number;
  askedAngle_deg: number;
  /** Angle between heading and course on the way to it; null when it was never steadily flown. */
  angle_deg: number | null;
  /** From the beginning of the phase to within half scale for good; null: never. */
  established_s: number | null;
  /** The farthest beyond the course, share of full scale, ≥ 0. */
  overshoot: number;
  overshoot_s: number;
  /** How it was flown from where the course was first come to, where it was established long after, or never. Older grades do not say. */
  wandered?: TrackingMeasure;
}

const AFTER_INTERCEPT_S = 45;
const SIDE_TOLD_BY = 0.25;
/** Come to, a course is joined within this; who takes longer did something else on it. */
const JOINED_WITHIN_S = 90;

/**
 * Measures how a course was joined: angle, moment, how far through it.
 * @param until_s to when it may count
 */
export function measureIntercept(
  flight: Flight,
  lesson: Lesson,
  goal: CourseGoal,
  span: PhaseSpan,
  until_s: number
): InterceptMeasure {
  const reading = readByCourse(flight, lesson, span, goal.course_deg);
  // At the sample in which a phase begins the course of the one before still stands.
  const from = reading.sample(span.start_s) + 1;
  const end = reading.sample(span.end_s);
  const to = reading.sample(Math.min(until_s, span.end_s + AFTER_INTERCEPT_S));
  const side = sideBefore(reading, from, end);
  let overshoot = 0;
  let overshootAt = end;
  for (let k = from; k <= to; k++) {
    const beyond = -side * reading.courseShare(k);
    if (beyond > overshoot) {
      overshoot = beyond;
      overshootAt = k;
    }
  }
  const angles: number[] = [];
  for (let k = from; k <= end; k++)
    if (Math.abs(reading.bank(k)) < 4 && reading.courseShare(k) * side > 0.5)
      angles.push(-side * reading.headingOff(k));
  const established = span.complete && Math.abs(reading.courseShare(end)) <= 0.6;
  let came = from;
  while (came < end && Math.abs(reading.courseShare(came)) > OVERSHOOT_SHARE) came += 1;
  const atOnce = established && end - came < JOINED_WITHIN_S * flight.rate_hz;
  const wandered =
    atOnce || came === end ? null : measureTracking(flight, lesson, goal, span, reading.time(came));
  return {
    kind: 'intercept',
    phaseId: span.phaseId,
    course_deg: goal.course_deg,
    askedAngle_deg: goal.intercept_deg!,
    angle_deg: angles.length > 5 * flight.rate_hz ? median(angles) : null,
    established_s: established ? span.end_s - span.start_s : null,
    overshoot,
    overshoot_s: reading.time(overshootAt),
    ...(wandered ? { wandered } : {})
  };
}

/** The side a course is joined from: where it begins over the fix, the side it then lies on. */
function sideBefore(reading: CourseReading, from: number, end: number): number {
  for (let k = from; k <= end; k++)
    if (Math.abs(reading.courseShare(k)) > SIDE_TOLD_BY) return Math.sign(reading.courseShare(k));
  return Math.sign(reading.courseShare(from)) || 1;
}

/** Through a course by no more than half of full scale; by this much it is still put right, not failed. */
export const OVERSHOOT_SHARE = 0.5;
const OVERSHOOT_PUT_RIGHT = 1;
/** A heading this far from the course was flown to meet it. */
const LEAST_INTERCEPT_DEG = 10;

function interceptVerdict(m: InterceptMeasure): Verdict {
  if (m.established_s === null) return 'not met';
  if (m.overshoot <= OVERSHOOT_SHARE || !wasIntercepted(m)) return 'met';
  return m.overshoot <= OVERSHOOT_PUT_RIGHT ? 'met with prompt correction' : 'not met';
}

/** Who comes to a course without a heading to meet it goes through it by something else: chasing, or the station's nearness. */
function wasIntercepted(m: InterceptMeasure): boolean {
  return m.angle_deg !== null && m.angle_deg >= LEAST_INTERCEPT_DEG;
}

function sayIntercept(m: InterceptMeasure, verdict: Verdict, lesson: Lesson): Finding[] {
  // What it came from is said, too, where it can be seen.
  const wandered = m.wandered ? needleWork(m.wandered, lesson) : [];
  if (m.established_s === null)
    return [
      ...wandered,
      finding(
        'not-established',
        'fault',
        `Not established on ${heading(m.course_deg)} in time`,
        { moment_s: m.overshoot_s },
        `Not within half of full scale by the end of “${phaseById(lesson.drill, m.phaseId).name}”; ${m.angle_deg === null ? 'no intercept heading was held' : `flown at ${figure(m.angle_deg)}° to the course`}.`,
        { channel: 'courseShare', failed: true, worth: 5 * MOMENT_S }
      )
    ];
  if (verdict === 'met') return wandered;
  return [
    ...wandered,
    finding(
      'intercept-overshoot',
      'fault',
      `Went through the ${heading(m.course_deg)} course`,
      { moment_s: m.overshoot_s },
      `${capital(needleWords(m.overshoot))} beyond it (${shareOf(OVERSHOOT_SHARE)} allowed), joining at ${figure(m.angle_deg!)}°.`,
      {
        channel: 'courseShare',
        failed: verdict === 'not met',
        worth: (MOMENT_S * m.overshoot) / OVERSHOOT_SHARE
      }
    )
  ];
}

export const intercept: CheckKind<'intercept', InterceptMeasure, Verdict> = {
  name: 'intercept',
  measuredFrom: BY_COURSE,
  measure: ({ flight, lesson, phase, span, until_s }) =>
    phase.goal.lateral.kind === 'course'
      ? measureIntercept(flight, lesson, phase.goal.lateral, span, until_s)
      : null,
  judge: interceptVerdict,
  elements: (m, verdict, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'joined'),
      verdict,
      arithmetic: `${m.established_s === null ? 'not established' : `established after ${figure(m.established_s)} s`}, at most ${needleWords(m.overshoot)} beyond (${shareOf(OVERSHOOT_SHARE)} allowed)${m.angle_deg === null ? '' : `, at ${figure(m.angle_deg)}° (${figure(m.askedAngle_deg)}° asked)`}`
    }
  ],
  findings: sayIntercept,
  figures: [
    {
      id: 'intercept.overshoot',
      name: 'beyond the course when joining',
      unit: '% of scale',
      decimals: 0,
      better: 'less',
      of: (m) => [100 * m.overshoot]
    },
    {
      id: 'intercept.established',
      name: 'to established',
      unit: 's',
      decimals: 0,
      better: 'less',
      of: (m) => (m.established_s === null ? [] : [m.established_s])
    }
  ]
};
