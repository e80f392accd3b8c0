import { FEET_PER_MINUTE_PER_KNOT_AND_DEGREE } from '../measure/units';
import { STANDARD_RATE_DEGPS, bankForTurnRate } from '../air/level-turn';
import { normaliseBearing, turnFromTo } from '../measure/angle';
import { clamp } from '../measure/clamp';
import {
  COUPLED,
  freshCouplings,
  stepCourse,
  stepPath,
  type CourseForAutopilot,
  type CourseMode,
  type CouplingMemory,
  type NeedleForAutopilot
} from './autopilot-couplings';

/**
 * A plain two-axis autopilot over the attitude hold: it sees the instruments and asks for pitch and bank.
 * Power stays with the pilot.
 */
export interface AutopilotModes {
  /** null: wings level. */
  heading_deg: number | null;
  /** What of the radios takes the place of the heading, and of the vertical mode, once it is caught. */
  course: CourseMode;
  vertical:
    | { mode: 'pitch' }
    | { mode: 'go around' }
    | { mode: 'altitude'; altitude_ft: number }
    | { mode: 'vertical speed'; verticalSpeed_fpm: number }
    | { mode: 'speed'; ias_kt: number };
}

export interface AutopilotMemory {
  pitch_deg: number;
  bank_deg: number;
  /** Slow part of the pitch asked for, degrees. */
  pitchIntegral_deg: number;
  /** The heading it goes by, smoothed; negative: none seen yet. */
  heading_deg: number;
  couplings: CouplingMemory;
}

/** What it looks at. */
export interface AutopilotSees {
  ias_kt: number;
  tas_kt: number;
  altitude_ft: number;
  verticalSpeed_fpm: number;
  pitch_deg: number;
  heading_deg: number;
  /** Change of airspeed, kt/s. */
  speedTrend_ktps: number;
  /** The radios: null where there are none, or no path is sent. */
  course: CourseForAutopilot | null;
  path: NeedleForAutopilot | null;
}

const LARGEST_BANK_DEG = 25;
const PITCH_RATE_DEGPS = 1.5;
const BANK_RATE_DEGPS = 6;
/** Bank for each degree that is still to be turned. */
const BANK_PER_DEGREE = 0.8;
/** A slow airplane's nose swings from side to side by itself: banked after each swing, it would swing on. */
const HEADING_SMOOTHED_S = 2;
const HIGHEST_PITCH_DEG = 15;
const LOWEST_PITCH_DEG = -12;
/** On the way to an altitude it asks for no more than this. */
const CAPTURE_RATE_FPM = 700;
/** Nose up at once, the wings level: the power is the pilot's. */
const GO_AROUND_PITCH_DEG = 7;

/** Engaged anew, nothing is coupled. */
export function engagedAutopilot(pitch_deg: number, bank_deg: number): AutopilotMemory {
  return { pitch_deg, bank_deg, pitchIntegral_deg: pitch_deg, heading_deg: -1, couplings: freshCouplings() };
}

/** Advances the autopilot by `dt_s` and gives the attitude it asks for. Turns are at standard rate, at most 25° of bank. */
export function stepAutopilot(
  memory: AutopilotMemory,
  modes: AutopilotModes,
  sees: AutopilotSees,
  dt_s: number
): { pitch_deg: number; bank_deg: number } {
  const { couplings } = memory;
  const onCourse = stepCourse(couplings, modes.course, sees.course, sees.heading_deg, dt_s);
  const heading_deg = onCourse ?? modes.heading_deg;
  const seen_deg = memory.heading_deg < 0 ? sees.heading_deg : memory.heading_deg;
  memory.heading_deg = normaliseBearing(
    seen_deg + (turnFromTo(seen_deg, sees.heading_deg) * dt_s) / HEADING_SMOOTHED_S
  );
  let bank = 0;
  if (heading_deg !== null) {
    const most = Math.min(LARGEST_BANK_DEG, bankForTurnRate(sees.tas_kt, STANDARD_RATE_DEGPS));
    bank = clamp(BANK_PER_DEGREE * turnFromTo(memory.heading_deg, heading_deg), -most, most);
  }
  memory.bank_deg += clamp(bank - memory.bank_deg, -BANK_RATE_DEGPS * dt_s, BANK_RATE_DEGPS * dt_s);

  const onPath_fpm = stepPath(couplings, modes.course, sees.path, sees.tas_kt, dt_s);
  const vertical: AutopilotModes['vertical'] =
    onPath_fpm !== null
      ? { mode: 'vertical speed', verticalSpeed_fpm: onPath_fpm }
      : couplings.path === COUPLED.lost
        ? { mode: 'pitch' }
        : modes.vertical;
  let pitch = memory.pitchIntegral_deg;
  if (vertical.mode === 'go around') pitch = memory.pitchIntegral_deg = GO_AROUND_PITCH_DEG;
  else if (vertical.mode !== 'pitch') {
    if (vertical.mode === 'speed') {
      const fast = sees.ias_kt - vertical.ias_kt;
      memory.pitchIntegral_deg += clamp(0.05 * fast + 0.25 * sees.speedTrend_ktps, -0.6, 0.6) * dt_s;
      pitch = memory.pitchIntegral_deg + clamp(0.25 * fast + 1.2 * sees.speedTrend_ktps, -4, 4);
    } else {
      const wanted =
        vertical.mode === 'altitude'
          ? clamp(6 * (vertical.altitude_ft - sees.altitude_ft), -CAPTURE_RATE_FPM, CAPTURE_RATE_FPM)
          : vertical.verticalSpeed_fpm;
      const gap = (wanted - sees.verticalSpeed_fpm) / (FEET_PER_MINUTE_PER_KNOT_AND_DEGREE * sees.ias_kt);
      memory.pitchIntegral_deg += clamp(0.12 * gap, -0.6, 0.6) * dt_s;
      pitch = memory.pitchIntegral_deg + clamp(0.5 * gap, -3, 3);
    }
    memory.pitchIntegral_deg = clamp(memory.pitchIntegral_deg, LOWEST_PITCH_DEG, HIGHEST_PITCH_DEG);
  }
  memory.pitch_deg += clamp(
    clamp(pitch, LOWEST_PITCH_DEG, HIGHEST_PITCH_DEG) - memory.pitch_deg,
    -PITCH_RATE_DEGPS * dt_s,
    PITCH_RATE_DEGPS * dt_s
  );
  return { pitch_deg: memory.pitch_deg, bank_deg: memory.bank_deg };
}
