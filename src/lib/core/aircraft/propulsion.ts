import { SEA_LEVEL_DENSITY_KGPM3 } from '../air/atmosphere';
import type { Propulsion } from './aircraft-file';
import { STATE, type AirplaneState, type AirSample, type Controls } from './airplane-state';

/** Where an engine's answers stand: thrust N, reaction torque N·m, rates of propeller speed and output, brake power W. */
export const THRUST = 0;
export const SHAFT_TORQUE = 1;
export const SPEED_RATE = 2;
export const OUTPUT_RATE = 3;
export const SHAFT_POWER = 4;

const PASCALS_PER_INCH_OF_MERCURY = 3386.38866667;
/** Share of the outside pressure that reaches the manifold at full throttle. */
const INDUCTION_SHARE = 0.975;
/** At this share of the idle manifold pressure the cylinders give nothing. */
const NO_POWER_SHARE = 0.75;
const MANIFOLD_LAG_S = 0.25;
const GOVERNOR_LAG_S = 0.4;
/** Exponent with which a turbine's heat-limited power goes with density. */
const TURBINE_LAPSE = 0.9;

/** From this share of its power on the disc no longer drags. */
const LOADED_SHARE = 0.2;

/** Writes what the engine and propeller do at this forward airspeed (m/s, ≥ 0) into `out`. */
export type PropulsionModel = (
  state: AirplaneState,
  controls: Controls,
  air: AirSample,
  forward_mps: number,
  out: Float64Array
) => void;

/** The model of a propulsion; an engine without fuel gives no power. */
export function propulsionOf(file: Propulsion): PropulsionModel {
  const turn = 2 * Math.PI;
  const { diameter_m: diameter } = file;
  switch (file.kind) {
    case 'fixed-pitch': {
      const ratedTorque = file.power_W / (turn * file.ratedSpeed_rps) + file.friction_Nm;
      const diameter4 = diameter ** 4;
      const diameter5 = diameter ** 5;
      const [ct0, ct1, ct2] = file.thrust;
      const [cp0, cp1, cp2] = file.power;
      const { idleTorqueShare: idle, friction_Nm: friction, inertia_kgm2: inertia } = file;
      return (s, c, air, forward, out) => {
        const n = s[13]! > 1 ? s[13]! : 1;
        const density = air.density_kgpm3;
        // Gagg and Ferrar, 1934: full-throttle power of an unsupercharged engine.
        const altitudeFactor = 1.132 * (density / SEA_LEVEL_DENSITY_KGPM3) - 0.132;
        const made = s[16]! > 0 ? (idle + (1 - idle) * c.throttle) * ratedTorque * altitudeFactor : 0;
        const engineTorque = made - friction;
        const advance = forward / (n * diameter);
        const dynamic = density * n * n;
        const torque = ((cp0 + cp1 * advance + cp2 * advance * advance) * dynamic * diameter5) / turn;
        out[THRUST] = (ct0 + ct1 * advance + ct2 * advance * advance) * dynamic * diameter4;
        out[SHAFT_TORQUE] = torque;
        out[SPEED_RATE] = (engineTorque - torque) / (turn * inertia);
        out[OUTPUT_RATE] = 0;
        out[SHAFT_POWER] = made * turn * n;
      };
    }
    case 'constant-speed': {
      const { ratedSpeed_rps: rated, lowestSpeed_rps: lowest, friction_Nm: friction } = file;
      const indicatedRated = file.power_W + friction * turn * rated;
      const idle = file.idleManifoldPressure_inHg;
      const none = NO_POWER_SHARE * idle;
      const fine = file.fineStopPower * diameter ** 5;
      return (s, c, air, forward, out) => {
        const n = s[13]! > 1 ? s[13]! : 1;
        const pressure = s[17]!;
        const full = (INDUCTION_SHARE * air.pressure_Pa) / PASCALS_PER_INCH_OF_MERCURY;
        const share = (pressure - none) / (file.ratedManifoldPressure_inHg - none);
        const indicated = s[16]! > 0 ? indicatedRated * (n / rated) * share : 0;
        const brake = indicated - friction * turn * n;
        const asked = lowest + c.propeller * (rated - lowest);
        // At the fine stop the blades turn as fast as power and the oncoming air drive them, no faster.
        const driven = Math.cbrt(
          (brake > 0 ? brake : 0) / (fine * air.density_kgpm3) + (forward / (0.9 * diameter)) ** 3
        );
        const through = Math.sqrt(forward * forward + file.staticSpeed_mps * file.staticSpeed_mps);
        const unloaded =
          brake < LOADED_SHARE * file.power_W
            ? 1 - (brake > 0 ? brake : 0) / (LOADED_SHARE * file.power_W)
            : 0;
        out[THRUST] =
          (brake > 0 ? file.efficiency * brake : 1.15 * brake) / through -
          unloaded * 0.5 * air.density_kgpm3 * forward * forward * file.idleDragArea_m2;
        out[SHAFT_TORQUE] = brake / (turn * n);
        out[SPEED_RATE] = ((driven < asked ? driven : asked) - n) / GOVERNOR_LAG_S;
        out[OUTPUT_RATE] = (idle + c.throttle * (full - idle) - pressure) / MANIFOLD_LAG_S;
        out[SHAFT_POWER] = indicated;
      };
    }
    case 'turboprop': {
      const { power_W: flatRated, idleTorqueShare: idle, propellerSpeed_rps: speed } = file;
      return (s, c, air, forward, out) => {
        const sigma = air.density_kgpm3 / SEA_LEVEL_DENSITY_KGPM3;
        const hot = (file.thermalPower_W / flatRated) * Math.pow(sigma > 0 ? sigma : 0, TURBINE_LAPSE);
        const share = s[16]! > 0 ? s[17]! : 0;
        const asked = idle + c.throttle * ((hot < 1 ? hot : 1) - idle);
        const power = share * flatRated;
        const unloaded = share < LOADED_SHARE ? 1 - share / LOADED_SHARE : 0;
        const through = Math.sqrt(forward * forward + file.staticSpeed_mps * file.staticSpeed_mps);
        out[THRUST] =
          (file.efficiency * power) / through -
          unloaded * 0.5 * air.density_kgpm3 * forward * forward * file.idleDragArea_m2;
        out[SHAFT_TORQUE] = power / (turn * speed);
        out[SPEED_RATE] = (speed - s[13]!) / GOVERNOR_LAG_S;
        out[OUTPUT_RATE] = (asked - s[17]!) / file.spool_s;
        out[SHAFT_POWER] = power;
      };
    }
  }
}

/** What an engine can settle to by itself: a fixed pitch its speed, a turbine its torque, a governed piston both. */
export function engineStatesOf(file: Propulsion): (typeof STATE)['engineSpeed' | 'engineOutput'][] {
  if (file.kind === 'fixed-pitch') return [STATE.engineSpeed];
  return file.kind === 'turboprop' ? [STATE.engineOutput] : [STATE.engineSpeed, STATE.engineOutput];
}

/** Propeller speed (rev/s) and engine output to begin a search for steady flight from. */
export function likelyEngineState(file: Propulsion, throttle: number): { speed: number; output: number } {
  switch (file.kind) {
    case 'fixed-pitch':
      return { speed: (0.5 + 0.3 * throttle) * file.ratedSpeed_rps, output: 0 };
    case 'constant-speed':
      return {
        speed: 0.9 * file.ratedSpeed_rps,
        output:
          file.idleManifoldPressure_inHg +
          throttle * (file.ratedManifoldPressure_inHg - file.idleManifoldPressure_inHg)
      };
    case 'turboprop':
      return { speed: file.propellerSpeed_rps, output: Math.max(file.idleTorqueShare, throttle) };
  }
}
