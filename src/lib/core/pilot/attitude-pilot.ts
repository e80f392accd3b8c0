import { DEGREES_PER_RADIAN, normaliseBearing, normaliseSigned, turnFromTo } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { seededNoise } from '../measure/seeded-noise';
import type { CardLine } from '../aircraft/configuration-card';
import type { Readings } from '../instrument/readings';
import { bankOf, turnRateOf } from '../drill/compose-drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSetting } from '../drill/settings';
import type { Habits } from './habits';
import { recoverFrom } from './recovery';

/** What a pilot's hands do. Pitch and bank are held as attitudes, as hands do it: by the attitude indicator. */
export interface PilotHands {
  pitch_deg: number;
  bank_deg: number;
  throttle: number;
  propeller: number;
  trim: number;
  flapsTarget_deg: number;
  gearTarget: number;
  /** Nothing is touched: the airplane goes on as it is. */
  handsOff: boolean;
}

/** A simulated pilot: told the lesson and the airplane's numbers, hears the calls, and otherwise sees only the panel. */
export interface Pilot {
  /** To be asked at every step; looks and acts at its own pace. @param phaseIndex the phase the instructor has called */
  act(time_s: number, readings: Readings, phaseIndex: number): PilotHands;
}

/** Seconds between two rounds of the scan; what lies between is flown on what was last seen. */
const SCAN_ROUND_S = 1.2;
/** A degree of path is so many ft/min for each knot. */
const FEET_PER_MINUTE_PER_KNOT_AND_DEGREE = 1.77;
/** Seconds from seeing to doing. */
const REACTION_S = 0.3;
/** How fast the pilot rolls into and out of turns. */
export const ROLL_DEGPS = 6;
/** Seconds on the level before a drill at the pilot's own pace is begun. */
const LEVEL_FOR_S = 12;
/** Within so many degrees a heading is corrected, not turned to. */
const LARGEST_CORRECTION_BANK_DEG = 12;

/**
 * A pilot for any attitude drill who sets the known attitude and power, waits, and corrects by small amounts with a pause
 * between: on a level the nose holds the altitude and power the speed; on a rate the nose holds the rate and power the
 * speed; on a speed climb the nose holds the speed. Habits bend exactly that.
 * @param told hears when a habit acts: the truth findings are measured against
 */
export function attitudePilot(
  lesson: Lesson,
  settings: readonly PhaseSetting[],
  habits: Habits,
  seed: number,
  told: (habit: keyof Habits, time_s: number) => void = () => {}
): Pilot {
  const { plan, aircraft, drill } = lesson;
  const noise = seededNoise(seed);
  const byClock = lesson.covered.includes('heading');
  const zeroLift = (flaps_deg: number) =>
    ((aircraft.lift.zeroAngle + aircraft.flaps.lift_pdeg * flaps_deg) / aircraft.lift.slope_prad) *
    DEGREES_PER_RADIAN;
  const startWait_s = LEVEL_FOR_S + 4 * noise.uniform();
  const pumpPeriod_s = 11 + 5 * noise.uniform();
  const huntPeriod_s = 4.5 + 1.5 * noise.uniform();
  const driftSide = noise.uniform() < 0.5 ? -1 : 1;

  let step = 0;
  let since_s = 0;
  let seen: Readings | null = null;
  let nextLook_s = 0;
  let trend_ktps = 0;
  let pitchCorrection = 0;
  let powerCorrection = 0;
  let bankCorrection = 0;
  /** Once begun, a level-off or roll-out is carried through. */
  let levellingSince_s: number | null = null;
  let rollingOutSince_s: number | null = null;
  let push = 0;
  let drifting = true;
  let noseHigh = false;
  /** Heading as reckoned by turn rate and clock, for when the indicator is covered. */
  let reckoned_deg = plan.heading_deg;
  let level_s = 0;
  let lastTime_s = 0;
  let pending: { at_s: number; hands: PilotHands } | null = null;
  const first = settings[0]!.line;
  let hands: PilotHands = {
    pitch_deg: first.pitch_deg,
    bank_deg: 0,
    throttle: first.throttle,
    propeller: first.propeller,
    trim: first.trim,
    flapsTarget_deg: 0,
    gearTarget: first.gear,
    handsOff: false
  };

  function enter(next: number, time_s: number): void {
    const sameVertical =
      JSON.stringify(drill.phases[next]!.goal.vertical) === JSON.stringify(drill.phases[step]!.goal.vertical);
    step = next;
    since_s = time_s;
    if (!sameVertical) {
      pitchCorrection = 0;
      powerCorrection = 0;
    }
    bankCorrection = 0;
    levellingSince_s = null;
    rollingOutSince_s = null;
    noseHigh = (seen?.pitch_deg ?? 0) > 0;
  }

  function look(time_s: number, r: Readings, phaseIndex: number): void {
    if (seen) trend_ktps = 0.5 * trend_ktps + (0.5 * (r.ias_kt - seen.ias_kt)) / SCAN_ROUND_S;
    seen = { ...r };
    if (phaseIndex > step && climbsThrough(r)) told('levelsOffLate', time_s);
    else if (phaseIndex > step) enter(phaseIndex, time_s);
    else if (step <= phaseIndex + 1 && goesOn(time_s, r)) enter(step + 1, time_s);
    pending = { at_s: time_s + REACTION_S, hands: decide(time_s, r) };
  }

  /** Late to level off: the altitude has to be passed before anything is done about it. */
  function climbsThrough(r: Readings): boolean {
    const { vertical } = drill.phases[step]!.goal;
    if (habits.levelsOffLate === 0 || vertical.kind === 'level') return false;
    const way = Math.sign(settings[step]!.line.verticalSpeed_fpm) || 1;
    return (r.altitude_ft - vertical.to_ft) * way < 70 * habits.levelsOffLate;
  }

  /** Whether the pilot begins the next phase without being called. */
  function goesOn(time_s: number, r: Readings): boolean {
    const { pace, goal } = drill.phases[step]!;
    const next = drill.phases[step + 1];
    if (pace !== 'own' || !next) return false;
    const in_s = time_s - since_s;
    const { vertical } = goal;
    if (vertical.kind !== 'level') {
      if (next.goal.vertical.kind === 'level') return false;
      const lead = Math.abs(r.verticalSpeed_fpm) * 0.02 + 8;
      return vertical.verticalSpeed_fpm !== null && vertical.verticalSpeed_fpm < 0
        ? r.altitude_ft <= vertical.to_ft + lead
        : false;
    }
    const before = drill.phases[step - 1]?.goal.ias_kt ?? plan.startSpeed_kt;
    if (goal.ias_kt >= before) return in_s > startWait_s;
    const patience = habits.startsDownBeforeSlowing;
    const slow = r.ias_kt + 2 * trend_ktps <= goal.ias_kt + 2;
    const tooSoon = !slow && patience > 0 && in_s > 12 * (1 - patience) + 1;
    if (tooSoon) told('startsDownBeforeSlowing', time_s);
    return slow || tooSoon;
  }

  function decide(time_s: number, r: Readings): PilotHands {
    const phase = drill.phases[step]!;
    const in_s = time_s - since_s;
    const line = settings[step]!.line;
    if (phase.upset !== null) return { ...hands, handsOff: true };
    if (phase.recovery) {
      const cruise = settings[0]!.line;
      if (habits.slowToReact > 0) told('slowToReact', time_s);
      if (habits.wrongOrder > 0) told('wrongOrder', time_s);
      const recovering = recoverFrom(r, in_s, cruise, habits, noseHigh);
      if (recovering) return { ...hands, ...recovering, trim: cruise.trim, handsOff: false };
      return { ...hands, handsOff: true };
    }
    const { vertical } = phase.goal;
    const bank_deg = lateral(time_s, r);
    const loadFactor = 1 / Math.max(0.4, Math.cos(r.bank_deg / DEGREES_PER_RADIAN));
    let flaps =
      r.ias_kt < line.ias_kt + 6 || phase.goal.flaps_deg <= r.flaps_deg ? line.flaps_deg : r.flaps_deg;
    let gear = line.gear;
    if (habits.configuresLate > 0 && in_s < 26 * habits.configuresLate && vertical.kind === 'rate') {
      told('configuresLate', time_s);
      flaps = settings[Math.max(0, step - 2)]!.line.flaps_deg;
      gear = settings[Math.max(0, step - 2)]!.line.gear;
    }
    if (habits.configuresLate > 0 && vertical.kind === 'level' && phase.goal.flaps_deg > 0) {
      flaps = 0;
    }
    const { throttle, pitch_deg } =
      vertical.kind === 'level'
        ? level(time_s, r, vertical.altitude_ft, line, loadFactor)
        : upOrDown(time_s, r, line, loadFactor);
    if (vertical.kind === 'speed' && vertical.verticalSpeed_fpm === null && r.verticalSpeed_fpm < 200) {
      // Cleaning up waits for the climb.
      flaps = r.flaps_deg > 1 ? Math.max(flaps, settings[Math.max(0, step - 1)]!.line.flaps_deg) : flaps;
    }
    if (habits.huntsPower > 0) told('huntsPower', time_s);
    if (habits.fliesOutOfTrim > 0) told('fliesOutOfTrim', time_s);
    const hunting = habits.huntsPower * 0.14 * Math.sign(Math.sin((2 * Math.PI * time_s) / huntPeriod_s));
    return {
      pitch_deg: clamp(pitch_deg, -15, 18),
      bank_deg,
      throttle: clamp(throttle + hunting, 0, 1),
      propeller: line.propeller,
      trim: line.trim + 0.3 * habits.fliesOutOfTrim,
      flapsTarget_deg: flaps,
      gearTarget: gear,
      handsOff: false
    };
  }

  /** The faster, the more a degree of pitch does: corrections are meant at 90 kt. */
  function gentleness(r: Readings): number {
    return clamp(90 / Math.max(50, r.ias_kt), 0.4, 1.2);
  }

  /** Nose for a path at this speed, flap setting and load: the wing's angle goes with load over speed squared. */
  function pitchFor(line: CardLine, r: Readings, loadFactor: number, path_deg: number): number {
    const linePath = line.verticalSpeed_fpm / (FEET_PER_MINUTE_PER_KNOT_AND_DEGREE * line.ias_kt);
    const wing = line.pitch_deg - linePath + zeroLift(line.flaps_deg);
    const speedRatio = clamp(line.ias_kt / Math.max(30, r.ias_kt), 0.6, 1.8);
    return wing * loadFactor * speedRatio ** 2 - zeroLift(r.flaps_deg) + path_deg;
  }

  function level(time_s: number, r: Readings, altitude_ft: number, line: CardLine, loadFactor: number) {
    const error = altitude_ft - r.altitude_ft;
    let pitch_deg: number;
    const levelled = levellingSince_s === null ? time_s - since_s : time_s - levellingSince_s;
    if (habits.overControls > 0 && Math.abs(error) < 400 && levelled > 8) {
      // Pushes one way until the altitude has been passed, then the other way.
      if (Math.abs(error) > 20) push = Math.sign(error);
      told('overControls', time_s);
      pitch_deg = pitchFor(line, r, loadFactor, push * 2.6 * gentleness(r) * habits.overControls);
    } else {
      const rate = clamp(8 * error, -500, 500);
      const asked = rate / (FEET_PER_MINUTE_PER_KNOT_AND_DEGREE * Math.max(50, r.ias_kt));
      if (Math.abs(error) < 120)
        pitchCorrection = clamp(pitchCorrection + 0.0016 * gentleness(r) * clamp(error, -60, 60), -2.5, 2.5);
      pitch_deg =
        pitchFor(line, r, loadFactor, asked) +
        pitchCorrection +
        (levelled > 6 ? clamp(0.002 * gentleness(r) * (rate - r.verticalSpeed_fpm), -2, 2) : 0);
    }
    const slow = line.ias_kt - r.ias_kt;
    const changing = Math.abs(slow) > 5;
    if (!changing) powerCorrection = clamp(powerCorrection + clamp(0.002 * slow - 0.02 * trend_ktps, -0.02, 0.02), -0.3, 0.4); // prettier-ignore
    const throttle =
      slow < -5 && trend_ktps > -2.5
        ? 0.35 * line.throttle
        : slow > 6
          ? Math.min(1, line.throttle + 0.25)
          : line.throttle + powerCorrection + clamp(0.01 * slow, -0.08, 0.1) + 0.35 * (loadFactor - 1);
    return { pitch_deg, throttle };
  }

  function upOrDown(time_s: number, r: Readings, line: CardLine, loadFactor: number) {
    const { vertical } = drill.phases[step]!.goal as { vertical: { to_ft: number; kind: 'rate' | 'speed' } };
    const after = drill.phases[step + 1]?.goal.vertical;
    const toGo = Math.abs(vertical.to_ft - r.altitude_ft);
    const way = Math.sign(line.verticalSpeed_fpm) || 1;
    const passed = (r.altitude_ft - vertical.to_ft) * way;
    const lead = Math.max(30, Math.abs(r.verticalSpeed_fpm) / 10);
    const begins =
      habits.levelsOffLate > 0
        ? passed > 70 * habits.levelsOffLate
        : toGo < lead + 130 * habits.levelsOffEarly || passed > 0;
    if (after?.kind !== 'rate' && after?.kind !== 'speed' && (levellingSince_s !== null || begins)) {
      if (levellingSince_s === null) {
        levellingSince_s = time_s;
        if (habits.levelsOffLate > 0) told('levelsOffLate', time_s);
        if (habits.levelsOffEarly > 0) told('levelsOffEarly', time_s);
      }
      const early = habits.levelsOffEarly > 0 && time_s - levellingSince_s < 16;
      const target = early ? vertical.to_ft - way * 130 * habits.levelsOffEarly : vertical.to_ft;
      return level(time_s, r, target, settings[step + 1]?.line ?? line, loadFactor);
    }
    const in_s = time_s - since_s;
    if (vertical.kind === 'rate') {
      const rateError = line.verticalSpeed_fpm - r.verticalSpeed_fpm;
      const slow = line.ias_kt - r.ias_kt;
      const gentle = gentleness(r);
      if (in_s > 5) {
        pitchCorrection = clamp(pitchCorrection + clamp(0.0012 * gentle * rateError, -0.35, 0.35), -4, 4);
        powerCorrection = clamp(
          powerCorrection + clamp(0.003 * slow - 0.02 * trend_ktps, -0.03, 0.03),
          -0.4,
          0.4
        );
      }
      const path = line.verticalSpeed_fpm / (FEET_PER_MINUTE_PER_KNOT_AND_DEGREE * line.ias_kt);
      if (habits.pumpsPitch > 0) told('pumpsPitch', time_s);
      const chase = -4.5 * gentle * habits.pumpsPitch * Math.sin((2 * Math.PI * in_s) / pumpPeriod_s);
      const fast = -slow > 12;
      return {
        pitch_deg:
          pitchFor(line, r, loadFactor, path) +
          pitchCorrection +
          (in_s > 5 ? clamp(0.005 * gentle * rateError, -2, 2) : 0) +
          chase,
        throttle: (fast ? 0.6 * line.throttle : line.throttle) + powerCorrection + 0.35 * (loadFactor - 1)
      };
    }
    // Pitch for speed.
    const fast = r.ias_kt - line.ias_kt;
    // Coming down at a set power the rate is known: the nose does not wander while it looks for the speed.
    const known = drill.phases[step]!.goal.vertical;
    const wandering =
      known.kind === 'speed' && known.verticalSpeed_fpm !== null && in_s > 6
        ? clamp(0.003 * gentleness(r) * (line.verticalSpeed_fpm - r.verticalSpeed_fpm), -1.5, 1.5)
        : 0;
    // A fast airplane is not thrown into its climb: spare speed is given up at no more than the climb's own rate and a bit.
    const steepest = 1.25 * Math.max(400, line.verticalSpeed_fpm) + 200;
    const zooming = clamp(0.004 * gentleness(r) * (r.verticalSpeed_fpm - steepest), 0, 8);
    if (in_s > 8 && zooming === 0)
      pitchCorrection = clamp(pitchCorrection + clamp(0.05 * fast, -0.3, 0.3), -6, 6);
    return {
      pitch_deg:
        line.pitch_deg + pitchCorrection + clamp(0.15 * fast + 0.4 * trend_ktps, -3, 2) - zooming + wandering,
      throttle: line.throttle
    };
  }

  function lateral(time_s: number, r: Readings): number {
    const { lateral: goal } = drill.phases[step]!.goal;
    const heading = byClock ? reckoned_deg : r.heading_deg;
    if (goal.kind === 'heading') {
      if (habits.favoursRight > 0) told('favoursRight', time_s);
      const error = turnFromTo(heading, goal.heading_deg + 6.5 * habits.favoursRight);
      if (habits.fixates > 0) {
        if (Math.abs(error) > 22) drifting = false;
        else if (Math.abs(error) < 3) drifting = true;
        if (drifting) told('fixates', time_s);
        if (drifting) return 2.2 * habits.fixates * driftSide;
      }
      return clamp(0.8 * error, -LARGEST_CORRECTION_BANK_DEG, LARGEST_CORRECTION_BANK_DEG);
    }
    const phase = drill.phases[step]!;
    const bank = bankOf(phase.goal, plan);
    if (goal.to_deg !== null) {
      const in_s = time_s - since_s;
      const toGo = normaliseSigned(goal.direction * (goal.to_deg - heading));
      const rate = turnRateOf(phase.goal, plan);
      const lead =
        (rate * bank) / (2 * ROLL_DEGPS) +
        (2 * REACTION_S + SCAN_ROUND_S / 4) * rate -
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
    } else if (time_s - since_s > phase.expected_s - bank / 2 / 3 && habits.rollsOutLate === 0) {
      // By the clock: the roll-in cost half of what the roll-out gives back.
      return time_s - since_s > phase.expected_s - 0.4 ? 0 : goal.direction * (bank + bankCorrection);
    }
    if (goal.rate_degps !== null && time_s - since_s > 4)
      bankCorrection = clamp(
        bankCorrection + clamp(1.2 * (goal.rate_degps - goal.direction * r.turnRate_degps), -1, 1),
        -6,
        6
      );
    return goal.direction * (bank + bankCorrection);
  }

  /** With the heading coming up the eyes stay on it. */
  function nearRollOut(r: Readings): boolean {
    const { lateral: goal } = drill.phases[step]!.goal;
    if (goal.kind !== 'turn' || goal.to_deg === null || rollingOutSince_s !== null) return false;
    const toGo = normaliseSigned(goal.direction * (goal.to_deg - (byClock ? reckoned_deg : r.heading_deg)));
    return toGo > 0 && toGo < 30;
  }

  function reckon(time_s: number, r: Readings): void {
    const dt = time_s - lastTime_s;
    lastTime_s = time_s;
    reckoned_deg = normaliseBearing(reckoned_deg + r.turnRate_degps * dt);
    level_s = Math.abs(r.turnRate_degps) < 0.6 ? level_s + dt : 0;
    // The compass is believed once the wings have been level for a while.
    if (level_s > 8)
      reckoned_deg = normaliseBearing(reckoned_deg + 0.15 * dt * turnFromTo(reckoned_deg, r.compass_deg));
  }

  return {
    act(time_s, readings, phaseIndex) {
      if (byClock) reckon(time_s, readings);
      if (time_s >= nextLook_s) {
        nextLook_s =
          time_s + SCAN_ROUND_S * (0.85 + 0.3 * noise.uniform()) * (nearRollOut(readings) ? 0.4 : 1);
        look(time_s, readings, phaseIndex);
      }
      if (pending && time_s >= pending.at_s) {
        hands = pending.hands;
        pending = null;
      }
      return hands;
    }
  };
}
