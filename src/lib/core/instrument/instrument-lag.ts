import { pressureAltitudeFor } from '../air/atmosphere';
import { clamp } from '../measure/clamp';
import type { AirTruth, Readings } from './readings';

/** Time constants of first-order lags, seconds. */
const AIRSPEED_LAG_S = 0.4;
const VERTICAL_SPEED_LAG_S = 2.5;
const TURN_RATE_LAG_S = 0.4;
const BALL_LAG_S = 0.3;
/** Side force at which the ball reaches the end of its tube. */
const BALL_FULL_SCALE_G = 0.15;

/** The instruments' own memory: what lags. Order: airspeed kt, vertical speed ft/min, turn rate °/s, ball. */
export type InstrumentMemory = Float64Array;

/** Instruments that have stood still at this truth for long. */
export function settledInstruments(truth: AirTruth): InstrumentMemory {
  return Float64Array.of(
    truth.ias_kt,
    truth.pressureAltitudeRate_fpm,
    truth.turnRate_degps,
    -truth.sideForce_g / BALL_FULL_SCALE_G
  );
}

/** Lets the instruments follow the truth for `dt_s`. */
export function stepInstruments(memory: InstrumentMemory, truth: AirTruth, dt_s: number): void {
  follow(memory, 0, truth.ias_kt, AIRSPEED_LAG_S, dt_s);
  follow(memory, 1, truth.pressureAltitudeRate_fpm, VERTICAL_SPEED_LAG_S, dt_s);
  follow(memory, 2, truth.turnRate_degps, TURN_RATE_LAG_S, dt_s);
  follow(memory, 3, -truth.sideForce_g / BALL_FULL_SCALE_G, BALL_LAG_S, dt_s);
}

function follow(memory: InstrumentMemory, index: number, truth: number, lag_s: number, dt_s: number): void {
  memory[index]! += (truth - memory[index]!) * (1 - Math.exp(-dt_s / lag_s));
}

/** What the panel shows, with the altimeter's subscale at `altimeterSetting_hPa`. */
export function readInstruments(
  memory: InstrumentMemory,
  truth: AirTruth,
  altimeterSetting_hPa: number
): Readings {
  return {
    ias_kt: memory[0]!,
    altitude_ft: truth.pressureAltitude_ft - pressureAltitudeFor(0, altimeterSetting_hPa),
    verticalSpeed_fpm: memory[1]!,
    pitch_deg: truth.pitch_deg,
    bank_deg: truth.bank_deg,
    heading_deg: truth.magneticHeading_deg,
    turnRate_degps: memory[2]!,
    ball: clamp(memory[3]!, -1, 1),
    rpm: truth.rpm,
    flaps_deg: truth.flaps_deg,
    trim: truth.trim
  };
}
