import { RADIANS_PER_DEGREE, normaliseBearing, normaliseSigned } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { Rejection } from '../measure/rejection';
import { seededNoise } from '../measure/seeded-noise';
import { METRES_PER_FOOT, METRES_PER_NAUTICAL_MILE, METRES_PER_SECOND_PER_KNOT } from '../measure/units';
import { placeOnPlane, type Place } from '../earth/local-plane';
import { magneticDip } from '../earth/magnetic-dip';
import { gustNow, noGust, stepGust } from '../air/gust';
import { TURBULENCE_MEMORY_LENGTH, calmTurbulence, stepTurbulence } from '../air/turbulence';
import { STATE, STATE_LENGTH, attitudeOf, setAttitude, type Controls } from '../aircraft/airplane-state';
import { attitudeHold, controlGain } from '../aircraft/attitude-hold';
import { engagedAutopilot, stepAutopilot, type AutopilotModes } from '../aircraft/autopilot';
import { coordinatedRudder } from '../aircraft/coordinated-feet';
import { rigidBody, RATE_LENGTH } from '../aircraft/rigid-body';
import { trim } from '../aircraft/trim';
import { noFaults, type StandingFaults } from '../instrument/instrument-fault';
import {
  INSTRUMENT_MEMORY_LENGTH,
  ballOf,
  readInstruments,
  settledInstruments,
  stepInstruments,
  type InstrumentSet
} from '../instrument/instruments';
import type { Readings } from '../instrument/readings';
import type { Lesson } from '../drill/lesson';
import { conditionOfGoal } from '../drill/settings';
import type { NavigationShown } from '../radio/navigation-shown';
import type { RadioSettings } from '../radio/radio-settings';
import { RECEIVER_MEMORY_LENGTH, receivers } from '../radio/receivers';
import { channelScales } from './channels';
import type { Command } from './command';
import { navigationValues, startingRadios } from './navigation-values';
import { observer } from './observed-air';

/** One step of the loop: a hundredth of a second. */
export const STEP_S = 0.01;
const RECEIVED_EVERY_STEPS = 10;

/** What comes from whoever flies: a stick, attitude targets, or an autopilot's modes; and the levers. */
export interface Hands {
  stick:
    | { kind: 'direct'; aileron: number; elevator: number }
    | { kind: 'attitude'; pitch_deg: number; bank_deg: number }
    | { kind: 'autopilot'; modes: AutopilotModes };
  /** −1…+1, or null: the feet keep the ball in the middle by themselves. */
  rudder: number | null;
  throttle: number;
  propeller: number;
  trim: number;
  flapsTarget_deg: number;
  gearTarget: number;
  altimeterSetting_hPa: number;
  /** What has been turned on the heading indicator's knob, + = reads more. */
  headingKnob_deg: number;
  alternateStatic: boolean;
  /** What is set on the radios; only where the lesson is flown by radio. */
  radios?: RadioSettings;
}

/** The airplane in the lesson's air, with its instruments; advances in fixed steps, the same inputs give the same flight. */
export interface FlightLoop {
  step(hands: Hands): void;
  /** From the next step on; what was commanded before a snapshot is commanded again after `restore`. */
  obey(command: Command): void;
  time_s(): number;
  readings(): Readings;
  /** What the navigation instruments show; null where the lesson has none. */
  navigation(): NavigationShown | null;
  /** The levers and stick as they stand, to go on with after a resume. */
  hands(): Hands;
  trueAltitude_ft(): number;
  place(): Place;
  /** Writes one whole-number sample in the order of the channel definitions. */
  sample(counts: Int32Array): void;
  /** Height above the area's ground, ft; the flight is over when it reaches zero. */
  heightAboveGround_ft(): number;
  /** Everything needed to go on from this very moment, as plain numbers. */
  snapshot(): number[];
  /** @param radiosThen what was set on the radios at that moment */
  restore(snapshot: readonly number[], radiosThen?: RadioSettings): void;
}

/** Steps, setting, knob, alternate static, speed trend; state; instruments; gusts; laws; controls; noise. */
const SNAPSHOT_LENGTH =
  5 + STATE_LENGTH + INSTRUMENT_MEMORY_LENGTH + TURBULENCE_MEMORY_LENGTH + 4 + 2 + 3 + 4 + 8 + 4;

/** @throws Rejection when the airplane cannot fly the plan's starting condition, naming the field */
export function flightLoop(lesson: Lesson): FlightLoop {
  const { plan, aircraft, area, drill } = lesson;
  const first = drill.phases[0]!;
  const start = trim(
    aircraft,
    conditionOfGoal(
      lesson,
      {
        ...first.goal,
        ias_kt: plan.startSpeed_kt,
        vertical: { kind: 'level', altitude_ft: plan.startAltitude_ft },
        flaps_deg: 0,
        gear: 0
      },
      plan.startAltitude_ft
    )
  );
  if (start.kind === 'impossible')
    throw new Rejection('startSpeed_kt', plan.startSpeed_kt, start.explanation);

  const body = rigidBody(aircraft);
  const state = start.state.slice();
  const observed = observer(lesson, state, body.specificForce_mps2);
  const { air, truth } = observed;
  const startHeading_rad = (lesson.start.heading_deg + area.variation_deg) * RADIANS_PER_DEGREE;
  setAttitude(state, { ...attitudeOf(state), heading_rad: startHeading_rad });
  state[STATE.altitude] = observed.trueAltitudeFor_m(plan.startAltitude_ft);
  observed.setWind(0);
  // The trimmed velocity is through the air; over the earth the wind comes on top.
  const along =
    air.windNorth_mps * Math.cos(startHeading_rad) + air.windEast_mps * Math.sin(startHeading_rad);
  const across =
    -air.windNorth_mps * Math.sin(startHeading_rad) + air.windEast_mps * Math.cos(startHeading_rad);
  state[STATE.forward]! += along * Math.cos(start.pitch_deg * RADIANS_PER_DEGREE);
  state[STATE.down]! += along * Math.sin(start.pitch_deg * RADIANS_PER_DEGREE);
  state[STATE.right]! += across;

  const { navigation } = lesson;
  // About a fix the plane touches the earth there, and north is the fix's for radials.
  const origin = navigation?.origin.place ?? area;
  if (navigation) {
    const bearing_rad = (lesson.start.radial_deg + navigation.origin.north_deg) * RADIANS_PER_DEGREE;
    const distance_m = lesson.start.distance_nm * METRES_PER_NAUTICAL_MILE;
    state[STATE.north] = distance_m * Math.cos(bearing_rad);
    state[STATE.east] = distance_m * Math.sin(bearing_rad);
  }
  const radio = navigation && receivers(navigation.world, navigation.errors, area.variation_deg);
  let radios = navigation && startingRadios(lesson);

  const controls: Controls = { ...start.controls };
  const startRates = new Float64Array(RATE_LENGTH);
  body.derivatives(state, controls, air, startRates);
  body.specificForce_mps2.set(startRates.subarray(STATE_LENGTH));
  const turbulence = calmTurbulence();
  const gust = new Float64Array(4);
  const gustMemory = noGust();
  let noise = seededNoise(plan.seed);
  const holds = attitudeHold(aircraft);
  const hold = { pitchIntegral: 0, bankIntegral: start.controls.aileron };
  const feet = { held: start.controls.rudder };
  let pilotMemory = engagedAutopilot(start.pitch_deg, 0);
  let autopilotEngaged = false;
  let altimeterSetting = plan.altimeterSetting_hPa;
  let headingKnob = 0;
  let alternateStatic = false;
  let steps = 0;
  observed.observe(controls);
  const set: InstrumentSet = {
    panel: plan.panel,
    dip_deg: magneticDip(area),
    latitude_deg: area.latitude_deg,
    compassDeviation_deg: aircraft.compassDeviation_deg
  };
  const instruments = settledInstruments(set, truth, seededNoise(plan.seed + 77));
  let standing: StandingFaults = noFaults;
  receive();

  /** Navigation needles are slow: they are moved ten times a second. @param dt_s none to see again what is shown, without a needle moving */
  function receive(dt_s = RECEIVED_EVERY_STEPS * STEP_S): void {
    if (!radio || !radios) return;
    const place = placeOnPlane(origin, state[STATE.north]!, state[STATE.east]!);
    const shown = readInstruments(set, instruments, truth, altimeterSetting, headingKnob);
    const at = {
      ...place,
      altitude_ft: state[STATE.altitude]! / METRES_PER_FOOT,
      trueHeading_deg: truth.magneticHeading_deg + area.variation_deg,
      shownHeading_deg: shown.heading_deg,
      bank_deg: truth.bank_deg
    };
    radio.step(radios, at, steps * STEP_S, dt_s);
  }

  /** The gusts of this moment are what the airplane is in. */
  function feel(): void {
    air.gustAlong_mps = gust[0]!;
    air.gustRight_mps = gust[1]!;
    air.gustDown_mps = gust[2]!;
    air.gustRoll_radps = gust[3]!;
  }

  function workStick(stick: Hands['stick']): void {
    if (stick.kind === 'direct') {
      hold.pitchIntegral = 0;
      hold.bankIntegral = 0;
      controls.aileron = clamp(stick.aileron, -1, 1);
      controls.elevator = clamp(stick.elevator, -1, 1);
    }
    if (stick.kind === 'attitude') holds(hold, state, stick, controls, STEP_S);
    if (stick.kind !== 'autopilot') {
      autopilotEngaged = false;
      return;
    }
    if (!autopilotEngaged) pilotMemory = engagedAutopilot(truth.pitch_deg, truth.bank_deg);
    autopilotEngaged = true;
    const shown = readInstruments(set, instruments, truth, altimeterSetting, headingKnob);
    const asked = stepAutopilot(
      pilotMemory,
      stick.modes,
      {
        ...shown,
        tas_kt: observed.tas_mps() / METRES_PER_SECOND_PER_KNOT
      },
      STEP_S
    );
    holds(hold, state, asked, controls, STEP_S);
  }

  return {
    step(hands) {
      controls.throttle = clamp(hands.throttle, 0, 1);
      controls.propeller = clamp(hands.propeller, 0, 1);
      controls.trim = clamp(hands.trim, -1, 1);
      controls.flapsTarget_deg = hands.flapsTarget_deg;
      controls.gearTarget = aircraft.gear.retractable ? hands.gearTarget : 1;
      altimeterSetting = hands.altimeterSetting_hPa;
      headingKnob = hands.headingKnob_deg;
      alternateStatic = hands.alternateStatic;
      radios = hands.radios ?? radios;
      workStick(hands.stick);
      controls.rudder =
        hands.rudder === null
          ? coordinatedRudder(feet, ballOf(instruments), controlGain(aircraft, observed.tas_mps()), STEP_S)
          : clamp(hands.rudder, -1, 1);
      const height_ft = state[STATE.altitude]! / METRES_PER_FOOT - area.groundElevation_ft;
      stepTurbulence(
        turbulence,
        plan.turbulence,
        observed.tas_mps(),
        height_ft,
        aircraft.wing.span_m,
        STEP_S,
        noise,
        gust
      );
      feel();
      observed.setWind(
        plan.gust_kt === 0 ? 0 : stepGust(gustMemory, plan.gust_kt, observed.tas_mps(), STEP_S, noise)
      );
      body.step(state, controls, air, STEP_S);
      steps += 1;
      observed.observe(controls);
      stepInstruments(set, instruments, truth, standing, alternateStatic, STEP_S);
      if (radio && steps % RECEIVED_EVERY_STEPS === 0) receive();
    },
    obey({ what }) {
      standing = { ...standing, [what]: true };
    },
    navigation: () => radio?.shown() ?? null,
    time_s: () => steps * STEP_S,
    readings: () => readInstruments(set, instruments, truth, altimeterSetting, headingKnob),
    sample(counts) {
      const shown = readInstruments(set, instruments, truth, altimeterSetting, headingKnob);
      const place = placeOnPlane(origin, state[STATE.north]!, state[STATE.east]!);
      const values = [
        place.latitude_deg,
        place.longitude_deg,
        shown.altitude_ft,
        state[STATE.altitude]! / METRES_PER_FOOT,
        shown.ias_kt,
        observed.tas_mps() / METRES_PER_SECOND_PER_KNOT,
        observed.groundspeed_kt(),
        shown.verticalSpeed_fpm,
        observed.climbRate_fpm(),
        shown.pitch_deg,
        shown.bank_deg,
        shown.heading_deg,
        normaliseBearing(truth.magneticHeading_deg + truth.drift_deg),
        shown.turnRate_degps,
        shown.ball,
        shown.rpm,
        controls.throttle,
        controls.elevator,
        controls.aileron,
        controls.rudder,
        controls.trim,
        shown.flaps_deg,
        -truth.forceDown_g,
        observed.angleOfAttack_deg(),
        truth.pitch_deg,
        normaliseSigned(truth.bank_deg),
        truth.magneticHeading_deg,
        observed.ias_kt(),
        shown.compass_deg,
        shown.manifoldPressure_inHg ?? 0,
        shown.torque_percent ?? 0,
        controls.propeller,
        shown.gear,
        shown.fuel_kg
      ];
      if (radio) values.push(...navigationValues(radio.shown()));
      for (let i = 0; i < values.length; i++) counts[i] = Math.round(values[i]! * channelScales[i]!);
    },
    hands: () => ({
      stick: { kind: 'attitude', pitch_deg: truth.pitch_deg, bank_deg: truth.bank_deg },
      rudder: null,
      throttle: controls.throttle,
      propeller: controls.propeller,
      trim: controls.trim,
      flapsTarget_deg: controls.flapsTarget_deg,
      gearTarget: controls.gearTarget,
      altimeterSetting_hPa: altimeterSetting,
      headingKnob_deg: headingKnob,
      alternateStatic,
      ...(radios ? { radios } : {})
    }),
    place: () => placeOnPlane(origin, state[STATE.north]!, state[STATE.east]!),
    trueAltitude_ft: () => state[STATE.altitude]! / METRES_PER_FOOT,
    heightAboveGround_ft: () => state[STATE.altitude]! / METRES_PER_FOOT - area.groundElevation_ft,
    snapshot: () => [
      steps,
      altimeterSetting,
      headingKnob,
      alternateStatic ? 1 : 0,
      truth.speedTrend_ktps,
      ...state,
      ...instruments,
      ...turbulence,
      ...gust,
      ...gustMemory,
      hold.pitchIntegral,
      hold.bankIntegral,
      feet.held,
      autopilotEngaged ? 1 : 0,
      pilotMemory.pitch_deg,
      pilotMemory.bank_deg,
      pilotMemory.pitchIntegral_deg,
      controls.aileron,
      controls.elevator,
      controls.rudder,
      controls.throttle,
      controls.trim,
      controls.flapsTarget_deg,
      controls.gearTarget,
      controls.propeller,
      ...noise.state(),
      ...(radio?.memory() ?? [])
    ],
    restore(snapshot, radiosThen) {
      const length = SNAPSHOT_LENGTH + (radio ? RECEIVER_MEMORY_LENGTH : 0);
      if (snapshot.length !== length || !snapshot.every(Number.isFinite)) {
        throw new Rejection('snapshot', snapshot.length, `${length} finite numbers`);
      }
      let at = 0;
      const take = (count: number) => snapshot.slice(at, (at += count));
      const next = () => snapshot[at++]!;
      steps = next();
      altimeterSetting = next();
      headingKnob = next();
      alternateStatic = next() === 1;
      const speedTrend = next();
      state.set(take(STATE_LENGTH));
      instruments.set(take(INSTRUMENT_MEMORY_LENGTH));
      turbulence.set(take(TURBULENCE_MEMORY_LENGTH));
      gust.set(take(4));
      gustMemory.set(take(2));
      feel();
      hold.pitchIntegral = next();
      hold.bankIntegral = next();
      feet.held = next();
      autopilotEngaged = next() === 1;
      pilotMemory = { pitch_deg: next(), bank_deg: next(), pitchIntegral_deg: next() };
      controls.aileron = next();
      controls.elevator = next();
      controls.rudder = next();
      controls.throttle = next();
      controls.trim = next();
      controls.flapsTarget_deg = next();
      controls.gearTarget = next();
      controls.propeller = next();
      noise = seededNoise(take(4));
      observed.setWind(plan.gust_kt === 0 ? 0 : gustNow(gustMemory, plan.gust_kt));
      observed.observe(controls);
      truth.speedTrend_ktps = speedTrend;
      radio?.restore(take(RECEIVER_MEMORY_LENGTH));
      radios = radiosThen ?? radios;
      receive(0);
    }
  };
}
