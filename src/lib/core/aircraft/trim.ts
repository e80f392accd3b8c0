import { solveLinear } from '../measure/solve-linear';
import { DEGREES_PER_RADIAN } from '../measure/angle';
import { figure } from '../measure/figure';
import {
  METRES_PER_FOOT,
  METRES_PER_SECOND_PER_FOOT_PER_MINUTE,
  METRES_PER_SECOND_PER_KNOT
} from '../measure/units';
import { SEA_LEVEL_PRESSURE_PA, densityAt, pressureAt, trueFromCalibrated } from '../air/atmosphere';
import type { AircraftFile } from './aircraft-file';
import {
  STATE,
  STATE_LENGTH,
  setAttitude,
  type AirplaneState,
  type AirSample,
  type Controls
} from './airplane-state';
import { powerShown } from './power-shown';
import { engineStatesOf, likelyEngineState } from './propulsion';
import { RATE_LENGTH, rigidBody } from './rigid-body';

/** A steady wings-level flight to be found. */
export interface TrimCondition {
  ias_kt: number;
  /** + = up; `null` asks for what full throttle gives. */
  verticalSpeed_fpm: number | null;
  flaps_deg: number;
  pressureAltitude_ft: number;
  temperatureOffset_K?: number;
  /** 0 up … 1 down; a fixed gear is always down. Down when not said. */
  gear?: number;
  /** Propeller lever, 0 coarse … 1 fine. Fine when not said. */
  propeller?: number;
  /** Full when not said. */
  fuel_kg?: number;
}

export interface Trim {
  kind: 'trimmed';
  /** + = nose up. */
  pitch_deg: number;
  angleOfAttack_deg: number;
  verticalSpeed_fpm: number;
  tas_kt: number;
  rpm: number;
  manifoldPressure_inHg: number | null;
  torque_percent: number | null;
  throttle: number;
  trim: number;
  /** State heading true north in still air, ready to fly hands off with `controls`. */
  state: AirplaneState;
  controls: Controls;
}

/** Why the airplane cannot fly the condition steadily. */
export interface NoTrim {
  kind: 'impossible';
  reason: 'too little power' | 'too much power at idle' | 'stalled' | 'beyond the trim' | 'no equilibrium';
  explanation: string;
}

/**
 * Finds steady, wings-level, hands-off flight (zero elevator force, ball in the middle) by Newton's method on the
 * equations of motion: the unknowns are angle of attack, trim, sideslip, aileron, rudder, the engine's own state, and
 * throttle (or the climb angle at a given throttle). Residual below 1e-6 in SI accelerations.
 */
export function trim(file: AircraftFile, condition: TrimCondition): Trim | NoTrim {
  const wanted = condition.verticalSpeed_fpm;
  const flaps = `flaps ${condition.flaps_deg}°${file.gear.retractable ? `, gear ${(condition.gear ?? 1) > 0.5 ? 'down' : 'up'}` : ''}`;
  const said = `${figure(condition.ias_kt)} kt, ${wanted === null ? 'full throttle' : `${figure(wanted)} ft/min`}, ${flaps}`;
  const found = solve(file, condition, wanted === null ? 1 : null);
  if (found && wanted !== null && found.throttle > 1 + 1e-9) {
    const most = solve(file, condition, 1);
    const limit = most ? ` At full throttle it makes ${figure(most.verticalSpeed_fpm)} ft/min there.` : '';
    return no('too little power', `The ${file.name} has not the power for ${said}.${limit}`);
  }
  if (wanted !== null && (!found || found.throttle < -1e-9)) {
    const least = solve(file, condition, 0);
    if (least && wanted < least.verticalSpeed_fpm) {
      return no(
        'too much power at idle',
        `The ${file.name} cannot come down so steeply at ${figure(condition.ias_kt)} kt, ${flaps}: ${figure(least.verticalSpeed_fpm)} ft/min at idle.`
      );
    }
  }
  if (!found) return no('no equilibrium', `The ${file.name} has no steady flight at ${said}.`);
  if (found.angleOfAttack_deg > file.lift.stallAngle_deg - file.lift.stallWidth_deg) {
    return no('stalled', `The ${file.name} would be stalled at ${said}.`);
  }
  if (Math.abs(found.trim) > 1)
    return no('beyond the trim', `The trim of the ${file.name} does not reach ${said}.`);
  return found;
}

/**
 * The equilibrium itself, whether or not its throttle and trim are within their travel; null when Newton finds none.
 * @param fixedThrottle given: the climb angle is sought; null: the throttle for the condition's vertical speed
 */
function solve(file: AircraftFile, condition: TrimCondition, fixedThrottle: number | null): Trim | null {
  const body = rigidBody(file);
  const height_m = condition.pressureAltitude_ft * METRES_PER_FOOT;
  const density = densityAt(height_m, condition.temperatureOffset_K ?? 0);
  const pressure = pressureAt(height_m);
  const speed = trueFromCalibrated(condition.ias_kt * METRES_PER_SECOND_PER_KNOT, pressure, density);
  const asked = condition.verticalSpeed_fpm ?? 0;
  const askedAngle = Math.asin((asked * METRES_PER_SECOND_PER_FOOT_PER_MINUTE) / speed);
  if (!Number.isFinite(askedAngle) || !(density > 0)) return null;
  const air: AirSample = stillAir(density, pressure);
  const state = new Float64Array(STATE_LENGTH);
  const rate = new Float64Array(RATE_LENGTH);
  const gear = file.gear.retractable ? (condition.gear ?? 1) : 1;
  const controls: Controls = {
    aileron: 0,
    elevator: 0,
    rudder: 0,
    throttle: 1,
    trim: 0,
    flapsTarget_deg: condition.flaps_deg,
    gearTarget: gear,
    propeller: condition.propeller ?? 1
  };
  state[STATE.altitude] = height_m;
  state[STATE.flaps] = condition.flaps_deg;
  state[STATE.gear] = gear;
  state[STATE.fuel] = condition.fuel_kg ?? file.fuel.capacity_kg;
  const engineStates = engineStatesOf(file.propulsion);
  const likely = likelyEngineState(file.propulsion, fixedThrottle ?? 0.6);
  state[STATE.engineSpeed] = likely.speed;
  state[STATE.engineOutput] = likely.output;

  const apply = (x: readonly number[]) => {
    const [alpha, trimSetting, last, beta, aileron, rudder, ...engine] = x as [
      number,
      number,
      number,
      number,
      number,
      number,
      ...number[]
    ];
    controls.trim = trimSetting;
    controls.throttle = fixedThrottle ?? last;
    controls.aileron = aileron;
    controls.rudder = rudder;
    state[STATE.forward] = speed * Math.cos(alpha) * Math.cos(beta);
    state[STATE.right] = speed * Math.sin(beta);
    state[STATE.down] = speed * Math.sin(alpha) * Math.cos(beta);
    setAttitude(state, {
      pitch_rad: alpha + (fixedThrottle === null ? askedAngle : last),
      bank_rad: 0,
      heading_rad: 0
    });
    engineStates.forEach((index, i) => (state[index] = engine[i]!));
    body.derivatives(state, controls, air, rate);
    return [
      rate[STATE.forward]!,
      rate[STATE.down]!,
      10 * rate[STATE.pitchRate]!,
      rate[STATE.right]!,
      rate[STATE.rollRate]!,
      10 * rate[STATE.yawRate]!,
      ...engineStates.map((index) => rate[index]!)
    ];
  };

  const firstLast = fixedThrottle === null ? 0.5 : fixedThrottle === 0 ? -0.08 : 0.05;
  let x = [0.05, 0, firstLast, 0, 0, 0, ...engineStates.map((index) => state[index]!)];
  /** Long first strides can throw the angle of attack past the stall, or the engine past standing still. */
  const longest = [
    0.08,
    1,
    1,
    0.1,
    1,
    1,
    ...engineStates.map((index) => Math.max(0.3, 0.25 * state[index]!))
  ];
  let residual = apply(x);
  for (let iteration = 0; iteration < 80 && Math.max(...residual.map(Math.abs)) > 1e-10; iteration++) {
    const columns = x.map((value, i) => {
      const h = 1e-6 * Math.max(1, Math.abs(value));
      const nudged = apply(x.map((other, k) => (k === i ? other + h : other)));
      return nudged.map((f, k) => (f - residual[k]!) / h);
    });
    const jacobian = residual.map((_, row) => columns.map((column) => column[row]!));
    const change = solveLinear(jacobian, residual);
    if (!change) break;
    const stride = change.reduce(
      (most, step, i) => Math.min(most, longest[i]! / Math.max(1e-12, Math.abs(step))),
      1
    );
    x = x.map((value, i) => value - stride * change[i]!);
    residual = apply(x);
  }
  if (!x.every(Number.isFinite) || !(Math.max(...apply(x).map(Math.abs)) < 1e-6)) return null;
  const [alpha, trimSetting, last] = x as [number, number, number];
  const shown = powerShown(file, state);
  const climbAngle = fixedThrottle === null ? askedAngle : last;
  return {
    kind: 'trimmed',
    pitch_deg: (alpha + climbAngle) * DEGREES_PER_RADIAN,
    angleOfAttack_deg: alpha * DEGREES_PER_RADIAN,
    verticalSpeed_fpm: (speed * Math.sin(climbAngle)) / METRES_PER_SECOND_PER_FOOT_PER_MINUTE,
    tas_kt: speed / METRES_PER_SECOND_PER_KNOT,
    ...shown,
    throttle: controls.throttle,
    trim: trimSetting,
    state: state.slice(),
    controls: { ...controls }
  };
}

function no(reason: NoTrim['reason'], explanation: string): NoTrim {
  return { kind: 'impossible', reason, explanation };
}

/** Air of this density without wind or gusts. */
export function stillAir(density_kgpm3: number, pressure_Pa = SEA_LEVEL_PRESSURE_PA): AirSample {
  return {
    density_kgpm3,
    pressure_Pa,
    windNorth_mps: 0,
    windEast_mps: 0,
    windDown_mps: 0,
    gustAlong_mps: 0,
    gustRight_mps: 0,
    gustDown_mps: 0,
    gustRoll_radps: 0
  };
}
