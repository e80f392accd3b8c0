import { DEGREES_PER_RADIAN, normaliseBearing, normaliseSigned } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { isFixAhead } from '../procedure/fix-ahead';
import { holdEntry } from '../procedure/hold-entry';
import { directFlyer } from './fly-direct';
import {
  holdCircuitSteps,
  holdEntrySteps,
  reversalSteps,
  type HoldLesson,
  type ProcedureStep
} from './procedure-script';
import { straight, type Steering, type SteeringOrder } from './steering';
import type { CourseTracker } from './track-course';

const ROLLED_OUT_DEG = 6;
/** Coming round to the course the pilot looks for it from this far, and comes back to it at this angle at most. */
const LOOKS_FOR_COURSE_DEG = 55;
const JOIN_DEG = 40;
/** Share of an error seen in one circuit that is put right in the next. */
const LEARNS = 0.5;
/** Who starts the clock late does so by this much. */
const CLOCK_LATE_S = 15;
/** So long before the fix it has to have been seen ahead, NM. */
const ARMED_BEFORE_NM = 0.3;

/** How far round a hold or a course reversal a pilot is. */
export interface WayRound {
  steps: ProcedureStep[];
  clockFrom_s: number | null;
  clockDue_s: number | null;
  armed: boolean;
  learnt: HoldLesson;
  inboundFrom_s: number | null;
  onCircuit: boolean;
  arriving: boolean;
  joined: boolean;
}

/** Goes through the steps of a hold or a course reversal, and learns from one circuit for the next. */
export interface ProcedureRunner {
  /** @param goesOn from where somebody has flown it to; left out: it is begun */
  begin(heading_deg: number, time_s: number, goesOn?: WayRound): void;
  wayRound(): WayRound;
  fly(time_s: number, heading_deg: number): SteeringOrder;
}

/** Flies the steps of holds and course reversals, by clock and needle, and learns from each circuit for the next. */
export function procedureRunner(steering: Steering, tracker: CourseTracker): ProcedureRunner {
  const { sense, habits, told, note } = steering;
  const direct = directFlyer(steering);
  let steps: ProcedureStep[] = [];
  let clockFrom_s: number | null = null;
  let clockDue_s: number | null = null;
  let armed = false;
  let learnt: HoldLesson = { seconds: 0, heading_deg: 0 };
  let inboundFrom_s: number | null = null;
  /** A teardrop or parallel entry is no circuit: it teaches nothing of the next. */
  let onCircuit = false;
  /** What leads to the fix may be over before it: then that is flown to first. */
  let arriving = false;

  const isAhead = (heading_deg: number) =>
    isFixAhead({ radial_deg: sense.radial_deg(), distance_nm: sense.distance_nm(), heading_deg });

  /** Over the fix: what is done there depends on the heading one arrives on. */
  function enter(heading_deg: number, time_s: number): void {
    const { goal, tas_kt } = steering;
    arriving = false;
    if (goal?.kind === 'hold') {
      if (habits.wrongEntry > 0) told('wrongEntry', time_s);
      if (habits.laysOffTwice > 0 && holdEntry(goal.hold, heading_deg).entry === 'teardrop')
        told('laysOffTwice', time_s);
      steps = holdEntrySteps(goal.hold, heading_deg, tas_kt, sense.wind(), habits);
      onCircuit = steps.some((step) => step.do === 'fly' && step.abeam);
    }
    if (goal?.kind === 'reversal') steps = reversalSteps(goal.reversal, heading_deg, tas_kt, sense.wind());
  }

  /** Through the course means more room outbound, short of it less: so much as the leg outbound makes of it. */
  function learnHeading(direction: 1 | -1, right_nm: number): void {
    if (!onCircuit) return;
    const leg_nm = Math.max(0.7, steering.tas_kt / 60);
    const overshot_nm = -direction * right_nm;
    learnt.heading_deg -= clamp(direction * LEARNS * (overshot_nm / leg_nm) * DEGREES_PER_RADIAN, -15, 15);
  }

  /** What the inbound leg was off, the next outbound leg is changed by. */
  function learnTime(time_s: number): void {
    const { goal } = steering;
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

  const next = () => {
    steps.shift();
    clockFrom_s = null;
    clockDue_s = null;
    steering.order.at_s = -Infinity;
  };

  /** @param again what follows at the fix */
  function run(
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
      steering.joined = false;
      return run(time_s, heading_deg, inbound_deg, again);
    }
    switch (step.do) {
      case 'turn': {
        if (Math.abs(normaliseSigned(step.to_deg - heading_deg)) < ROLLED_OUT_DEG) next();
        return { heading_deg: step.to_deg, direction: step.direction, bank_deg: null };
      }
      case 'fly':
        return flyOut(step, time_s, heading_deg, sense.by(inbound_deg).along_nm);
      case 'join':
        return join(step.direction, time_s, heading_deg, inbound_deg);
    }
  }

  function flyOut(
    step: Extract<ProcedureStep, { do: 'fly' }>,
    time_s: number,
    heading_deg: number,
    along_nm: number
  ): SteeringOrder {
    const { goal } = steering;
    const level = Math.abs(normaliseSigned(step.heading_deg - heading_deg)) < ROLLED_OUT_DEG;
    if (level && (!step.abeam || along_nm <= 0)) clockDue_s ??= time_s;
    const late_s = step.timed ? CLOCK_LATE_S * habits.startsClockLate : 0;
    if (clockFrom_s === null && clockDue_s !== null && time_s - clockDue_s >= late_s) {
      clockFrom_s = time_s;
      if (late_s > 0) told('startsClockLate', time_s);
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

  function join(direction: 1 | -1, time_s: number, heading_deg: number, inbound_deg: number): SteeringOrder {
    const { along_nm, right_nm } = sense.by(inbound_deg);
    if (along_nm < -ARMED_BEFORE_NM) armed = true;
    const inbound = steering.headingFor(inbound_deg);
    const round = direction * normaliseSigned(inbound - heading_deg);
    const wanted = steering.headingFor(inbound_deg + steering.angleBack(right_nm, JOIN_DEG));
    if (!steering.joined) {
      const left = normaliseBearing(direction * normaliseSigned(wanted - heading_deg));
      if (Math.abs(round) > LOOKS_FOR_COURSE_DEG && left > 8 && left < 340)
        return { heading_deg: wanted, direction, bank_deg: null };
      steering.joined = true;
      steering.order = { heading_deg: wanted, at_s: -Infinity };
    }
    if (
      inboundFrom_s === null &&
      Math.abs(normaliseSigned(steering.order.heading_deg - heading_deg)) < ROLLED_OUT_DEG
    ) {
      inboundFrom_s = time_s;
      learnHeading(direction, right_nm);
    }
    if (armed && along_nm >= 0) {
      learnTime(time_s);
      next();
    }
    return tracker.track(time_s, inbound_deg, JOIN_DEG);
  }

  return {
    wayRound: () => ({
      steps: [...steps],
      clockFrom_s,
      clockDue_s,
      armed,
      learnt: { ...learnt },
      inboundFrom_s,
      onCircuit,
      arriving,
      joined: steering.joined
    }),
    begin(heading_deg, time_s, goesOn) {
      const { goal } = steering;
      if (goesOn) {
        ({ steps, clockFrom_s, clockDue_s, armed, learnt, inboundFrom_s, onCircuit, arriving } = goesOn);
        steering.joined = goesOn.joined;
        return;
      }
      steps = [];
      armed = false;
      learnt = { seconds: 0, heading_deg: 0 };
      inboundFrom_s = null;
      arriving = (goal?.kind === 'hold' || goal?.kind === 'reversal') && isAhead(heading_deg);
      if (!arriving) enter(heading_deg, time_s);
    },
    fly(time_s, heading_deg) {
      const { goal, tas_kt } = steering;
      if (arriving) {
        if (isAhead(heading_deg)) return direct.fly(time_s, heading_deg, { kind: 'direct', turn: null });
        enter(heading_deg, time_s);
      }
      if (goal?.kind === 'hold') {
        if (habits.holdsWithoutWind > 0) told('holdsWithoutWind', time_s);
        if (habits.timesLate > 0) told('timesLate', time_s);
        return run(time_s, heading_deg, goal.hold.inboundCourse_deg, () =>
          holdCircuitSteps(goal.hold, tas_kt, sense.wind(), habits, learnt)
        );
      }
      if (goal?.kind !== 'reversal') return straight(heading_deg);
      // After the fix the phase is over; until it is seen to be, the course is held.
      return run(time_s, heading_deg, goal.reversal.inboundCourse_deg, () => [{ do: 'join', direction: 1 }]);
    }
  };
}
