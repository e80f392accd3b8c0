import { clamp } from '../measure/clamp';
import { seededNoise } from '../measure/seeded-noise';
import { METRES_PER_FOOT, METRES_PER_SECOND_PER_KNOT } from '../measure/units';
import { placeOnPlane, type Place } from '../earth/local-plane';
import { magneticDip } from '../earth/magnetic-dip';
import { STATE, STATE_LENGTH, type Controls } from '../aircraft/airplane-state';
import { attitudeHold, controlGain } from '../aircraft/attitude-hold';
import {
  engagedAutopilot,
  stepAutopilot,
  type AutopilotModes,
  type AutopilotSees
} from '../aircraft/autopilot';
import { freshCouplings, type CouplingMemory } from '../aircraft/autopilot-couplings';
import { autopilotShown, type AutopilotShown } from '../aircraft/autopilot-shown';
import { coordinatedRudder } from '../aircraft/coordinated-feet';
import { RATE_LENGTH } from '../aircraft/rigid-body';
import { noFaults, type StandingFaults } from '../instrument/instrument-fault';
import {
  ballOf,
  readInstruments,
  resettleInstruments,
  settledInstruments,
  stepInstruments,
  type InstrumentSet
} from '../instrument/instruments';
import type { Readings } from '../instrument/readings';
import { startingSetting_hPa } from '../drill/approach/planted-fault';
import type { Lesson } from '../drill/lesson';
import { mainNeedle, type NavigationShown } from '../radio/navigation-shown';
import type { RadioSettings } from '../radio/radio-settings';
import { RECEIVER_MEMORY_LENGTH, receivers } from '../radio/receivers';
import { writeSample } from './channels';
import type { Hands } from './hands';
import { sampledValues } from './sampled-values';
import { keptArray, keptFields, restoreFrom, snapshotOf, type Kept } from './snapshot';
import { putDown } from './put-down';
import { roughAir } from './rough-air';
import { startOfFlight } from './start-of-flight';
import type { Command, Placing } from './command';
import { navigationValues, startingRadios } from './navigation-values';

/** One step of the loop: a hundredth of a second. */
export const STEP_S = 0.01;
const RECEIVED_EVERY_STEPS = 10;

/** The airplane in the lesson's air, with its instruments; advances in fixed steps, the same inputs give the same flight. */
export interface FlightLoop {
  step(hands: Hands): void;
  /**
   * From the next step on; what was commanded before a snapshot is commanded again before `restore`, with its moment.
   * @throws Rejection, with nothing changed, where the airplane cannot be put down so
   */
  obey(command: Command, at_s?: number): void;
  time_s(): number;
  readings(): Readings;
  /** What the navigation instruments show; null where the lesson has none. */
  navigation(): NavigationShown | null;
  /** What the autopilot does; null while it is not engaged. */
  autopilot(): AutopilotShown | null;
  /** The levers and stick as they stand, to go on with after a resume. */
  hands(): Hands;
  trueAltitude_ft(): number;
  place(): Place;
  /** How the airplane really lies, whatever the instruments show; heading true. */
  attitude(): { pitch_deg: number; bank_deg: number; trueHeading_deg: number };
  /** Writes one whole-number sample in the order of the channel definitions. */
  sample(counts: Int32Array): void;
  /** Height above the area's ground, ft; the flight is over when it reaches zero. */
  heightAboveGround_ft(): number;
  /** Everything needed to go on from this very moment, as plain numbers. */
  snapshot(): number[];
  /** @param radiosThen what was set on the radios at that moment */
  restore(snapshot: readonly number[], radiosThen?: RadioSettings): void;
}

/** @throws Rejection when the airplane cannot fly the plan's starting condition, naming the field */
export function flightLoop(lesson: Lesson): FlightLoop {
  const { plan, aircraft, area } = lesson;
  const { start, body, state, weather, observed, origin } = startOfFlight(lesson);
  const { air, truth } = observed;
  const { navigation } = lesson;
  const radio =
    navigation &&
    receivers(
      navigation.world,
      navigation.errors,
      area.variation_deg,
      navigation,
      navigation.glideSlopeOutage
    );
  let radios = navigation && startingRadios(lesson);

  const controls: Controls = { ...start.controls };
  const startRates = new Float64Array(RATE_LENGTH);
  body.derivatives(state, controls, air, startRates);
  body.specificForce_mps2.set(startRates.subarray(STATE_LENGTH));
  const rough = roughAir(lesson, weather, observed);
  let noise = seededNoise(plan.seed);
  const holds = attitudeHold(aircraft);
  const hold = { pitchIntegral: 0, bankIntegral: start.controls.aileron };
  const feet = { held: start.controls.rudder };
  const autopilot = { engaged: 0, ...engagedAutopilot(start.pitch_deg, 0) };
  let autopilotModes: AutopilotModes | null = null;
  /** Steps flown, and what is set on the instruments; the alternate static is 0 shut, 1 open. */
  const now = {
    steps: 0,
    altimeterSetting_hPa: startingSetting_hPa(plan.altimeterSetting_hPa, navigation?.planted ?? null),
    headingKnob_deg: 0,
    alternateStatic: 0
  };
  observed.observe(controls);
  const set: InstrumentSet = {
    panel: plan.panel,
    dip_deg: magneticDip(area),
    latitude_deg: area.latitude_deg,
    compassDeviation_deg: aircraft.compassDeviation_deg
  };
  const instruments = settledInstruments(set, truth, seededNoise(plan.seed + 77));
  let standing: StandingFaults = noFaults;
  /** Flown on over one place. */
  let isHeld = false;
  const freshRadio = radio?.memory() ?? [];
  receive();

  /** All that the next step depends on, in the order in which flights have kept it. */
  const kept: readonly Kept[] = [
    keptFields(now, 'steps', 'altimeterSetting_hPa', 'headingKnob_deg', 'alternateStatic'),
    keptFields(truth, 'speedTrend_ktps'),
    ...[state, instruments, ...rough.memory].map(keptArray),
    keptFields(hold, 'pitchIntegral', 'bankIntegral'),
    keptFields(feet, 'held'),
    keptFields(autopilot, 'engaged', 'pitch_deg', 'bank_deg', 'pitchIntegral_deg'),
    keptFields(controls, 'aileron', 'elevator', 'rudder', 'throttle', 'trim'),
    keptFields(controls, 'flapsTarget_deg', 'gearTarget', 'propeller'),
    { count: 4, tell: () => noise.state(), take: (values) => (noise = seededNoise(values)) },
    ...(radio ? [{ count: RECEIVER_MEMORY_LENGTH, tell: radio.memory, take: radio.restore }] : []),
    {
      ...keptFields(autopilot.couplings, ...(Object.keys(autopilot.couplings) as (keyof CouplingMemory)[])),
      mayBeMissing: true
    },
    { ...keptFields(autopilot, 'heading_deg'), mayBeMissing: true }
  ];

  function heightAboveGround_ft(): number {
    return state[STATE.altitude]! / METRES_PER_FOOT - area.groundElevation_ft;
  }

  function read(): Readings {
    return readInstruments(set, instruments, truth, now.altimeterSetting_hPa, now.headingKnob_deg);
  }

  /** Navigation needles are slow: they are moved ten times a second. @param dt_s none to see again what is shown, without a needle moving */
  function receive(dt_s = RECEIVED_EVERY_STEPS * STEP_S): void {
    if (!radio || !radios) return;
    const place = placeOnPlane(origin, state[STATE.north]!, state[STATE.east]!);
    const shown = read();
    const at = {
      latitude_deg: place.latitude_deg,
      longitude_deg: place.longitude_deg,
      altitude_ft: state[STATE.altitude]! / METRES_PER_FOOT,
      trueHeading_deg: truth.magneticHeading_deg + area.variation_deg,
      shownHeading_deg: shown.heading_deg,
      shownAltitude_ft: shown.altitude_ft,
      bank_deg: truth.bank_deg,
      groundspeed_kt: observed.groundspeed_kt()
    };
    radio.step(radios, at, now.steps * STEP_S, dt_s);
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
      autopilot.engaged = 0;
      autopilotModes = null;
      return;
    }
    if (autopilot.engaged === 0) {
      const { couplings } = autopilot;
      Object.assign(autopilot, engagedAutopilot(truth.pitch_deg, truth.bank_deg), {
        couplings: Object.assign(couplings, freshCouplings())
      });
    }
    autopilot.engaged = 1;
    autopilotModes = stick.modes;
    const asked = stepAutopilot(autopilot, stick.modes, seenByAutopilot(), STEP_S);
    holds(hold, state, asked, controls, STEP_S);
  }

  /** Puts the airplane down elsewhere; the instruments show it at once. */
  function place(asked: Placing): void {
    putDown(lesson, asked, { state, controls, observed, origin, time_s: now.steps * STEP_S });
    Object.assign(hold, { pitchIntegral: 0, bankIntegral: controls.aileron });
    feet.held = controls.rudder;
    autopilot.engaged = 0;
    autopilotModes = null;
    observed.observe(controls);
    truth.speedTrend_ktps = 0;
    resettleInstruments(instruments, truth, standing);
    if (radio) radio.restore(freshRadio);
    receive();
  }

  function seenByAutopilot(): AutopilotSees {
    const shown = radio && radios ? radio.shown() : null;
    return {
      ...read(),
      tas_kt: observed.tas_mps() / METRES_PER_SECOND_PER_KNOT,
      course: shown && mainNeedle(shown),
      path: shown && shown.path
    };
  }

  return {
    step(hands) {
      controls.throttle = clamp(hands.throttle, 0, 1);
      controls.propeller = clamp(hands.propeller, 0, 1);
      controls.trim = clamp(hands.trim, -1, 1);
      controls.flapsTarget_deg = hands.flapsTarget_deg;
      controls.gearTarget = aircraft.gear.retractable ? hands.gearTarget : 1;
      now.altimeterSetting_hPa = hands.altimeterSetting_hPa;
      now.headingKnob_deg = hands.headingKnob_deg;
      now.alternateStatic = hands.alternateStatic ? 1 : 0;
      radios = hands.radios ?? radios;
      workStick(hands.stick);
      controls.rudder =
        hands.rudder === null
          ? coordinatedRudder(feet, ballOf(instruments), controlGain(aircraft, observed.tas_mps()), STEP_S)
          : clamp(hands.rudder, -1, 1);
      rough.step(heightAboveGround_ft(), now.steps * STEP_S, STEP_S, noise);
      const [north, east] = [state[STATE.north]!, state[STATE.east]!];
      body.step(state, controls, air, STEP_S);
      if (isHeld) {
        state[STATE.north] = north;
        state[STATE.east] = east;
      }
      now.steps += 1;
      observed.observe(controls);
      stepInstruments(set, instruments, truth, standing, now.alternateStatic === 1, STEP_S);
      if (radio && now.steps % RECEIVED_EVERY_STEPS === 0) receive();
    },
    obey(command, at_s = now.steps * STEP_S) {
      if (command.does === 'fail' && !command.when) standing = { ...standing, [command.what]: true };
      if (command.does === 'hold position') isHeld = command.on;
      if (command.does === 'weather' && !command.when) weather.change(command, at_s);
      if (command.does === 'place') place(command);
    },
    navigation: () => radio?.shown() ?? null,
    autopilot: () => autopilotModes && autopilotShown(autopilot, autopilotModes, seenByAutopilot()),
    time_s: () => now.steps * STEP_S,
    readings: read,
    sample(counts) {
      const shown = read();
      const place = placeOnPlane(origin, state[STATE.north]!, state[STATE.east]!);
      writeSample(counts, sampledValues({ shown, place, state, controls, observed }));
      if (radio) writeSample(counts, navigationValues(radio.shown()));
    },
    hands: () => ({
      stick: { kind: 'attitude', pitch_deg: truth.pitch_deg, bank_deg: truth.bank_deg },
      rudder: null,
      throttle: controls.throttle,
      propeller: controls.propeller,
      trim: controls.trim,
      flapsTarget_deg: controls.flapsTarget_deg,
      gearTarget: controls.gearTarget,
      altimeterSetting_hPa: now.altimeterSetting_hPa,
      headingKnob_deg: now.headingKnob_deg,
      alternateStatic: now.alternateStatic === 1,
      ...(radios ? { radios } : {})
    }),
    place: () => placeOnPlane(origin, state[STATE.north]!, state[STATE.east]!),
    attitude: () => ({
      pitch_deg: truth.pitch_deg,
      bank_deg: truth.bank_deg,
      trueHeading_deg: truth.magneticHeading_deg + area.variation_deg
    }),
    trueAltitude_ft: () => state[STATE.altitude]! / METRES_PER_FOOT,
    heightAboveGround_ft,
    snapshot: () => snapshotOf(kept),
    restore(snapshot, radiosThen) {
      restoreFrom(snapshot, kept);
      rough.feel(now.steps * STEP_S);
      const { speedTrend_ktps } = truth;
      observed.observe(controls);
      truth.speedTrend_ktps = speedTrend_ktps;
      radios = radiosThen ?? radios;
      receive(0);
    }
  };
}
