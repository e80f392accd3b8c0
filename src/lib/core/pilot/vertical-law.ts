import { nextPhase } from '../drill/drill';
import { FEET_PER_MINUTE_PER_KNOT_AND_DEGREE } from '../measure/units';
import type { CardLine } from '../aircraft/configuration-card';
import type { Readings } from '../instrument/readings';
import { DEGREES_PER_RADIAN } from '../measure/angle';
import { clamp } from '../measure/clamp';
import type { Flying } from './flying';

/** Who levels off too soon stays there so long before seeing it. */
const LEVEL_TOO_SOON_S = 24;

/** Feet a minute for each foot off the path, the most of them, and the most the known rate is changed by for good. */
const PATH_GAIN = 1.6;
const SEEN_PATH_GAIN = 4;
const STEP_GAIN = 8;
const MOST_CORRECTION_FPM = 300;
const MOST_LEARNT_FPM = 250;
/** Farther off than this the path is only being come back to: nothing is to be learnt from that about the rate. */
const LEARNS_WITHIN_FT = 100;

/** Who goes down early does so after a while on the level, by so much. */
const EARLY_AFTER_S = 25;
const EARLY_FT = 300;
/** Who chases a path does so from so little, by so much. */
const CHASED_FT = 10;
const CHASING_DEG = 3;
/** So long a new speed is being gone to; it is nearly there when it is nearer by so much than what set it going. */
const NEW_SPEED_S = 75;
const SETTLED_KT = 2.5;
/** An altitude farther off than this is gone to, with so much of the power for the rate. */
const FAR_FT = 120;
const STILL_LEVEL_FPM = 250;
const POWER_FOR_RATE = 0.45;
/** A speed off by less than this, or changing more slowly, is the air's doing: the power stays. */
const SPEED_KT = 1;
const TREND_KTPS = 0.15;
const worth = (value: number, least: number) => Math.sign(value) * Math.max(0, Math.abs(value) - least);

/** Nose and power. */
export interface VerticalHands {
  pitch_deg: number;
  throttle: number;
}

/** What a simulated pilot does with nose and power for a phase's vertical goal. */
export interface VerticalLaw {
  /** @param sameVertical the phase asks for what the one before asked for: its corrections are kept */
  begin(sameVertical: boolean): void;
  act(time_s: number, r: Readings, line: CardLine): VerticalHands;
}

/** @param pumpPeriod_s of whoever pumps the nose */
export function verticalLaw(flying: Flying, pumpPeriod_s: number): VerticalLaw {
  const { settings, habits, told } = flying;
  const { aircraft, drill } = flying.lesson;
  const zeroLift = (flaps_deg: number) =>
    ((aircraft.lift.zeroAngle + aircraft.flaps.lift_pdeg * flaps_deg) / aircraft.lift.slope_prad) *
    DEGREES_PER_RADIAN;
  let pitchCorrection = 0;
  let powerCorrection = 0;
  /** A speed some way off is gone to with the power, +1 up, −1 down, until it is nearly there: a gust on the way does not undo it. */
  let hastening = 0;
  /** Once begun, a level-off is carried through. */
  let levellingSince_s: number | null = null;
  let push = 0;
  let pathSeen = 0;
  let rateLearnt_fpm = 0;

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
    const levelled = levellingSince_s === null ? time_s - flying.since_s : time_s - levellingSince_s;
    if (habits.overControls > 0 && Math.abs(error) < 400 && levelled > 8) {
      // Pushes one way until the altitude has been passed, then the other way.
      const seen = altitude_ft - flying.sight!.known.altitude_ft;
      if (Math.abs(seen) > 25) push = Math.sign(seen);
      told('overControls', time_s);
      pitch_deg = pitchFor(line, r, loadFactor, push * 2.6 * gentleness(r) * habits.overControls);
    } else {
      const rate = clamp(8 * error, -500, 500);
      const asked = rate / (FEET_PER_MINUTE_PER_KNOT_AND_DEGREE * Math.max(50, r.ias_kt));
      if (Math.abs(error) < 120)
        pitchCorrection = clamp(
          pitchCorrection + flying.fresh.altitude * 0.0016 * gentleness(r) * clamp(error, -60, 60),
          -2.5,
          2.5
        );
      pitch_deg =
        pitchFor(line, r, loadFactor, asked) +
        pitchCorrection +
        (levelled > 6 ? clamp(0.002 * gentleness(r) * (rate - r.verticalSpeed_fpm), -2, 2) : 0);
    }
    // On the way to an altitude some way off, power goes with the rate.
    const onTheWay = worth(clamp(8 * error, -500, 500), STILL_LEVEL_FPM) / (500 - STILL_LEVEL_FPM);
    const power = Math.abs(error) > FAR_FT ? line.throttle * (1 + POWER_FOR_RATE * onTheWay) : line.throttle;
    const slow = line.ias_kt - r.ias_kt;
    if (Math.abs(slow) <= 5)
      powerCorrection = clamp(
        powerCorrection +
          flying.fresh.speed *
            clamp(0.002 * worth(slow, SPEED_KT) - 0.02 * worth(flying.trend_ktps(), TREND_KTPS), -0.02, 0.02),
        -0.3,
        0.4
      );
    // A new speed is gone to with the power; in a phase long begun it is a gust, until it is much.
    const off_kt = time_s - flying.since_s < NEW_SPEED_S ? 5 : 9;
    if (slow > off_kt + 1) hastening = 1;
    else if (slow < -off_kt) hastening = -1;
    else if (hastening * slow < off_kt - SETTLED_KT) hastening = 0;
    const throttle =
      hastening < 0 && flying.trend_ktps() > -2.5
        ? 0.35 * power
        : hastening > 0
          ? Math.min(1, power + 0.25)
          : power +
            powerCorrection +
            clamp(0.01 * worth(slow, SPEED_KT), -0.08, 0.1) +
            0.35 * (loadFactor - 1);
    return { pitch_deg, throttle };
  }

  /** What the known rate is changed by to come back to the path, and by what it has been found to be off. */
  function towardPath_fpm(line: CardLine): number {
    const { below_ft, underStep_ft, seen } = flying.path;
    // A runway that is seen low is waited for in level flight.
    if (drill.phases[flying.step]!.reference?.bySight)
      return clamp(SEEN_PATH_GAIN * below_ft, -MOST_CORRECTION_FPM, Math.abs(line.verticalSpeed_fpm));
    if (seen !== pathSeen) {
      pathSeen = seen;
      if (Math.abs(below_ft) < LEARNS_WITHIN_FT)
        rateLearnt_fpm = clamp(rateLearnt_fpm + 0.08 * below_ft, -MOST_LEARNT_FPM, MOST_LEARNT_FPM);
    }
    const back_fpm = clamp(PATH_GAIN * below_ft, -MOST_CORRECTION_FPM, MOST_CORRECTION_FPM) + rateLearnt_fpm;
    // Close over a step the descent is eased, to level flight if need be, whatever the path asks for.
    return underStep_ft > 0
      ? Math.max(back_fpm, Math.min(STEP_GAIN * underStep_ft, Math.abs(line.verticalSpeed_fpm)))
      : back_fpm;
  }

  /** How far below what is asked for it goes who is already at the altitude after the next. */
  function early_ft(time_s: number): number {
    const { vertical, floor } = flying.phase().goal;
    if (habits.descendsEarly === 0 || vertical.kind !== 'level' || time_s - flying.since_s < EARLY_AFTER_S)
      return 0;
    const next = drill.phases
      .slice(flying.step + 1)
      .find(({ goal, segment }) => segment !== 'missed' && goal.vertical.kind !== 'level');
    const to_ft =
      next && next.goal.vertical.kind !== 'level' ? next.goal.vertical.to_ft : vertical.altitude_ft;
    if (!flying.phase().segment || floor?.hard || to_ft > vertical.altitude_ft - EARLY_FT) return 0;
    told('descendsEarly', time_s);
    return EARLY_FT * habits.descendsEarly;
  }

  /** What an altitude is held with after this climb or descent, or was before it. */
  function levelLine(line: CardLine): CardLine {
    const isLevel = (index: number) => drill.phases[index]!.goal.vertical.kind === 'level';
    const { step } = flying;
    const after = drill.phases.findIndex((_, index) => index > step && isLevel(index));
    const before = drill.phases.findLastIndex((_, index) => index < step && isLevel(index));
    return settings[after >= 0 ? after : before]?.line ?? line;
  }

  function upOrDown(time_s: number, r: Readings, line: CardLine, loadFactor: number) {
    const { vertical } = drill.phases[flying.step]!.goal as {
      vertical: { to_ft: number; kind: 'rate' | 'speed' | 'path' };
    };
    const after = nextPhase(drill, flying.step)?.goal.vertical;
    const toGo = Math.abs(vertical.to_ft - r.altitude_ft);
    const way = Math.sign(line.verticalSpeed_fpm) || 1;
    const passed = (r.altitude_ft - vertical.to_ft) * way;
    const lead = Math.max(30, Math.abs(r.verticalSpeed_fpm) / 10);
    const begins =
      habits.levelsOffLate > 0
        ? passed > 70 * habits.levelsOffLate
        : toGo < lead + 130 * habits.levelsOffEarly || passed > 0;
    // A turn may last longer than the climb it is flown in: the altitude is the altitude.
    const ends = after === undefined || after.kind === 'level' || after.to_ft === vertical.to_ft;
    // Looking out one waits at the height of the base for the turn onto the final.
    const bySight = drill.phases[flying.step]!.reference?.bySight === true && vertical.kind !== 'path';
    const waits = bySight && (levellingSince_s !== null || passed > 0);
    if ((ends && (levellingSince_s !== null || begins)) || waits) {
      if (levellingSince_s === null) {
        levellingSince_s = time_s;
        if (habits.levelsOffLate > 0) told('levelsOffLate', time_s);
        if (habits.levelsOffEarly > 0) told('levelsOffEarly', time_s);
      }
      const early = habits.levelsOffEarly > 0 && time_s - levellingSince_s < LEVEL_TOO_SOON_S;
      const target = early ? vertical.to_ft - way * 130 * habits.levelsOffEarly : vertical.to_ft;
      return level(time_s, r, target, levelLine(line), loadFactor);
    }
    const in_s = time_s - flying.since_s;
    if (vertical.kind === 'rate' || vertical.kind === 'path') {
      const asked_fpm = line.verticalSpeed_fpm + (vertical.kind === 'path' ? towardPath_fpm(line) : 0);
      const rateError = asked_fpm - r.verticalSpeed_fpm;
      const slow = line.ias_kt - r.ias_kt;
      const gentle = gentleness(r);
      // On a path the speed is let swing a little; a rate alone is held the closer.
      const still = vertical.kind === 'path' ? worth : (value: number) => value;
      if (in_s > 5) {
        pitchCorrection = clamp(
          pitchCorrection + flying.fresh.rate * clamp(0.0012 * gentle * rateError, -0.35, 0.35),
          -4,
          4
        );
        powerCorrection = clamp(
          powerCorrection +
            flying.fresh.speed *
              clamp(
                0.003 * still(slow, SPEED_KT) - 0.02 * still(flying.trend_ktps(), TREND_KTPS),
                -0.03,
                0.03
              ),
          -0.4,
          0.4
        );
      }
      const path = asked_fpm / (FEET_PER_MINUTE_PER_KNOT_AND_DEGREE * line.ias_kt);
      if (habits.pumpsPitch > 0) told('pumpsPitch', time_s);
      if (vertical.kind === 'path' && habits.chasesPath > 0) told('chasesPath', time_s);
      // The nose goes after the needle until it has crossed.
      const after =
        vertical.kind === 'path' && Math.abs(flying.path.below_ft) > CHASED_FT
          ? CHASING_DEG * gentle * habits.chasesPath * Math.sign(flying.path.below_ft)
          : 0;
      const chase = after - 4.5 * gentle * habits.pumpsPitch * Math.sin((2 * Math.PI * in_s) / pumpPeriod_s);
      const fast = -slow > 12;
      return {
        pitch_deg:
          pitchFor(line, r, loadFactor, path) +
          pitchCorrection +
          (in_s > 5 ? clamp(0.0065 * gentle * rateError, -2, 2) : 0) +
          chase,
        throttle:
          (fast ? 0.6 * line.throttle : line.throttle) +
          powerCorrection +
          clamp(0.01 * worth(slow, SPEED_KT), -0.08, 0.1) +
          0.35 * (loadFactor - 1)
      };
    }
    // Pitch for speed.
    const fast = r.ias_kt - line.ias_kt;
    // Coming down at a set power the rate is known: the nose does not wander while it looks for the speed.
    const known = drill.phases[flying.step]!.goal.vertical;
    const wandering =
      known.kind === 'speed' && known.verticalSpeed_fpm !== null && in_s > 6
        ? clamp(0.003 * gentleness(r) * (line.verticalSpeed_fpm - r.verticalSpeed_fpm), -1.5, 1.5)
        : 0;
    // A fast airplane is not thrown into its climb: spare speed is given up at no more than the climb's own rate and a bit.
    const steepest = 1.25 * Math.max(400, line.verticalSpeed_fpm) + 200;
    const zooming = clamp(0.004 * gentleness(r) * (r.verticalSpeed_fpm - steepest), 0, 8);
    if (in_s > 8 && zooming === 0)
      pitchCorrection = clamp(
        pitchCorrection + flying.fresh.speed * gentleness(r) * clamp(0.055 * fast, -0.33, 0.33),
        -6,
        6
      );
    return {
      pitch_deg:
        line.pitch_deg +
        pitchCorrection +
        clamp(gentleness(r) * (0.17 * fast + 0.45 * flying.trend_ktps()), -3, 2) -
        zooming +
        wandering,
      throttle: line.throttle
    };
  }

  return {
    begin(sameVertical) {
      if (!sameVertical) {
        pitchCorrection = 0;
        powerCorrection = 0;
        rateLearnt_fpm = 0;
      }
      hastening = 0;
      levellingSince_s = null;
    },
    act(time_s, r, line) {
      const { vertical } = flying.phase().goal;
      const loadFactor = 1 / Math.max(0.4, Math.cos(r.bank_deg / DEGREES_PER_RADIAN));
      return vertical.kind === 'level'
        ? level(time_s, r, vertical.altitude_ft - early_ft(time_s), line, loadFactor)
        : upOrDown(time_s, r, line, loadFactor);
    }
  };
}
