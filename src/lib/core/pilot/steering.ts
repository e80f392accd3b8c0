import { DEGREES_PER_RADIAN, normaliseBearing, normaliseSigned } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { tasOf } from '../drill/goal-in-air';
import { isNavigation, type NavigationGoal } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import { courseLineOf } from '../drill/phase-course';
import type { Reference } from '../drill/reference';
import type { Happening } from '../flight/flight-event';
import { windTriangle } from '../procedure/wind-triangle';
import { LEAST_SCALE_DISTANCE_NM } from '../radio/course-line';
import { finalScale_nm, type RnavFinal } from '../radio/rnav-final';
import type { Habits } from './habits';
import { positionSense, type PositionSense } from './position-sense';

/** A heading to be flown, and which way round to it; 0: the shorter. */
export interface SteeringOrder {
  heading_deg: number;
  direction: 1 | -1 | 0;
  /** A bank to be kept whatever the heading, degrees; null: as the heading asks. */
  bank_deg: number | null;
}

/** An order to fly a heading, the shorter way round to it, with the usual bank. */
export const straight = (heading_deg: number): SteeringOrder => ({
  heading_deg,
  direction: 0,
  bank_deg: null
});

/** So far ahead of the airplane the pilot aims, s. */
const AIMS_S = 38;
/** … and on a beam at no more than so much of the way that is left. */
const OF_THE_WAY = 0.3;
const NEAREST_AIM_NM = 0.25;
const LEAST_AIM_NM = 0.5;
/** By sight the turn onto a runway's line is flown as it is seen to come out. */
const SEEN_AIM_S = 5.5;
/** A final by waypoints narrows to a point beyond the threshold. */
const BEYOND_NM = 1.6;
/** A correction smaller than this is not worth a turn; between two of them the wings are level so long. */
const WORTH_DEG = 2;
const WAITS_S = 8;
const AT_ONCE_DEG = 12;

/** What a simulated navigator goes by while a phase lasts: where it believes to be, and the heading it last settled on. */
export class Steering {
  readonly sense: PositionSense;
  phase = 0;
  reference: Reference;
  goal: NavigationGoal | null = null;
  tas_kt: number;
  order = { heading_deg: 0, at_s: -Infinity };
  /** It has the runway in sight. */
  looksOut = false;
  /** On the course, or the turn onto it begun. */
  joined = false;

  /** @param told hears when a habit acts; @param note keeps what is done and said */
  constructor(
    readonly lesson: Lesson,
    origin: Reference,
    readonly habits: Habits,
    readonly told: (habit: keyof Habits, time_s: number) => void,
    readonly note: (what: Happening) => void
  ) {
    this.reference = origin;
    this.sense = positionSense(lesson, origin);
    this.tas_kt = tasOf(lesson.drill.phases[0]!.goal, lesson.plan);
  }

  /** @param heading_deg by the panel; gives it by the north of the phase's fix */
  enter(phaseIndex: number, heading_deg: number): number {
    const phase = this.lesson.drill.phases[phaseIndex]!;
    const { lateral } = phase.goal;
    this.phase = phaseIndex;
    this.reference = phase.reference ?? this.reference;
    this.sense.about(this.reference);
    this.tas_kt = tasOf(phase.goal, this.lesson.plan);
    this.goal = isNavigation(lateral) ? lateral : null;
    this.joined = this.goal?.kind === 'course' && this.goal.intercept_deg === null;
    const heading = this.sense.toFix(heading_deg);
    this.order = { heading_deg: heading, at_s: -Infinity };
    return heading;
  }

  /** The heading that makes a course good in the wind as it is believed to be; against too much of it, the course. */
  headingFor(course_deg: number): number {
    const triangle = windTriangle(course_deg, this.tas_kt, this.sense.wind());
    return triangle.kind === 'impossible' ? course_deg : triangle.heading_deg;
  }

  /** Cross-track as the needle would show it, share of full scale, + = right of course. */
  needle(course_deg: number): number {
    const { right_nm } = this.sense.by(course_deg);
    const { scale } = courseLineOf(this.lesson.drill.phases[this.phase]!)!;
    if (scale.kind === 'distance' || scale.kind === 'final') return right_nm / this.aside_nm(1);
    return (Math.asin(clamp(right_nm / this.fromStation_nm(), -1, 1)) * DEGREES_PER_RADIAN) / scale.deg;
  }

  /** How far aside of a course the needle stands at a share of its scale, NM. */
  aside_nm(share: number): number {
    const { scale } = courseLineOf(this.lesson.drill.phases[this.phase]!)!;
    if (scale.kind === 'distance') return share * scale.nm;
    if (scale.kind === 'final') return share * finalScale_nm(scale.final, this.toThreshold_nm(scale.final));
    return this.fromStation_nm() * Math.sin((share * scale.deg) / DEGREES_PER_RADIAN);
  }

  /** How far the station is believed to be, and no nearer than where its scale ends. */
  private fromStation_nm(): number {
    return Math.max(LEAST_SCALE_DISTANCE_NM, this.sense.distance_nm() + this.reference.distance_nm);
  }

  /** How far the threshold is believed to be: the final leads along the course through the phase's fix. */
  private toThreshold_nm(final: RnavFinal): number {
    const fixBefore_nm = this.reference.fix === final.to ? 0 : final.finalFix_nm;
    return Math.max(0, fixBefore_nm - this.sense.by(this.courseNow()).along_nm);
  }

  private courseNow(): number {
    return courseLineOf(this.lesson.drill.phases[this.phase]!)!.course_deg;
  }

  /** How far it is to where the course's scale ends; null where it does not narrow. */
  private narrowsTo_nm(): number | null {
    if (this.looksOut) return this.sense.distance_nm();
    if (this.reference.by === 'localizer') return this.sense.toStation_nm();
    return this.reference.final?.scale === 'angular'
      ? this.toThreshold_nm(this.reference.final) + BEYOND_NM
      : null;
  }

  /** The angle at which a course is come back to from so far right of it. */
  angleBack(right_nm: number, largest_deg: number): number {
    // What narrows is come back to the sooner, the nearer its end; so is a runway that is seen.
    const end_nm = this.narrowsTo_nm();
    const least_nm =
      end_nm === null ? LEAST_AIM_NM : this.looksOut ? (this.tas_kt * SEEN_AIM_S) / 3600 : NEAREST_AIM_NM;
    const aim_nm = Math.max(
      least_nm,
      Math.min((this.tas_kt * AIMS_S) / 3600, end_nm === null ? Infinity : OF_THE_WAY * end_nm)
    );
    return clamp(Math.atan2(-right_nm, aim_nm) * DEGREES_PER_RADIAN, -largest_deg, largest_deg);
  }

  /** Goes on with the heading settled on, until another is worth the turn. */
  hold(time_s: number, wanted_deg: number, atOnce = false): SteeringOrder {
    const change = Math.abs(normaliseSigned(wanted_deg - this.order.heading_deg));
    if (change > WORTH_DEG && (atOnce || change > AT_ONCE_DEG || time_s - this.order.at_s > WAITS_S))
      this.order = { heading_deg: normaliseBearing(wanted_deg), at_s: time_s };
    return straight(this.order.heading_deg);
  }
}
