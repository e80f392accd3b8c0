import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { Rejection } from '../measure/rejection';
import { seededNoise } from '../measure/seeded-noise';
import { METRES_PER_FOOT, METRES_PER_SECOND_PER_KNOT, STANDARD_GRAVITY_MPS2 } from '../measure/units';
import { placeOnPlane } from '../earth/local-plane';
import type { TrainingArea } from '../earth/training-area';
import { calibratedFromTrue, densityAt, pressureAltitudeFor, pressureAt } from '../air/atmosphere';
import { calmTurbulence, stepTurbulence } from '../air/turbulence';
import { windVelocity } from '../air/wind';
import type { AircraftFile } from '../aircraft/aircraft-file';
import {
  STATE,
  STATE_LENGTH,
  attitudeOf,
  setAttitude,
  type AirSample,
  type Controls
} from '../aircraft/airplane-state';
import { holdAttitude } from '../aircraft/attitude-hold';
import { coordinatedRudder } from '../aircraft/coordinated-feet';
import { rigidBody } from '../aircraft/rigid-body';
import { trim } from '../aircraft/trim';
import { readInstruments, settledInstruments, stepInstruments } from '../instrument/instrument-lag';
import type { AirTruth, Readings } from '../instrument/readings';
import type { LessonPlan } from '../drill/lesson-plan';
import { channelScales } from './channels';

/** One step of the loop: a hundredth of a second. */
export const STEP_S = 0.01;

/** What comes from whoever flies: a stick, or attitude targets for the attitude hold; and the levers. */
export interface Hands {
  stick:
    | { kind: 'direct'; aileron: number; elevator: number }
    | { kind: 'attitude'; pitch_deg: number; bank_deg: number };
  /** −1…+1, or null: the feet keep the ball in the middle by themselves. */
  rudder: number | null;
  throttle: number;
  trim: number;
  flapsTarget_deg: number;
  altimeterSetting_hPa: number;
}

/** The airplane in the lesson's air, with its instruments; advances in fixed steps, the same inputs give the same flight. */
export interface FlightLoop {
  step(hands: Hands): void;
  time_s(): number;
  readings(): Readings;
  /** The levers and stick as they stand, to go on with after a resume. */
  hands(): Hands;
  trueAltitude_ft(): number;
  /** Writes one whole-number sample in the order of the channel definitions. */
  sample(counts: Int32Array): void;
  /** Height above the area's ground, ft; the flight is over when it reaches zero. */
  heightAboveGround_ft(): number;
  /** Everything needed to go on from this very moment, as plain numbers. */
  snapshot(): number[];
  restore(snapshot: readonly number[]): void;
}

const SNAPSHOT_LENGTH = 2 + STATE_LENGTH + 4 + 5 + 3 + 1 + 6 + 4;

/**
 * @throws Rejection when the airplane cannot fly the plan's starting condition, naming the field
 */
export function flightLoop(aircraft: AircraftFile, area: TrainingArea, plan: LessonPlan): FlightLoop {
  const start = trim(aircraft, {
    ias_kt: plan.startSpeed_kt,
    verticalSpeed_fpm: 0,
    flaps_deg: 0,
    pressureAltitude_ft: pressureAltitudeFor(plan.startAltitude_ft, plan.altimeterSetting_hPa)
  });
  if (start.kind === 'impossible')
    throw new Rejection('startSpeed_kt', plan.startSpeed_kt, start.explanation);

  const body = rigidBody(aircraft);
  const state = start.state.slice();
  const windAir = windVelocity({
    from_deg: plan.windFrom_deg + area.variation_deg,
    speed_kt: plan.windSpeed_kt
  });
  const air: AirSample = {
    density_kgpm3: 1.2,
    windNorth_mps: windAir.north * METRES_PER_SECOND_PER_KNOT,
    windEast_mps: windAir.east * METRES_PER_SECOND_PER_KNOT,
    windDown_mps: 0,
    gustAlong_mps: 0,
    gustRight_mps: 0,
    gustDown_mps: 0
  };
  const startHeading_rad = (plan.heading_deg + area.variation_deg) * RADIANS_PER_DEGREE;
  setAttitude(state, { ...attitudeOf(state), heading_rad: startHeading_rad });
  state[STATE.altitude] = plan.startAltitude_ft * METRES_PER_FOOT;
  // The trimmed velocity is through the air; over the earth the wind comes on top.
  const along =
    air.windNorth_mps * Math.cos(startHeading_rad) + air.windEast_mps * Math.sin(startHeading_rad);
  const across =
    -air.windNorth_mps * Math.sin(startHeading_rad) + air.windEast_mps * Math.cos(startHeading_rad);
  state[STATE.forward]! += along * Math.cos(start.pitch_deg * RADIANS_PER_DEGREE);
  state[STATE.down]! += along * Math.sin(start.pitch_deg * RADIANS_PER_DEGREE);
  state[STATE.right]! += across;

  const controls: Controls = { ...start.controls };
  const turbulence = calmTurbulence();
  const gust = new Float64Array(3);
  let noise = seededNoise(plan.seed);
  const hold = { pitchIntegral: 0 };
  let altimeterSetting = plan.altimeterSetting_hPa;
  let steps = 0;
  const seaLevelPressureAltitude_ft = pressureAltitudeFor(0, plan.altimeterSetting_hPa);

  const truth: AirTruth = {
    ias_kt: 0,
    pressureAltitude_ft: 0,
    pressureAltitudeRate_fpm: 0,
    pitch_deg: 0,
    bank_deg: 0,
    magneticHeading_deg: 0,
    turnRate_degps: 0,
    sideForce_g: 0,
    rpm: 0,
    flaps_deg: 0,
    trim: 0
  };
  let tas_mps = 0;
  let angleOfAttack_rad = 0;
  let northSpeed = 0;
  let eastSpeed = 0;
  observe();
  const instruments = settledInstruments(truth);

  /** Works out what the air and the earth do to the airplane in its present state. */
  function observe(): void {
    const q0 = state[STATE.q0]!;
    const q1 = state[STATE.q1]!;
    const q2 = state[STATE.q2]!;
    const q3 = state[STATE.q3]!;
    const u = state[STATE.forward]!;
    const v = state[STATE.right]!;
    const w = state[STATE.down]!;
    const dx = 2 * (q1 * q3 - q0 * q2);
    const dy = 2 * (q2 * q3 + q0 * q1);
    const dz = q0 * q0 - q1 * q1 - q2 * q2 + q3 * q3;
    northSpeed =
      (q0 * q0 + q1 * q1 - q2 * q2 - q3 * q3) * u + 2 * (q1 * q2 - q0 * q3) * v + 2 * (q1 * q3 + q0 * q2) * w;
    eastSpeed =
      2 * (q1 * q2 + q0 * q3) * u + (q0 * q0 - q1 * q1 + q2 * q2 - q3 * q3) * v + 2 * (q2 * q3 - q0 * q1) * w;
    const downSpeed = dx * u + dy * v + dz * w;
    const airNorth = northSpeed - air.windNorth_mps;
    const airEast = eastSpeed - air.windEast_mps;
    const attitude = attitudeOf(state);
    // Gusts are small against the wind's steady part but the pitot feels the one along the airplane.
    tas_mps = Math.max(1, Math.hypot(airNorth, airEast, downSpeed) - air.gustAlong_mps);
    const forwardAir = airNorth * Math.cos(attitude.heading_rad) + airEast * Math.sin(attitude.heading_rad);
    angleOfAttack_rad = attitude.pitch_rad - Math.atan2(-downSpeed, Math.max(1, forwardAir));
    const altitude_ft = state[STATE.altitude]! / METRES_PER_FOOT;
    const pressureAltitude_ft = altitude_ft + seaLevelPressureAltitude_ft;
    const pressure = pressureAt(pressureAltitude_ft * METRES_PER_FOOT);
    air.density_kgpm3 = densityAt(pressureAltitude_ft * METRES_PER_FOOT);
    truth.ias_kt = calibratedFromTrue(tas_mps, pressure, air.density_kgpm3) / METRES_PER_SECOND_PER_KNOT;
    truth.pressureAltitude_ft = pressureAltitude_ft;
    truth.pressureAltitudeRate_fpm = (-downSpeed * 60) / METRES_PER_FOOT;
    truth.pitch_deg = attitude.pitch_rad * DEGREES_PER_RADIAN;
    truth.bank_deg = attitude.bank_rad * DEGREES_PER_RADIAN;
    truth.magneticHeading_deg = normaliseBearing(
      attitude.heading_rad * DEGREES_PER_RADIAN - area.variation_deg
    );
    const cosinePitch = Math.max(0.05, Math.cos(attitude.pitch_rad));
    truth.turnRate_degps =
      ((state[STATE.pitchRate]! * Math.sin(attitude.bank_rad) +
        state[STATE.yawRate]! * Math.cos(attitude.bank_rad)) /
        cosinePitch) *
      DEGREES_PER_RADIAN;
    truth.sideForce_g = body.specificForce_mps2[1]! / STANDARD_GRAVITY_MPS2;
    truth.rpm = state[STATE.engineSpeed]! * 60;
    truth.flaps_deg = state[STATE.flaps]!;
    truth.trim = controls.trim;
  }

  return {
    step(hands) {
      controls.throttle = clamp(hands.throttle, 0, 1);
      controls.trim = clamp(hands.trim, -1, 1);
      controls.flapsTarget_deg = hands.flapsTarget_deg;
      altimeterSetting = hands.altimeterSetting_hPa;
      if (hands.stick.kind === 'attitude') {
        holdAttitude(hold, state, hands.stick, controls, STEP_S);
      } else {
        hold.pitchIntegral = 0;
        controls.aileron = clamp(hands.stick.aileron, -1, 1);
        controls.elevator = clamp(hands.stick.elevator, -1, 1);
      }
      controls.rudder =
        hands.rudder === null ? coordinatedRudder(instruments[3]!) : clamp(hands.rudder, -1, 1);
      stepTurbulence(turbulence, plan.turbulence, tas_mps, STEP_S, noise, gust);
      air.gustAlong_mps = gust[0]!;
      air.gustRight_mps = gust[1]!;
      air.gustDown_mps = gust[2]!;
      body.step(state, controls, air, STEP_S);
      steps += 1;
      observe();
      stepInstruments(instruments, truth, STEP_S);
    },
    time_s: () => steps * STEP_S,
    readings: () => readInstruments(instruments, truth, altimeterSetting),
    sample(counts) {
      const shown = readInstruments(instruments, truth, altimeterSetting);
      const place = placeOnPlane(area, state[STATE.north]!, state[STATE.east]!);
      const track = normaliseBearing(
        Math.atan2(eastSpeed, northSpeed) * DEGREES_PER_RADIAN - area.variation_deg
      );
      const values = [
        place.latitude_deg,
        place.longitude_deg,
        shown.altitude_ft,
        state[STATE.altitude]! / METRES_PER_FOOT,
        shown.ias_kt,
        tas_mps / METRES_PER_SECOND_PER_KNOT,
        Math.hypot(northSpeed, eastSpeed) / METRES_PER_SECOND_PER_KNOT,
        shown.verticalSpeed_fpm,
        truth.pressureAltitudeRate_fpm,
        shown.pitch_deg,
        shown.bank_deg,
        shown.heading_deg,
        track,
        shown.turnRate_degps,
        shown.ball,
        shown.rpm,
        controls.throttle,
        controls.elevator,
        controls.aileron,
        controls.rudder,
        controls.trim,
        shown.flaps_deg,
        -body.specificForce_mps2[2]! / STANDARD_GRAVITY_MPS2,
        angleOfAttack_rad * DEGREES_PER_RADIAN
      ];
      for (let i = 0; i < values.length; i++) counts[i] = Math.round(values[i]! * channelScales[i]!);
    },
    hands: () => ({
      stick: { kind: 'attitude', pitch_deg: truth.pitch_deg, bank_deg: truth.bank_deg },
      rudder: null,
      throttle: controls.throttle,
      trim: controls.trim,
      flapsTarget_deg: controls.flapsTarget_deg,
      altimeterSetting_hPa: altimeterSetting
    }),
    trueAltitude_ft: () => state[STATE.altitude]! / METRES_PER_FOOT,
    heightAboveGround_ft: () => state[STATE.altitude]! / METRES_PER_FOOT - area.groundElevation_ft,
    snapshot: () => [
      steps,
      altimeterSetting,
      ...state,
      ...instruments,
      ...turbulence,
      ...gust,
      hold.pitchIntegral,
      controls.aileron,
      controls.elevator,
      controls.rudder,
      controls.throttle,
      controls.trim,
      controls.flapsTarget_deg,
      ...noise.state()
    ],
    restore(snapshot) {
      if (snapshot.length !== SNAPSHOT_LENGTH || !snapshot.every(Number.isFinite)) {
        throw new Rejection('snapshot', snapshot.length, `${SNAPSHOT_LENGTH} finite numbers`);
      }
      let at = 0;
      const take = (count: number) => snapshot.slice(at, (at += count));
      steps = take(1)[0]!;
      altimeterSetting = take(1)[0]!;
      state.set(take(STATE_LENGTH));
      instruments.set(take(4));
      turbulence.set(take(5));
      gust.set(take(3));
      air.gustAlong_mps = gust[0]!;
      hold.pitchIntegral = take(1)[0]!;
      [
        controls.aileron,
        controls.elevator,
        controls.rudder,
        controls.throttle,
        controls.trim,
        controls.flapsTarget_deg
      ] = take(6) as [number, number, number, number, number, number];
      noise = seededNoise(take(4));
      observe();
    }
  };
}
