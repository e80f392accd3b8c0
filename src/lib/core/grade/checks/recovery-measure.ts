import type { ChannelId } from '../../flight/channels';
import type { AircraftFile } from '../../aircraft/aircraft-file';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { column, type Flight, sampleAt } from '../../flight/flight';

/** How an unusual attitude was recovered from. Times count from the hand-over; null: never within what was flown. */
export interface RecoveryMeasure {
  kind: 'recovery';
  phaseId: string;
  attitude: 'nose high' | 'nose low';
  start_s: number;
  end_s: number;
  pitch_deg: number;
  bank_deg: number;
  /** The first input the right way, by the hands: power as the attitude asks, the stick forward when high, or bank taken off. */
  firstInput_s: number | null;
  power_s: number | null;
  wingsLevel_s: number | null;
  /** Nose high: the nose lowered; nose low: the nose raised. */
  nose_s: number | null;
  rightOrder: boolean;
  /** Lost from the hand-over when nose low, gained when nose high; ≥ 0. */
  altitudeChange_ft: number;
  peakSpeed_kt: number;
  peakLoad_g: number;
  stalledAgain_s: number | null;
  /** It had been stalled as it was handed over. Older grades do not say. */
  handedOverStalled?: boolean;
  overspeed_s: number | null;
}

/** Until then the stick goes from one hand to the other: what it does is nobody's input yet. */
const TAKEN_OVER_S = 0.5;
/** Stick moved by so much of its travel is meant; less is a hand at rest, and what the nose does by itself is no input. */
const STICK_MOVED = 0.06;
const STEEP_BANK_DEG = 20;
const WINGS_LEVEL_DEG = 12;
/** The airplane answers an aileron within so long, by so much. */
const ANSWERS_S = 1.5;
const BANK_OFF_DEG = 3;
const NOSE_MOVED_DEG = 5;
const POWER_MOVED = 0.1;
const FULL_POWER = 0.85;
const IDLE = 0.2;
/** Inputs within this of each other count as together. */
const TOGETHER_S = 0.7;
/** A stall counts as a second one once the wing has flown this far below its angle, degrees. */
const FLOWN_AGAIN_DEG = 4;
/** How long after the recovery phase peaks are still its own. */
const AFTER_S = 8;

/**
 * Measures a recovery from an upset: the order of the hands, the height lost, speed and load; by the true attitude where
 * it was recorded. @throws Rejection where a channel it needs was not recorded
 */
export function measureRecovery(flight: Flight, aircraft: AircraftFile, span: PhaseSpan): RecoveryMeasure {
  const at = (id: ChannelId) => column(flight, id);
  const pitch = flight.columns.get('truePitch_deg') ?? at('pitch_deg');
  const bank = flight.columns.get('trueBank_deg') ?? at('bank_deg');
  const throttle = at('throttle');
  const elevator = at('elevator');
  const aileron = at('aileron');
  const altitude = at('trueAltitude_ft');
  const speed = flight.columns.get('trueIas_kt') ?? at('ias_kt');
  const load = at('loadFactor');
  const alpha = at('angleOfAttack_deg');
  const from = sampleAt(flight, span.start_s);
  const to = sampleAt(flight, span.end_s);
  const last = sampleAt(flight, span.end_s + AFTER_S);
  const high = pitch[from]! > 0;
  const steep = Math.abs(bank[from]!) > STEEP_BANK_DEG;

  let power: number | null = null;
  let wings: number | null = steep ? null : from;
  let nose: number | null = null;
  let first: number | null = null;
  let lowestPitch = pitch[from]!;
  let forward: number | null = null;
  const bankSide = Math.sign(bank[from]!);
  /** An aileron that only holds the bank against its growing takes nothing off. */
  const comesOff = (k: number) => {
    const then = Math.min(flight.length - 1, k + Math.round(ANSWERS_S * flight.rate_hz));
    return (bank[k]! - bank[then]!) * bankSide >= BANK_OFF_DEG;
  };
  const taken = Math.min(to, sampleAt(flight, span.start_s + TAKEN_OVER_S));
  for (let k = from; k <= to; k++) {
    lowestPitch = Math.min(lowestPitch, pitch[k]!);
    const moved = throttle[k]! - throttle[from]!;
    const push = k < taken ? 0 : elevator[taken]! - elevator[k]!;
    if (forward === null && push >= STICK_MOVED) forward = k;
    const bankOff = k < taken ? 0 : (aileron[taken]! - aileron[k]!) * bankSide;
    if (power === null && (high ? throttle[k]! >= FULL_POWER : throttle[k]! <= IDLE)) power = k;
    if (wings === null && Math.abs(bank[k]!) <= WINGS_LEVEL_DEG) wings = k;
    // High: it must have been pushed, and have gone down; low: it must have come up.
    const noseMoved = high
      ? forward !== null && pitch[forward]! - pitch[k]! >= Math.min(NOSE_MOVED_DEG, pitch[forward]! - 2)
      : pitch[k]! - lowestPitch >= NOSE_MOVED_DEG;
    if (nose === null && noseMoved) nose = high ? forward : k;
    const right =
      (high ? moved >= POWER_MOVED : moved <= -POWER_MOVED) ||
      (high && push >= STICK_MOVED) ||
      (steep && bankOff >= STICK_MOVED && comesOff(k));
    if (first === null && right) first = k;
  }
  const since = (k: number | null) => (k === null ? null : (k - from) / flight.rate_hz);
  const notAfter = (a: number | null, b: number | null) =>
    b === null || (a !== null && a <= b + TOGETHER_S * flight.rate_hz);
  // A nose that fell through the horizon by itself need not be lowered any more.
  const fell = nose === null && lowestPitch < 0;
  const rightOrder = high
    ? notAfter(power, wings === from ? null : wings) &&
      (fell || notAfter(nose, wings === from ? null : wings))
    : notAfter(power, nose) && notAfter(wings, nose);

  let lowest = from;
  let highest = from;
  let peakSpeed = 0;
  let peakLoad = 0;
  let flownAgain = alpha[from]! < aircraft.lift.stallAngle_deg - FLOWN_AGAIN_DEG;
  let stalledAgain: number | null = null;
  let overspeed: number | null = null;
  for (let k = from; k <= last; k++) {
    if (altitude[k]! < altitude[lowest]!) lowest = k;
    if (altitude[k]! > altitude[highest]!) highest = k;
    peakSpeed = Math.max(peakSpeed, speed[k]!);
    peakLoad = Math.max(peakLoad, load[k]!);
    if (alpha[k]! < aircraft.lift.stallAngle_deg - FLOWN_AGAIN_DEG) flownAgain = true;
    if (stalledAgain === null && flownAgain && alpha[k]! > aircraft.lift.stallAngle_deg) stalledAgain = k;
    if (overspeed === null && speed[k]! > aircraft.speeds.neverExceed_kt) overspeed = k;
  }
  return {
    kind: 'recovery',
    phaseId: span.phaseId,
    attitude: high ? 'nose high' : 'nose low',
    start_s: span.start_s,
    end_s: span.end_s,
    pitch_deg: pitch[from]!,
    bank_deg: bank[from]!,
    firstInput_s: since(first),
    power_s: since(power),
    wingsLevel_s: since(wings),
    nose_s: since(nose),
    rightOrder,
    altitudeChange_ft: high ? altitude[highest]! - altitude[from]! : altitude[from]! - altitude[lowest]!,
    peakSpeed_kt: peakSpeed,
    peakLoad_g: peakLoad,
    stalledAgain_s: stalledAgain === null ? null : stalledAgain / flight.rate_hz,
    handedOverStalled: alpha[from]! > aircraft.lift.stallAngle_deg,
    overspeed_s: overspeed === null ? null : overspeed / flight.rate_hz
  };
}
