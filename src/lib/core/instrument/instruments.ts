import { normaliseBearing, RADIANS_PER_DEGREE } from '../measure/angle';
import { clamp } from '../measure/clamp';
import type { SeededNoise } from '../measure/seeded-noise';
import { METRES_PER_FOOT, METRES_PER_SECOND_PER_KNOT } from '../measure/units';
import { calibratedFromImpact, pressureAltitudeFor, pressureAltitudeOf } from '../air/atmosphere';
import { compassCardHeading, compassDeviation, stepCard } from './compass';
import { noFaults, type StandingFaults } from './instrument-fault';
import type { AirTruth, PanelKind, Readings } from './readings';

/** Time constants of first-order lags, seconds. */
const AIRSPEED_LAG_S = 0.4;
const VERTICAL_SPEED_LAG_S: Record<PanelKind, number> = { dials: 2.5, tapes: 0.5 };
const TURN_RATE_LAG_S = 0.4;
const BALL_LAG_S = 0.3;
const CARD_LAG_S = 0.6;
/** A blocked pitot empties through its drain. */
const DRAIN_LAG_S = 1.5;
/** Side force at which the ball reaches the end of its tube. */
const BALL_FULL_SCALE_G = 0.15;
/** The turn gyro is canted: it shows some of the roll, too. */
const ROLL_SHARE = 0.3;
/** Below the true static pressure, where the cabin is vented, as a share of the impact pressure. */
const ALTERNATE_STATIC_SHARE = 0.06;
/** Gyros run down in minutes; below this share of their speed they no longer stand. */
const VACUUM_RUNDOWN_S = 100;
const ELECTRIC_RUNDOWN_S = 8;
const STANDS_ABOVE = 0.75;
const TOPPLE_DEGPS = 1.6;
const LARGEST_TOPPLE_DEG = 70;
const EARTH_RATE_DEGPH = 15.041;
const FRICTION_DRIFT_DEGPH = 4;

/** Everything instruments remember. One index a quantity, so that a flight's state is plain numbers. */
const MEMORY = {
  pitotLine: 0,
  staticLine: 1,
  laggedAltitude: 2,
  airspeed: 3,
  turnRate: 4,
  ball: 5,
  vacuumGyro: 6,
  electricGyro: 7,
  pitchError: 8,
  bankError: 9,
  headingError: 10,
  card: 11,
  cardRate: 12,
  upForward: 13,
  upRight: 14,
  upDown: 15,
  drift: 16,
  toppleDirection: 17
} as const;
export const INSTRUMENT_MEMORY_LENGTH = 18;
export type InstrumentMemory = Float64Array;

/** What an instrument set is made with. */
export interface InstrumentSet {
  panel: PanelKind;
  dip_deg: number;
  latitude_deg: number;
  compassDeviation_deg: readonly [number, number, number];
}

/** Instruments that have stood still at this truth for long; the noise gives this heading gyro its friction. */
export function settledInstruments(
  set: InstrumentSet,
  truth: AirTruth,
  noise: SeededNoise
): InstrumentMemory {
  const memory = new Float64Array(INSTRUMENT_MEMORY_LENGTH);
  resettleInstruments(memory, truth, noFaults);
  memory[MEMORY.vacuumGyro] = 1;
  memory[MEMORY.electricGyro] = 1;
  const earth = EARTH_RATE_DEGPH * Math.sin(set.latitude_deg * RADIANS_PER_DEGREE);
  memory[MEMORY.drift] = set.panel === 'tapes' ? 0 : (-earth + FRICTION_DRIFT_DEGPH * noise.normal()) / 3600;
  memory[MEMORY.toppleDirection] = 2 * Math.PI * noise.uniform();
  return memory;
}

/**
 * The airplane has been put down elsewhere: what is felt of its air and its motion is felt as if it had been so for long. Gyros lie as
 * they lay, and what is blocked keeps what is in it.
 */
export function resettleInstruments(memory: InstrumentMemory, truth: AirTruth, faults: StandingFaults): void {
  if (!faults['pitot-blocked'] && !faults['pitot-and-drain-blocked'])
    memory[MEMORY.pitotLine] = truth.staticPressure_Pa + truth.impactPressure_Pa;
  if (!faults['static-blocked']) memory[MEMORY.staticLine] = truth.staticPressure_Pa;
  memory[MEMORY.laggedAltitude] = pressureAltitudeOf(memory[MEMORY.staticLine]!) / METRES_PER_FOOT;
  memory[MEMORY.airspeed] = indicated(memory);
  memory[MEMORY.turnRate] = truth.turnRate_degps;
  memory[MEMORY.ball] = -truth.forceRight_g / BALL_FULL_SCALE_G;
  memory[MEMORY.card] = truth.magneticHeading_deg;
  memory[MEMORY.cardRate] = 0;
  memory[MEMORY.upForward] = 0;
  memory[MEMORY.upRight] = 0;
  memory[MEMORY.upDown] = -1;
}

/**
 * Lets the instruments follow the truth for `dt_s`.
 * @param alternateStatic static pressure is taken from the cabin
 */
export function stepInstruments(
  set: InstrumentSet,
  memory: InstrumentMemory,
  truth: AirTruth,
  faults: StandingFaults,
  alternateStatic: boolean,
  dt_s: number
): void {
  if (alternateStatic) {
    memory[MEMORY.staticLine] = truth.staticPressure_Pa - ALTERNATE_STATIC_SHARE * truth.impactPressure_Pa;
  } else if (!faults['static-blocked']) memory[MEMORY.staticLine] = truth.staticPressure_Pa;
  if (faults['pitot-blocked'] && !faults['pitot-and-drain-blocked']) {
    follow(memory, MEMORY.pitotLine, truth.staticPressure_Pa, DRAIN_LAG_S, dt_s);
  } else if (!faults['pitot-and-drain-blocked']) {
    memory[MEMORY.pitotLine] = truth.staticPressure_Pa + truth.impactPressure_Pa;
  }
  follow(memory, MEMORY.airspeed, indicated(memory), AIRSPEED_LAG_S, dt_s);
  const altitude = pressureAltitudeOf(memory[MEMORY.staticLine]!) / METRES_PER_FOOT;
  follow(memory, MEMORY.laggedAltitude, altitude, VERTICAL_SPEED_LAG_S[set.panel], dt_s);

  const vacuum = faults.vacuum && set.panel === 'dials' ? 0 : 1;
  follow(memory, MEMORY.vacuumGyro, vacuum, VACUUM_RUNDOWN_S, dt_s);
  follow(memory, MEMORY.electricGyro, faults.electrical ? 0 : 1, ELECTRIC_RUNDOWN_S, dt_s);
  const leaning = STANDS_ABOVE - memory[MEMORY.vacuumGyro]!;
  if (leaning > 0) {
    const rate = TOPPLE_DEGPS * leaning * dt_s;
    const direction = memory[MEMORY.toppleDirection]!;
    lean(memory, MEMORY.pitchError, 0.5 * rate * Math.cos(direction));
    lean(memory, MEMORY.bankError, rate * (Math.sin(direction) >= 0 ? 1 : -1));
    memory[MEMORY.headingError]! += 1.5 * rate * Math.sin(direction + 1);
  }
  memory[MEMORY.headingError]! += memory[MEMORY.drift]! * dt_s;

  follow(
    memory,
    MEMORY.turnRate,
    truth.turnRate_degps + ROLL_SHARE * truth.rollRate_degps,
    TURN_RATE_LAG_S,
    dt_s
  );
  follow(memory, MEMORY.ball, -truth.forceRight_g / BALL_FULL_SCALE_G, BALL_LAG_S, dt_s);

  follow(memory, MEMORY.upForward, truth.forceForward_g, CARD_LAG_S, dt_s);
  follow(memory, MEMORY.upRight, truth.forceRight_g, CARD_LAG_S, dt_s);
  follow(memory, MEMORY.upDown, truth.forceDown_g, CARD_LAG_S, dt_s);
  const card = compassCardHeading(
    { pitch_deg: truth.pitch_deg, bank_deg: truth.bank_deg, heading_deg: truth.magneticHeading_deg },
    {
      forward: memory[MEMORY.upForward]!,
      right: memory[MEMORY.upRight]!,
      down: memory[MEMORY.upDown]!
    },
    set.dip_deg
  );
  swinging.heading_deg = memory[MEMORY.card]!;
  swinging.rate_degps = memory[MEMORY.cardRate]!;
  stepCard(swinging, card, dt_s);
  memory[MEMORY.card] = swinging.heading_deg;
  memory[MEMORY.cardRate] = swinging.rate_degps;
}

/** Reused at every step, so that nothing is allocated. */
const swinging = { heading_deg: 0, rate_degps: 0 };

function follow(memory: InstrumentMemory, index: number, truth: number, lag_s: number, dt_s: number): void {
  // For steps this short against the lag, dt/(τ + dt) is the lag's own response to a thousandth, without an exponential.
  memory[index]! += ((truth - memory[index]!) * dt_s) / (lag_s + dt_s);
}

function lean(memory: InstrumentMemory, index: number, by: number): void {
  memory[index] = clamp(memory[index]! + by, -LARGEST_TOPPLE_DEG, LARGEST_TOPPLE_DEG);
}

/** Airspeed the lines' pressures make, kt. */
function indicated(memory: InstrumentMemory): number {
  const impact = memory[MEMORY.pitotLine]! - memory[MEMORY.staticLine]!;
  return impact > 0 ? calibratedFromImpact(impact) / METRES_PER_SECOND_PER_KNOT : 0;
}

/** The ball as the feet feel it, fractions of its travel. */
export function ballOf(memory: InstrumentMemory): number {
  return memory[MEMORY.ball]!;
}

/**
 * What the panel shows.
 * @param altimeterSetting_hPa on the subscale
 * @param headingKnob_deg what has been turned on the heading indicator's knob, + = reads more
 */
export function readInstruments(
  set: InstrumentSet,
  memory: InstrumentMemory,
  truth: AirTruth,
  altimeterSetting_hPa: number,
  headingKnob_deg: number
): Readings {
  const altitude = pressureAltitudeOf(memory[MEMORY.staticLine]!) / METRES_PER_FOOT;
  const dials = set.panel === 'dials';
  return {
    ias_kt: memory[MEMORY.airspeed]!,
    altitude_ft: altitude - pressureAltitudeFor(0, altimeterSetting_hPa),
    verticalSpeed_fpm: ((altitude - memory[MEMORY.laggedAltitude]!) / VERTICAL_SPEED_LAG_S[set.panel]) * 60,
    pitch_deg: truth.pitch_deg + memory[MEMORY.pitchError]!,
    bank_deg: truth.bank_deg + memory[MEMORY.bankError]!,
    heading_deg: dials
      ? normaliseBearing(truth.magneticHeading_deg + memory[MEMORY.headingError]! + headingKnob_deg)
      : truth.magneticHeading_deg,
    compass_deg: normaliseBearing(
      memory[MEMORY.card]! + compassDeviation(set.compassDeviation_deg, truth.magneticHeading_deg)
    ),
    turnRate_degps: memory[MEMORY.turnRate]! * memory[MEMORY.electricGyro]!,
    ball: clamp(memory[MEMORY.ball]!, -1, 1),
    rpm: truth.rpm,
    manifoldPressure_inHg: truth.manifoldPressure_inHg,
    torque_percent: truth.torque_percent,
    flaps_deg: truth.flaps_deg,
    gear: truth.gear,
    fuel_kg: truth.fuel_kg,
    trim: truth.trim,
    pathAngle_deg: truth.pathAngle_deg,
    drift_deg: truth.drift_deg,
    speedTrend_ktps: truth.speedTrend_ktps,
    attitudeValid: dials || memory[MEMORY.electricGyro]! > STANDS_ABOVE,
    stallWarning: truth.stallWarning
  };
}
