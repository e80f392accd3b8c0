import type { Happening } from '../flight/flight-event';
import { bankForTurnRate } from '../air/level-turn';
import { DEGREES_PER_RADIAN, normaliseBearing, normaliseSigned, turnFromTo } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { seededNoise } from '../measure/seeded-noise';
import type { CardLine } from '../aircraft/configuration-card';
import type { Readings } from '../instrument/readings';
import type { ScanArea } from '../instrument/scan-area';
import type { NavigationShown } from '../radio/navigation-shown';
import type { RadioSettings } from '../radio/radio-settings';
import { procedureTurnRate } from '../procedure/turn';
import { bankOf, tasOf, turnRateOf } from '../drill/goal-in-air';
import { isNavigation } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSetting } from '../drill/settings';
import { pilotEyes } from './eyes';
import { navigatorFor, type SteeringOrder } from './navigator';
import { radioHands } from './radio-hands';
import type { Habits } from './habits';
import { recoverFrom } from './recovery';
import { scanBend, scanDemand, type ScanMoment } from './scan-demand';
import { sightOf, type Sight } from './sight';

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
  /** What is set on the radios, where there are any. */
  radios?: RadioSettings | undefined;
}

/**
 * A simulated pilot: told the lesson and the airplane's numbers, hears the calls, and otherwise knows only what the eyes
 * last read of each instrument.
 */
export interface Pilot {
  /** To be asked at every step; looks and acts at its own pace. @param phaseIndex the phase the instructor has called */
  act(
    time_s: number,
    readings: Readings,
    phaseIndex: number,
    navigation?: NavigationShown | null
  ): PilotHands;
  /** Where the eyes are. */
  looksAt(): ScanArea;
}

/** Corrections that build up are meant for looks this far apart. */
const USUAL_LOOK_S = 1.2;
/** A degree of path is so many ft/min for each knot. */
const FEET_PER_MINUTE_PER_KNOT_AND_DEGREE = 1.77;
/** Seconds from seeing to doing. */
const REACTION_S = 0.3;
/** How fast the pilot rolls into and out of turns. */
export const ROLL_DEGPS = 6;
/** Seconds on the level before a drill at the pilot's own pace is begun. */
const LEVEL_FOR_S = 12;
/** Who levels off too soon stays there so long before seeing it. */
const LEVEL_TOO_SOON_S = 24;
/** In rough air the turn needle is never still. */
const WINGS_LEVEL_DEGPS = 1.5;
/** Within so many degrees a heading is corrected, not turned to. */
const LARGEST_CORRECTION_BANK_DEG = 12;
/** By so much the bank of a turn is corrected for its rate. */
const LARGEST_BANK_CORRECTION_DEG = 4;
/** Degrees of bank for each degree a heading is off. */
const STEERING_GAIN = 1.1;

/** Time in which a turn goes on at its full rate while it is rolled out evenly: the rate goes with the bank's tangent. */
function rollOutTime_s(bank_deg: number): number {
  const bank = Math.max(1, bank_deg) / DEGREES_PER_RADIAN;
  return (-Math.log(Math.cos(bank)) * DEGREES_PER_RADIAN) / (Math.tan(bank) * ROLL_DEGPS);
}

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
  told: (habit: keyof Habits, time_s: number) => void = () => {},
  note: (what: Happening) => void = () => {}
): Pilot {
  const { plan, aircraft, drill } = lesson;
  const noise = seededNoise(seed);
  const navigator = navigatorFor(lesson, habits, told, note);
  const radios = radioHands(lesson, habits, told);
  let navigationShown: NavigationShown | null = null;
  const eyes = pilotEyes(!lesson.covered.includes('attitude'), seededNoise(seed + 5003));
  const trend_ktps = () => sight?.trend_ktps() ?? 0;
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
  let sight: Sight | null = null;
  /** How much of a usual correction the look just made is worth; nothing for what was not looked at. */
  const fresh = { altitude: 0, speed: 0, rate: 0, turn: 0 };
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
  let reckoned_deg = lesson.start.heading_deg;
  let reckonedAt_s = 0;
  let reckonedRate = 0;
  let level_s = 0;
  const pending: { at_s: number; hands: PilotHands }[] = [];
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
    noseHigh = (sight?.known.pitch_deg ?? 0) > 0;
    if (sight) navigator?.enter(next, time_s, sight.known);
  }

  function look(time_s: number, area: ScanArea, shown: Readings, phaseIndex: number): void {
    const worth = Math.min(2.5, sight!.take(area, time_s, shown) / USUAL_LOOK_S);
    fresh.altitude = area === 'altimeter' ? worth : 0;
    fresh.speed = area === 'airspeed' ? worth : 0;
    fresh.rate = area === 'vertical-speed' ? worth : 0;
    fresh.turn = area === 'turn' ? worth : 0;
    const r = sight!.now(time_s);
    if (area === 'turn') reckon(time_s, r);
    if (area === 'compass') steady(r);
    if (area === 'navigation' && navigationShown) navigator?.see(navigationShown, r);
    if (phaseIndex > step && climbsThrough(r)) told('levelsOffLate', time_s);
    else if (phaseIndex > step) enter(phaseIndex, time_s);
    else if (step <= phaseIndex + 1 && goesOn(time_s, r)) enter(step + 1, time_s);
    pending.push({ at_s: time_s + REACTION_S, hands: decide(time_s, r) });
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
    const slow = r.ias_kt + 2 * trend_ktps() <= goal.ias_kt + 2;
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
      const seen = altitude_ft - sight!.known.altitude_ft;
      if (Math.abs(seen) > 25) push = Math.sign(seen);
      told('overControls', time_s);
      pitch_deg = pitchFor(line, r, loadFactor, push * 2.6 * gentleness(r) * habits.overControls);
    } else {
      const rate = clamp(8 * error, -500, 500);
      const asked = rate / (FEET_PER_MINUTE_PER_KNOT_AND_DEGREE * Math.max(50, r.ias_kt));
      if (Math.abs(error) < 120)
        pitchCorrection = clamp(
          pitchCorrection + fresh.altitude * 0.0016 * gentleness(r) * clamp(error, -60, 60),
          -2.5,
          2.5
        );
      pitch_deg =
        pitchFor(line, r, loadFactor, asked) +
        pitchCorrection +
        (levelled > 6 ? clamp(0.002 * gentleness(r) * (rate - r.verticalSpeed_fpm), -2, 2) : 0);
    }
    const slow = line.ias_kt - r.ias_kt;
    const changing = Math.abs(slow) > 5;
    if (!changing) powerCorrection = clamp(powerCorrection + fresh.speed * clamp(0.002 * slow - 0.02 * trend_ktps(), -0.02, 0.02), -0.3, 0.4); // prettier-ignore
    const throttle =
      slow < -5 && trend_ktps() > -2.5
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
      const early = habits.levelsOffEarly > 0 && time_s - levellingSince_s < LEVEL_TOO_SOON_S;
      const target = early ? vertical.to_ft - way * 130 * habits.levelsOffEarly : vertical.to_ft;
      return level(time_s, r, target, settings[step + 1]?.line ?? line, loadFactor);
    }
    const in_s = time_s - since_s;
    if (vertical.kind === 'rate') {
      const rateError = line.verticalSpeed_fpm - r.verticalSpeed_fpm;
      const slow = line.ias_kt - r.ias_kt;
      const gentle = gentleness(r);
      if (in_s > 5) {
        pitchCorrection = clamp(
          pitchCorrection + fresh.rate * clamp(0.0012 * gentle * rateError, -0.35, 0.35),
          -4,
          4
        );
        powerCorrection = clamp(
          powerCorrection + fresh.speed * clamp(0.003 * slow - 0.02 * trend_ktps(), -0.03, 0.03),
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
          (in_s > 5 ? clamp(0.0065 * gentle * rateError, -2, 2) : 0) +
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
      pitchCorrection = clamp(
        pitchCorrection + fresh.speed * gentleness(r) * clamp(0.055 * fast, -0.33, 0.33),
        -6,
        6
      );
    return {
      pitch_deg:
        line.pitch_deg +
        pitchCorrection +
        clamp(gentleness(r) * (0.17 * fast + 0.45 * trend_ktps()), -3, 2) -
        zooming +
        wandering,
      throttle: line.throttle
    };
  }

  function lateral(time_s: number, r: Readings): number {
    const { lateral: goal } = drill.phases[step]!.goal;
    const heading = headingOf(time_s, r);
    const order = navigator?.steer(time_s, { ...r, heading_deg: heading });
    if (order) return steered(order, heading);
    if (goal.kind === 'heading') {
      if (habits.favoursRight > 0) told('favoursRight', time_s);
      const error = turnFromTo(heading, goal.heading_deg + 6.5 * habits.favoursRight);
      if (habits.omitsHeading > 0 && drill.phases[step]!.goal.vertical.kind !== 'level') {
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
      return clamp(0.8 * error, -LARGEST_CORRECTION_BANK_DEG, LARGEST_CORRECTION_BANK_DEG);
    }
    if (goal.kind !== 'turn') return 0;
    const phase = drill.phases[step]!;
    const bank = bankOf(phase.goal, plan);
    if (goal.to_deg !== null) {
      const in_s = time_s - since_s;
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
    } else if (time_s - since_s > phase.expected_s - bank / 2 / 3 && habits.rollsOutLate === 0) {
      // By the clock: the roll-in cost half of what the roll-out gives back.
      return time_s - since_s > phase.expected_s - 0.4 ? 0 : goal.direction * (bank + bankCorrection);
    }
    if (goal.rate_degps !== null && time_s - since_s > 3 + bank / ROLL_DEGPS)
      bankCorrection = clamp(
        bankCorrection +
          fresh.turn * clamp(1.2 * (goal.rate_degps - goal.direction * r.turnRate_degps), -1, 1),
        -Math.min(LARGEST_BANK_CORRECTION_DEG, bank / 4),
        Math.min(LARGEST_BANK_CORRECTION_DEG, bank / 4)
      );
    return goal.direction * (bank + bankCorrection);
  }

  /** The bank that brings a heading about: standard rate, or less as it comes near. */
  function steered({ heading_deg, direction, bank_deg }: SteeringOrder, heading: number): number {
    if (bank_deg !== null) return bank_deg;
    const tas = tasOf(drill.phases[step]!.goal, plan);
    const most = bankForTurnRate(tas, procedureTurnRate(tas));
    const short = turnFromTo(heading, heading_deg);
    // The long way round, unless it is nearly there.
    const error =
      direction !== 0 && Math.abs(short) > 15 && Math.sign(short) !== direction ? direction * 180 : short;
    return clamp(STEERING_GAIN * error, -most, most);
  }

  /** With a heading or an altitude coming up the eyes stay on it. */
  function moment(time_s: number, r: Readings): ScanMoment {
    const { goal, recovery } = drill.phases[step]!;
    const { vertical, lateral: turn } = goal;
    const toGo =
      turn.kind !== 'turn' || turn.to_deg === null || rollingOutSince_s !== null
        ? 360
        : normaliseSigned(turn.direction * (turn.to_deg - headingOf(time_s, r)));
    const turnRate_degps = turn.kind === 'turn' ? turnRateOf(goal, plan) : 0;
    return {
      goal,
      covered: lesson.covered,
      nearRollOut: toGo > 0 && toGo < 9 + 4 * turnRate_degps,
      nearLevelOff:
        vertical.kind !== 'level' &&
        Math.abs(vertical.to_ft - r.altitude_ft) < 0.35 * Math.abs(r.verticalSpeed_fpm) + 60,
      recovering: recovery,
      correctingHeading: !drifting,
      byRadio: navigator !== null,
      turnRate_degps
    };
  }

  /** Heading by turn rate and clock, from one look at the turn to the next. */
  function reckon(time_s: number, r: Readings): void {
    const dt = time_s - reckonedAt_s;
    reckoned_deg = normaliseBearing(reckoned_deg + ((reckonedRate + r.turnRate_degps) / 2) * dt);
    reckonedAt_s = time_s;
    reckonedRate = r.turnRate_degps;
    level_s = Math.abs(r.turnRate_degps) < WINGS_LEVEL_DEGPS ? level_s + dt : 0;
  }

  /** The compass is believed once the wings have been level for a while. */
  function steady(r: Readings): void {
    if (level_s > 8)
      reckoned_deg = normaliseBearing(reckoned_deg + 0.3 * turnFromTo(reckoned_deg, r.compass_deg));
  }

  /** Heading now: as reckoned, or as seen and, in a turn that is under way, gone on at its rate. */
  function headingOf(time_s: number, r: Readings): number {
    if (byClock) return normaliseBearing(reckoned_deg + reckonedRate * (time_s - reckonedAt_s));
    const { goal } = drill.phases[step]!;
    if (isNavigation(goal.lateral))
      return r.heading_deg + sight!.known.turnRate_degps * sight!.age('heading', time_s);
    if (goal.lateral.kind !== 'turn' || rollingOutSince_s !== null || time_s - since_s < 6)
      return r.heading_deg;
    return r.heading_deg + goal.lateral.direction * turnRateOf(goal, plan) * sight!.age('heading', time_s);
  }

  return {
    act(time_s, readings, phaseIndex, navigation = null) {
      navigationShown = navigation;
      if (!sight) {
        sight = sightOf(readings);
        navigator?.enter(0, time_s, readings);
      }
      const { now } = sight;
      const read = eyes.step(
        time_s,
        () => scanDemand(moment(time_s, now(time_s)), habits),
        () => scanBend(habits, moment(time_s, now(time_s)))
      );
      if (read) {
        if (habits.omitsEngine > 0) told('omitsEngine', time_s);
        if (habits.overemphasises > 0 && read === 'vertical-speed') told('overemphasises', time_s);
        look(time_s, read, readings, phaseIndex);
      }
      while (pending[0] && time_s >= pending[0].at_s) hands = pending.shift()!.hands;
      return navigator ? { ...hands, radios: radios(time_s, step) } : hands;
    },
    looksAt: eyes.area
  };
}
