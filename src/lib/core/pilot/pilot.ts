import { clamp } from '../measure/clamp';
import { normaliseSigned } from '../measure/angle';
import { seededNoise } from '../measure/seeded-noise';
import type { Readings } from '../instrument/readings';
import type { Briefing } from '../drill/briefing';
import type { LessonPlan } from '../drill/lesson-plan';

/** Ways of flying badly, each in a strength 0 (not at all) to 1 (plainly). */
export interface Habits {
  /** Lowers the nose as soon as the power is back, without waiting for the speed. */
  startsDownBeforeSlowing: number;
  /** Chases the rate with the nose, up and down. */
  pumpsPitch: number;
}

export const noHabits: Habits = { startsDownBeforeSlowing: 0, pumpsPitch: 0 };

/** What a pilot's hands do. Pitch and bank are held as attitudes, as hands do it: by the attitude indicator. */
export interface PilotHands {
  pitch_deg: number;
  bank_deg: number;
  throttle: number;
  trim: number;
  flapsTarget_deg: number;
}

/** A simulated pilot: told the plan and the airplane's numbers, then shown only the panel. */
export interface Pilot {
  /** To be asked at every step; looks and acts at its own pace. */
  act(time_s: number, readings: Readings): PilotHands;
}

type Step = 'level' | 'slowing' | 'descent' | 'climb' | 'level-off';

/** Seconds between two rounds of the scan; what lies between is flown on what was last seen. */
const SCAN_ROUND_S = 1.2;
/** A degree of path is so many ft/min for each knot. */
const FEET_PER_MINUTE_PER_KNOT_AND_DEGREE = 1.77;
/** Seconds from seeing to doing. */
const REACTION_S = 0.3;

/**
 * A pilot for the rate-and-speed descent who sets the known attitude and power, waits, and corrects by small amounts
 * with a pause between: pitch for rate, power for speed. Habits bend exactly that.
 */
export function descentPilot(plan: LessonPlan, briefing: Briefing, habits: Habits, seed: number): Pilot {
  const noise = seededNoise(seed);
  const setting = (phase: Step) => briefing.settings.find((s) => s.phase === phase)!.line;
  let step: Step = 'level';
  let stepSince_s = 0;
  let seen: Readings | null = null;
  let nextLook_s = 0;
  let trend_ktps = 0;
  let pitchCorrection = 0;
  let powerCorrection = 0;
  const waits = { level: 12 + 4 * noise.uniform() };
  const pumpPeriod_s = 11 + 5 * noise.uniform();
  let pending: { at_s: number; hands: PilotHands } | null = null;
  const level = setting('level');
  let hands: PilotHands = {
    pitch_deg: level.pitch_deg,
    bank_deg: 0,
    throttle: level.throttle,
    trim: level.trim,
    flapsTarget_deg: 0
  };

  const enter = (next: Step, time_s: number) => {
    step = next;
    stepSince_s = time_s;
    pitchCorrection = 0;
    powerCorrection = 0;
  };

  function look(time_s: number, r: Readings): void {
    const before = seen;
    if (before) trend_ktps = (r.ias_kt - before.ias_kt) / SCAN_ROUND_S;
    seen = { ...r };
    const inStep_s = time_s - stepSince_s;
    if (step === 'level' && inStep_s > waits.level) enter('slowing', time_s);
    else if (step === 'slowing') {
      const patience = habits.startsDownBeforeSlowing;
      const speedReached = r.ias_kt + 2 * trend_ktps <= plan.targetSpeed_kt + 2;
      if (speedReached || (patience > 0 && inStep_s > 12 * (1 - patience) + 1)) enter('descent', time_s);
    } else if (
      step === 'descent' &&
      r.altitude_ft <= plan.decisionAltitude_ft + plan.descentRate_fpm * 0.02 + 8
    ) {
      enter('climb', time_s);
    } else if (
      step === 'climb' &&
      r.altitude_ft >= plan.levelOffAltitude_ft - Math.max(30, r.verticalSpeed_fpm / 10)
    ) {
      enter('level-off', time_s);
    }
    pending = { at_s: time_s + REACTION_S, hands: decide(time_s, r) };
  }

  function decide(time_s: number, r: Readings): PilotHands {
    const inStep_s = time_s - stepSince_s;
    const line = setting(step);
    const bank_deg = clamp(0.8 * normaliseSigned(plan.heading_deg - r.heading_deg), -12, 12);
    let flapsTarget_deg = line.flaps_deg;
    let throttle = line.throttle;
    let pitch_deg = line.pitch_deg;

    if (step === 'level' || step === 'level-off') {
      const target = step === 'level' ? plan.startAltitude_ft : plan.levelOffAltitude_ft;
      pitch_deg += towardAltitude(target, r);
      if (step === 'level-off') {
        // The speed is still Vy: the nose that holds it level is higher until it has built up.
        pitch_deg += clamp(0.2 * (plan.startSpeed_kt - r.ias_kt), 0, 4);
        throttle = r.ias_kt < plan.startSpeed_kt - 6 ? Math.min(1, line.throttle + 0.15) : line.throttle;
      } else throttle += clamp(0.01 * (plan.startSpeed_kt - r.ias_kt), -0.1, 0.1);
    } else if (step === 'slowing') {
      // Power well back; the nose comes up as the speed goes, to hold the altitude.
      const share = clamp((plan.startSpeed_kt - r.ias_kt) / (plan.startSpeed_kt - plan.targetSpeed_kt), 0, 1);
      const from = setting('level');
      flapsTarget_deg = r.ias_kt < plan.targetSpeed_kt + 6 ? line.flaps_deg : 0;
      const towards = flapsTarget_deg === 0 && line.flaps_deg > 0 ? line.pitch_deg + 1.4 : line.pitch_deg;
      pitch_deg = from.pitch_deg + share * (towards - from.pitch_deg);
      pitch_deg += towardAltitude(plan.startAltitude_ft, r);
      throttle = r.ias_kt > plan.targetSpeed_kt + 4 ? 0.35 * line.throttle : line.throttle;
    } else if (step === 'descent') {
      if (r.ias_kt > plan.targetSpeed_kt + 12) {
        // Down too soon: fast, so less power and flaps only when slow enough.
        flapsTarget_deg = 0;
        throttle *= 0.6;
      }
      if (inStep_s > 5) {
        const rateError = -plan.descentRate_fpm - r.verticalSpeed_fpm;
        const speedError = plan.targetSpeed_kt - r.ias_kt;
        pitchCorrection = clamp(pitchCorrection + clamp(0.0012 * rateError, -0.35, 0.35), -4, 4);
        powerCorrection = clamp(
          powerCorrection + clamp(0.003 * speedError - 0.02 * trend_ktps, -0.03, 0.03),
          -0.3,
          0.3
        );
        pitch_deg += pitchCorrection + clamp(0.005 * rateError, -2, 2);
        throttle += powerCorrection;
      }
      pitch_deg -= 4.5 * habits.pumpsPitch * Math.sin((2 * Math.PI * inStep_s) / pumpPeriod_s);
    } else {
      // Climb away: power and attitude at once, flaps up when climbing, then pitch for speed.
      flapsTarget_deg = r.verticalSpeed_fpm > 200 ? 0 : plan.flaps_deg;
      const fast = r.ias_kt - plan.climbSpeed_kt;
      pitchCorrection = inStep_s > 8 ? clamp(pitchCorrection + clamp(0.05 * fast, -0.3, 0.3), -5, 5) : 0;
      pitch_deg += pitchCorrection + clamp(0.15 * fast + 0.4 * trend_ktps, -2, 2);
    }
    return {
      pitch_deg: clamp(pitch_deg, -15, 16),
      bank_deg,
      throttle: clamp(throttle, 0, 1),
      trim: line.trim,
      flapsTarget_deg
    };
  }

  /** Pitch above the level one that eases onto an altitude: a rate of eight times the feet to go, no more than 500. */
  function towardAltitude(target_ft: number, r: Readings): number {
    const rate = clamp(8 * (target_ft - r.altitude_ft), -500, 500);
    return clamp(
      rate / (FEET_PER_MINUTE_PER_KNOT_AND_DEGREE * r.ias_kt) + 0.002 * (rate - r.verticalSpeed_fpm),
      -4,
      4
    );
  }

  return {
    act(time_s, readings) {
      if (time_s >= nextLook_s) {
        nextLook_s = time_s + SCAN_ROUND_S * (0.85 + 0.3 * noise.uniform());
        look(time_s, readings);
      }
      if (pending && time_s >= pending.at_s) {
        hands = pending.hands;
        pending = null;
      }
      return hands;
    }
  };
}
