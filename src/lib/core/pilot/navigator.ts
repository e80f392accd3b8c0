import type { Happening } from '../flight/flight-event';
import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing, normaliseSigned } from '../measure/angle';
import { clamp } from '../measure/clamp';
import type { Readings } from '../instrument/readings';
import { tasOf } from '../drill/goal-in-air';
import { isNavigation, type NavigationGoal } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import { courseLineOf } from '../drill/phase-course';
import { isOverStation } from '../drill/reference';
import { turnRadius } from '../air/level-turn';
import { procedureTurnRate } from '../procedure/turn';
import { windTriangle } from '../procedure/wind-triangle';
import { LEAST_SCALE_DISTANCE_NM } from '../radio/course-line';
import type { NavigationShown } from '../radio/navigation-shown';
import type { Habits } from './habits';
import { positionSense } from './position-sense';
import {
  holdCircuitSteps,
  holdEntrySteps,
  reversalSteps,
  type HoldLesson,
  type ProcedureStep
} from './procedure-script';

/** A heading to be flown, and which way round to it; 0: the shorter. */
export interface SteeringOrder {
  heading_deg: number;
  direction: 1 | -1 | 0;
  /** A bank to be kept whatever the heading, degrees; null: as the heading asks. */
  bank_deg: number | null;
}

/** What a simulated pilot makes of needle, pointer and distance: headings to fly. */
export interface Navigator {
  enter(phaseIndex: number, time_s: number, shown: Readings): void;
  see(shown: NavigationShown, readings: Readings): void;
  steer(time_s: number, readings: Readings): SteeringOrder | null;
}

/** Largest angle at which a course is come back to, and how far ahead of the airplane the pilot aims, s. */
const CORRECTION_DEG = 25;
const JOIN_DEG = 40;
const AIMS_S = 38;
/** A correction smaller than this is not worth a turn; between two of them the wings are level so long. */
const WORTH_DEG = 2;
const WAITS_S = 8;
/** So near the station the heading is held. */
const HOLDS_WITHIN_NM = 0.8;
const ROLLED_OUT_DEG = 6;
/** Coming round to the course the pilot looks for it from this far. */
const LOOKS_FOR_COURSE_DEG = 55;
const REACTION_S = 2.5;
/** Share of an error seen in one circuit that is put right in the next. */
const LEARNS = 0.5;
const ARC_GAIN_DEG_PER_NM = 35;
const ARC_STEP_S = 5;

export function navigatorFor(
  lesson: Lesson,
  habits: Habits,
  told: (habit: keyof Habits, time_s: number) => void,
  note: (what: Happening) => void
): Navigator | null {
  const { drill, plan } = lesson;
  if (!lesson.navigation) return null;
  let reference = lesson.navigation.origin;
  const sense = positionSense(lesson, reference);
  let goal: NavigationGoal | null = null;
  let tas_kt = tasOf(drill.phases[0]!.goal, plan);
  let last_s = 0;
  let steps: ProcedureStep[] = [];
  let clockFrom_s: number | null = null;
  let armed = false;
  let joined = false;
  let order = { heading_deg: 0, at_s: -Infinity };
  let leaning = 0;
  let correcting = 0;
  let learnt: HoldLesson = { seconds: 0, heading_deg: 0 };
  let inboundFrom_s: number | null = null;
  /** A teardrop or parallel entry is no circuit: it teaches nothing of the next. */
  let onCircuit = false;
  let lastRadial: number | null = null;
  let phase = 0;
  let firstBearing: { radial_deg: number; at_s: number } | null = null;
  let said = false;

  const flown = (course_deg: number) => {
    const triangle = windTriangle(course_deg, tas_kt, sense.wind());
    return triangle.kind === 'impossible' ? { heading_deg: course_deg, groundspeed_kt: tas_kt } : triangle;
  };
  const straight = (heading_deg: number): SteeringOrder => ({ heading_deg, direction: 0, bank_deg: null });

  /** Cross-track as the needle would show it, share of full scale, + = right of course. */
  function needle(course_deg: number): number {
    const { right_nm } = sense.by(course_deg);
    const { scale } = courseLineOf(drill.phases[phase]!)!;
    if (scale.kind === 'distance') return right_nm / scale.nm;
    const away = Math.max(LEAST_SCALE_DISTANCE_NM, sense.distance_nm() + reference.distance_nm);
    return (Math.asin(clamp(right_nm / away, -1, 1)) * DEGREES_PER_RADIAN) / scale.deg;
  }

  function hold(time_s: number, wanted_deg: number, atOnce = false): SteeringOrder {
    const change = Math.abs(normaliseSigned(wanted_deg - order.heading_deg));
    if (change > WORTH_DEG && (atOnce || change > 12 || time_s - order.at_s > WAITS_S))
      order = { heading_deg: normaliseBearing(wanted_deg), at_s: time_s };
    return straight(order.heading_deg);
  }

  function track(
    time_s: number,
    course_deg: number,
    largest_deg: number,
    overStation: boolean
  ): SteeringOrder {
    const { right_nm } = sense.by(course_deg);
    const off = needle(course_deg);
    const near = overStation && sense.distance_nm() < HOLDS_WITHIN_NM;
    if (joined && habits.ignoresWind > 0) return withoutWind(time_s, course_deg, off, near);
    if (joined && habits.chasesNeedle > 0 && !near) return chase(time_s, course_deg, off);
    if (joined && habits.keepsTurning > 0 && !near) return stillTurning(time_s, course_deg, off);
    if (near) return straight(flown(course_deg).heading_deg);
    const aim_nm = Math.max(0.5, (tas_kt * AIMS_S) / 3600);
    const angle = clamp(Math.atan2(-right_nm, aim_nm) * DEGREES_PER_RADIAN, -largest_deg, largest_deg);
    return hold(time_s, flown(course_deg + angle).heading_deg);
  }

  /** Flies the course as a heading, and goes back to that whenever the needle is back. */
  function withoutWind(time_s: number, course_deg: number, off: number, near: boolean): SteeringOrder {
    if (correcting === 0 && Math.abs(off) > 0.3 && !near) {
      correcting = -Math.sign(off);
      told('ignoresWind', time_s);
    } else if (correcting !== 0 && off * -correcting < 0.04) correcting = 0;
    return hold(time_s, course_deg + 25 * correcting, true);
  }

  /** Another correction every few seconds, before the last has acted. */
  function chase(time_s: number, course_deg: number, off: number): SteeringOrder {
    if (time_s - order.at_s > 3) {
      if (Math.abs(off) > 0.04) {
        leaning = clamp(leaning - 11 * Math.sign(off), -38, 38);
        told('chasesNeedle', time_s);
      }
      order = { heading_deg: normaliseBearing(flown(course_deg).heading_deg + leaning), at_s: time_s };
    }
    return straight(order.heading_deg);
  }

  /** Keeps the bank in until the needle is centred, and so goes through the course. */
  function stillTurning(time_s: number, course_deg: number, off: number): SteeringOrder {
    if (correcting === 0 && Math.abs(off) > 0.1) {
      correcting = -Math.sign(off);
      told('keepsTurning', time_s);
    } else if (correcting !== 0 && off * -correcting < 0.02) correcting = 0;
    if (correcting === 0) return straight(course_deg);
    return { heading_deg: flown(course_deg).heading_deg, direction: 0, bank_deg: 9 * correcting };
  }

  function course(time_s: number, heading_deg: number, wanted: Extract<NavigationGoal, { kind: 'course' }>) {
    const { course_deg, intercept_deg } = wanted;
    const overStation = isOverStation(reference);
    if (intercept_deg === null || joined) {
      joined = true;
      return track(time_s, course_deg, intercept_deg === null ? CORRECTION_DEG : 30, overStation);
    }
    const { right_nm } = sense.by(course_deg);
    const toward = right_nm > 0 ? -1 : 1;
    if (correcting === 0) correcting = toward;
    const heading = course_deg + correcting * intercept_deg;
    const angle = Math.abs(normaliseSigned(heading_deg - course_deg)) * RADIANS_PER_DEGREE;
    const lead_nm =
      habits.turnsOnLate > 0
        ? -0.7 * habits.turnsOnLate
        : turnRadius(tas_kt, procedureTurnRate(tas_kt)) * (1 - Math.cos(angle)) +
          (tas_kt * Math.sin(angle) * REACTION_S) / 3600;
    if (right_nm * -correcting < lead_nm) {
      joined = true;
      correcting = 0;
      order.at_s = -Infinity;
      if (habits.turnsOnLate > 0) told('turnsOnLate', time_s);
    }
    return straight(normaliseBearing(heading));
  }

  function arc(time_s: number, wanted: Extract<NavigationGoal, { kind: 'arc' }>): SteeringOrder {
    const { direction, radius_nm } = wanted;
    const radial = sense.radial_deg();
    const error = sense.distance_nm() - radius_nm;
    const due =
      habits.widensArc > 0
        ? lastRadial === null || Math.abs(normaliseSigned(radial - lastRadial)) > 32
        : time_s - order.at_s > ARC_STEP_S;
    if (!due) return straight(order.heading_deg);
    if (habits.widensArc > 0 && lastRadial !== null) told('widensArc', time_s);
    lastRadial = radial;
    const ahead = habits.widensArc > 0 ? 0 : ((tas_kt * ARC_STEP_S) / 3600 / radius_nm) * DEGREES_PER_RADIAN;
    const inward = habits.widensArc > 0 ? 0 : clamp(ARC_GAIN_DEG_PER_NM * error, -25, 25);
    const way = radial + direction * (90 + ahead / 2 + inward);
    order = { heading_deg: flown(normaliseBearing(way)).heading_deg, at_s: time_s };
    return straight(order.heading_deg);
  }

  /** Through the course means more room outbound, short of it less: so much as the leg outbound makes of it. */
  function learnHeading(direction: 1 | -1, right_nm: number): void {
    if (!onCircuit) return;
    const leg_nm = Math.max(0.7, tas_kt / 60);
    const overshot_nm = -direction * right_nm;
    learnt.heading_deg -= clamp(direction * LEARNS * (overshot_nm / leg_nm) * DEGREES_PER_RADIAN, -15, 15);
  }

  /** What the inbound leg was off, the next outbound leg is changed by. */
  function learnTime(time_s: number): void {
    if (
      goal?.kind === 'hold' &&
      goal.hold.leg.kind === 'time' &&
      inboundFrom_s !== null &&
      onCircuit &&
      habits.timesLate === 0
    )
      learnt.seconds += clamp(LEARNS * (goal.hold.leg.seconds - (time_s - inboundFrom_s)), -25, 25);
    inboundFrom_s = null;
  }

  /** Goes through the steps of a hold or reversal. @param again what follows at the fix */
  function script(
    time_s: number,
    heading_deg: number,
    inbound_deg: number,
    again: () => ProcedureStep[]
  ): SteeringOrder {
    const step = steps[0];
    if (!step) {
      steps = again();
      onCircuit = true;
      armed = false;
      joined = false;
      return script(time_s, heading_deg, inbound_deg, again);
    }
    const next = () => {
      steps.shift();
      clockFrom_s = null;
      order.at_s = -Infinity;
    };
    const { along_nm, right_nm } = sense.by(inbound_deg);
    switch (step.do) {
      case 'turn': {
        if (Math.abs(normaliseSigned(step.to_deg - heading_deg)) < ROLLED_OUT_DEG) next();
        return { heading_deg: step.to_deg, direction: step.direction, bank_deg: null };
      }
      case 'fly': {
        const level = Math.abs(normaliseSigned(step.heading_deg - heading_deg)) < ROLLED_OUT_DEG;
        if (clockFrom_s === null && level && (!step.abeam || along_nm <= 0)) {
          clockFrom_s = time_s;
          if (step.timed) note({ kind: 'timer', detail: 'start' });
        }
        const out =
          goal?.kind === 'hold' && goal.hold.leg.kind === 'distance' && step.abeam ? goal.hold.leg.nm : null;
        const over =
          out === null
            ? clockFrom_s !== null && time_s - clockFrom_s >= step.seconds
            : sense.distance_nm() >= out;
        if (over) {
          if (step.timed) note({ kind: 'timer', detail: 'stop' });
          next();
        }
        return straight(step.heading_deg);
      }
      case 'join': {
        if (along_nm < -0.3) armed = true;
        const inbound = flown(inbound_deg).heading_deg;
        const round = step.direction * normaliseSigned(inbound - heading_deg);
        const aim_nm = Math.max(0.5, (tas_kt * AIMS_S) / 3600);
        const angle = clamp(Math.atan2(-right_nm, aim_nm) * DEGREES_PER_RADIAN, -JOIN_DEG, JOIN_DEG);
        const wanted = flown(inbound_deg + angle).heading_deg;
        if (!joined) {
          const left = normaliseBearing(step.direction * normaliseSigned(wanted - heading_deg));
          if (Math.abs(round) > LOOKS_FOR_COURSE_DEG && left > 8 && left < 340)
            return { heading_deg: wanted, direction: step.direction, bank_deg: null };
          joined = true;
          order = { heading_deg: wanted, at_s: -Infinity };
        }
        if (
          inboundFrom_s === null &&
          Math.abs(normaliseSigned(order.heading_deg - heading_deg)) < ROLLED_OUT_DEG
        ) {
          inboundFrom_s = time_s;
          learnHeading(step.direction, right_nm);
        }
        if (armed && along_nm >= 0) {
          learnTime(time_s);
          next();
        }
        return track(time_s, inbound_deg, JOIN_DEG, isOverStation(reference));
      }
    }
  }

  /** Calls the fix, and works out the time to a station from two bearings, where the drill asks for it. */
  function say(time_s: number): void {
    if (said) return;
    const asks = (kind: 'passage' | 'station-time') =>
      drill.checks.some((check) => check.kind === kind && check.phase === drill.phases[phase]!.id);
    if (asks('passage') && goal?.kind === 'course' && sense.by(goal.course_deg).along_nm >= 0) {
      said = true;
      note({ kind: 'mark', detail: reference.fix });
    }
    if (!asks('station-time')) return;
    const radial_deg = sense.radial_deg();
    firstBearing ??= time_s > 6 ? { radial_deg, at_s: time_s } : null;
    if (!firstBearing || Math.abs(normaliseSigned(radial_deg - firstBearing.radial_deg)) < 10) return;
    said = true;
    const minutes = (60 * (time_s - firstBearing.at_s)) / 60 / 10;
    note({ kind: 'answer', answer: { to: 'station-time', minutes: Number(minutes.toFixed(1)) } });
  }

  return {
    enter(phaseIndex, time_s, shown) {
      const { lateral } = drill.phases[phaseIndex]!.goal;
      phase = phaseIndex;
      reference = drill.phases[phaseIndex]!.reference ?? reference;
      sense.about(reference);
      said = false;
      tas_kt = tasOf(drill.phases[phaseIndex]!.goal, plan);
      goal = isNavigation(lateral) ? lateral : null;
      steps = [];
      joined = goal?.kind === 'course' && goal.intercept_deg === null;
      armed = false;
      correcting = 0;
      leaning = 0;
      learnt = { seconds: 0, heading_deg: 0 };
      inboundFrom_s = null;
      lastRadial = null;
      const heading = sense.toFix(shown.heading_deg);
      order = { heading_deg: heading, at_s: -Infinity };
      if (goal?.kind === 'hold') {
        if (habits.wrongEntry > 0) told('wrongEntry', time_s);
        steps = holdEntrySteps(goal.hold, heading, tas_kt, sense.wind(), habits);
        onCircuit = steps.some((step) => step.do === 'fly' && step.abeam);
      }
      if (goal?.kind === 'reversal') steps = reversalSteps(goal.reversal, heading, tas_kt, sense.wind());
    },
    see: (shown, readings) => sense.see(shown, readings.altitude_ft, readings.bank_deg),
    steer(time_s, readings) {
      sense.reckon(time_s - last_s, readings.heading_deg, tas_kt);
      last_s = time_s;
      say(time_s);
      if (!goal) return null;
      const heading = sense.toFix(readings.heading_deg);
      const wanted = ((now: NavigationGoal): SteeringOrder => {
        switch (now.kind) {
          case 'course':
            return course(time_s, heading, now);
          case 'arc':
            return arc(time_s, now);
          case 'hold': {
            if (habits.holdsWithoutWind > 0) told('holdsWithoutWind', time_s);
            if (habits.timesLate > 0) told('timesLate', time_s);
            return script(time_s, heading, now.hold.inboundCourse_deg, () =>
              holdCircuitSteps(now.hold, tas_kt, sense.wind(), habits, learnt)
            );
          }
          case 'reversal':
            // After the fix the phase is over; until it is seen to be, the course is held.
            return script(time_s, heading, now.reversal.inboundCourse_deg, () => [
              { do: 'join', direction: 1 }
            ]);
        }
      })(goal);
      return { ...wanted, heading_deg: sense.toPanel(wanted.heading_deg) };
    }
  };
}
