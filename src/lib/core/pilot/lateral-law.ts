import { bankForTurnRate } from '../air/level-turn';
import { bankOf, tasOf, turnRateOf } from '../drill/goal-in-air';
import type { Readings } from '../instrument/readings';
import { DEGREES_PER_RADIAN, leftToTurn, normaliseSigned, turnFromTo } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { procedureTurnRate } from '../procedure/turn';
import { REACTION_S, ROLL_DEGPS, USUAL_LOOK_S, type Flying } from './flying';
import type { SteeringOrder } from './steering';

/** Within so many degrees a heading is corrected, with no more bank than this; from farther off it is turned to. */
const CORRECTED_WITHIN_DEG = 20;
const LARGEST_CORRECTION_BANK_DEG = 12;
/** By so much the bank of a turn is corrected for its rate. */
const LARGEST_BANK_CORRECTION_DEG = 4;
/** A wide circuit heads so far outward, for so long. */
const OUTWARD_DEG = 80;
const OUTWARD_S = 70;
/** Looking out one turns more steeply: a circle has to stay close. */
const SEEN_BANK_DEG = 27;
/** Who turns by the bank alone holds this one, or, where standard rate takes nearly as much, that one. */
const STEEP_DEG = 27;
const SHALLOW_DEG = 12;
const STEEP_ENOUGH_DEG = 20;
/** Degrees of bank for each degree a heading is off. */
const STEERING_GAIN = 1.1;

/** Time in which a turn goes on at its full rate while it is rolled out evenly: the rate goes with the bank's tangent. */
function rollOutTime_s(bank_deg: number): number {
  const bank = Math.max(1, bank_deg) / DEGREES_PER_RADIAN;
  return (-Math.log(Math.cos(bank)) * DEGREES_PER_RADIAN) / (Math.tan(bank) * ROLL_DEGPS);
}

/** What a simulated pilot does with the bank for a phase's lateral goal. */
export interface LateralLaw {
  begin(): void;
  /** @param heading as it is seen or reckoned; @param order of the navigator, where one is asked */
  bank_deg(time_s: number, r: Readings, heading: number, order: SteeringOrder | null): number;
  rollingOut(): boolean;
  /** The hand leans and nobody looks. */
  drifting(): boolean;
}

/** @param driftSide to which a hand leans when nobody looks */
export function lateralLaw(flying: Flying, driftSide: number): LateralLaw {
  const { habits, told } = flying;
  const { drill, plan } = flying.lesson;
  let bankCorrection = 0;
  /** Once begun, a roll-out is carried through. */
  let rollingOutSince_s: number | null = null;
  let drifting = true;

  function lateral(time_s: number, r: Readings, heading: number): number {
    const { lateral: goal } = drill.phases[flying.step]!.goal;
    if (goal.kind === 'heading') {
      if (habits.favoursRight > 0) told('favoursRight', time_s);
      const asked_deg = goal.heading_deg + 6.5 * habits.favoursRight;
      const error =
        goal.turn === undefined
          ? turnFromTo(heading, asked_deg)
          : (goal.turn === 'right' ? 1 : -1) * leftToTurn(goal.turn, heading, asked_deg);
      if (habits.omitsHeading > 0 && drill.phases[flying.step]!.goal.vertical.kind !== 'level') {
        // Nobody looks: the hand leans.
        told('omitsHeading', time_s);
        return 1.8 * habits.omitsHeading * driftSide;
      }
      if (habits.fixates > 0) {
        if (Math.abs(error) > 22) drifting = false;
        else if (Math.abs(error) < 3) drifting = true;
        if (drifting) told('fixates', time_s);
        if (drifting) return 2.2 * habits.fixates * driftSide;
      }
      const tas = tasOf(drill.phases[flying.step]!.goal, plan);
      const most =
        Math.abs(error) > CORRECTED_WITHIN_DEG
          ? Math.max(LARGEST_CORRECTION_BANK_DEG, bankForTurnRate(tas, procedureTurnRate(tas)))
          : LARGEST_CORRECTION_BANK_DEG;
      return clamp(0.8 * error, -most, most);
    }
    if (goal.kind !== 'turn') return 0;
    const phase = drill.phases[flying.step]!;
    const bank = bankOf(phase.goal, plan);
    if (goal.to_deg !== null) {
      const in_s = time_s - flying.since_s;
      const toGo = normaliseSigned(goal.direction * (goal.to_deg - heading));
      const rate = turnRateOf(phase.goal, plan);
      const lead =
        rate * rollOutTime_s(bank) +
        (2 * REACTION_S + USUAL_LOOK_S / 2) * rate -
        (12 + bank / 2) * habits.rollsOutLate +
        14 * habits.rollsOutEarly;
      const nearly = in_s > 0.4 * phase.expected_s;
      if (rollingOutSince_s !== null || (nearly && toGo < lead && toGo > -90)) {
        if (rollingOutSince_s === null) {
          rollingOutSince_s = time_s;
          if (habits.rollsOutLate > 0) told('rollsOutLate', time_s);
          if (habits.rollsOutEarly > 0) told('rollsOutEarly', time_s);
        }
        const out_s = time_s - rollingOutSince_s;
        const patient = habits.rollsOutEarly > 0 || habits.rollsOutLate > 0 ? 7 : 3;
        if (out_s < patient) return 0;
        return clamp(
          0.8 * turnFromTo(heading, goal.to_deg),
          -LARGEST_CORRECTION_BANK_DEG,
          LARGEST_CORRECTION_BANK_DEG
        );
      }
    } else if (time_s - flying.since_s > phase.expected_s - bank / 2 / 3 && habits.rollsOutLate === 0) {
      // By the clock: the roll-in cost half of what the roll-out gives back.
      return time_s - flying.since_s > phase.expected_s - 0.4 ? 0 : goal.direction * (bank + bankCorrection);
    }
    if (goal.rate_degps !== null && time_s - flying.since_s > 3 + bank / ROLL_DEGPS)
      bankCorrection = clamp(
        bankCorrection +
          flying.fresh.turn * clamp(1.2 * (goal.rate_degps - goal.direction * r.turnRate_degps), -1, 1),
        -Math.min(LARGEST_BANK_CORRECTION_DEG, bank / 4),
        Math.min(LARGEST_BANK_CORRECTION_DEG, bank / 4)
      );
    return goal.direction * (bank + bankCorrection);
  }

  /** Circling, how far away from the runway it heads who fears to be too close. */
  function outward_deg(time_s: number): number {
    const { reference, goal } = drill.phases[flying.step]!;
    if (habits.circlesWide === 0 || !reference?.bySight || goal.vertical.kind !== 'level') return 0;
    if (time_s - flying.since_s > OUTWARD_S) return 0;
    told('circlesWide', time_s);
    return (reference.turn === 'left' ? 1 : -1) * OUTWARD_DEG * habits.circlesWide;
  }

  /** The bank that brings a heading about: standard rate, or less as it comes near. */
  function steered(
    time_s: number,
    { heading_deg, direction, bank_deg }: SteeringOrder,
    heading: number
  ): number {
    if (bank_deg !== null) return bank_deg;
    const tas = tasOf(drill.phases[flying.step]!.goal, plan);
    const bySight = drill.phases[flying.step]!.reference?.bySight === true;
    if (habits.turnsByBank > 0 && !bySight) told('turnsByBank', time_s);
    const standard_deg = bankForTurnRate(tas, procedureTurnRate(tas));
    const most = bySight
      ? SEEN_BANK_DEG
      : standard_deg +
        habits.turnsByBank * ((standard_deg < STEEP_ENOUGH_DEG ? STEEP_DEG : SHALLOW_DEG) - standard_deg);
    const short = turnFromTo(heading, heading_deg + outward_deg(time_s));
    // The long way round, unless it is nearly there.
    const error =
      direction !== 0 && Math.abs(short) > 15 && Math.sign(short) !== direction ? direction * 180 : short;
    return clamp(STEERING_GAIN * error, -most, most);
  }

  return {
    begin() {
      bankCorrection = 0;
      rollingOutSince_s = null;
    },
    bank_deg: (time_s, r, heading, order) =>
      order ? steered(time_s, order, heading) : lateral(time_s, r, heading),
    rollingOut: () => rollingOutSince_s !== null,
    drifting: () => drifting
  };
}
