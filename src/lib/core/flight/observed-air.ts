import { DEGREES_PER_RADIAN, normaliseBearing, normaliseSigned } from '../measure/angle';
import { METRES_PER_FOOT, METRES_PER_SECOND_PER_KNOT, STANDARD_GRAVITY_MPS2 } from '../measure/units';
import {
  GAS_CONSTANT_JPKGK,
  calibratedFromImpact,
  impactPressure,
  pressureAltitudeFor,
  pressureAltitudeShare,
  pressureAt,
  temperatureAt
} from '../air/atmosphere';
import {
  STATE,
  attitudeOf,
  type AirplaneState,
  type AirSample,
  type Controls
} from '../aircraft/airplane-state';
import { stallWarningAt } from '../aircraft/stall-warning';
import { powerShown } from '../aircraft/power-shown';
import { stillAir } from '../aircraft/trim';
import type { AirTruth } from '../instrument/readings';
import type { Lesson } from '../drill/lesson';
import type { WeatherInFlight } from './weather-in-flight';

/** What the air and the earth do to the airplane in its present state. */
export interface ObservedAir {
  /** The air the airplane is in; gusts are written here by the loop. */
  readonly air: AirSample;
  readonly truth: AirTruth;
  /** Puts the wind of this moment and height, and `gust_kt` more of it, into `air`, and has the pressure and temperature of this moment. */
  setWeather(time_s: number, gust_kt: number): void;
  observe(controls: Controls): void;
  tas_mps(): number;
  ias_kt(): number;
  groundspeed_kt(): number;
  climbRate_fpm(): number;
  angleOfAttack_deg(): number;
  /** True altitude (m) at which an altimeter rightly set shows this (ft). */
  trueAltitudeFor_m(indicated_ft: number): number;
}

/** The airspeed's trend is smoothed over this long. */
const TREND_S = 2;
/** Seconds between two observations. */
const OBSERVED_EVERY_S = 0.01;

/** @param state the airplane's, read at each observation; @param force its accelerometer, m/s² along the body axes */
export function observer(
  lesson: Lesson,
  weather: WeatherInFlight,
  state: AirplaneState,
  force: Float64Array
): ObservedAir {
  const { plan, area, aircraft } = lesson;
  const air = stillAir(1.2);
  let seaLevelSetting_hPa = plan.altimeterSetting_hPa;
  let seaLevelPressureAltitude_ft = pressureAltitudeFor(0, seaLevelSetting_hPa);
  let offset = plan.temperatureOffset_K;
  const truth: AirTruth = {
    staticPressure_Pa: 0,
    impactPressure_Pa: 0,
    pitch_deg: 0,
    bank_deg: 0,
    magneticHeading_deg: 0,
    turnRate_degps: 0,
    rollRate_degps: 0,
    forceForward_g: 0,
    forceRight_g: 0,
    forceDown_g: -1,
    rpm: 0,
    manifoldPressure_inHg: null,
    torque_percent: null,
    flaps_deg: 0,
    gear: 0,
    fuel_kg: 0,
    trim: 0,
    pathAngle_deg: 0,
    drift_deg: 0,
    speedTrend_ktps: 0,
    stallWarning: false
  };
  let tas = 0;
  let ias = 0;
  let angleOfAttack = 0;
  let north = 0;
  let east = 0;
  let down = 0;

  const pressureShare = (altitude_m: number) => pressureAltitudeShare(altitude_m, offset);

  return {
    air,
    truth,
    setWeather(time_s, gust_kt) {
      const setting_hPa = weather.altimeterSetting_hPa(time_s);
      if (setting_hPa !== seaLevelSetting_hPa) {
        seaLevelSetting_hPa = setting_hPa;
        seaLevelPressureAltitude_ft = pressureAltitudeFor(0, setting_hPa);
      }
      offset = weather.temperatureOffset_K(time_s);
      const wind = weather.wind(time_s, state[STATE.altitude]! / METRES_PER_FOOT);
      const speed = Math.hypot(wind.north, wind.east);
      const factor =
        speed > 0 ? (METRES_PER_SECOND_PER_KNOT * (speed + gust_kt)) / speed : METRES_PER_SECOND_PER_KNOT;
      air.windNorth_mps = factor * (speed > 0 ? wind.north : -gust_kt);
      air.windEast_mps = factor * wind.east;
    },
    observe(controls) {
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
      const nx = q0 * q0 + q1 * q1 - q2 * q2 - q3 * q3;
      const nz = 2 * (q1 * q3 + q0 * q2);
      const ex = 2 * (q1 * q2 + q0 * q3);
      const ez = 2 * (q2 * q3 - q0 * q1);
      north = nx * u + 2 * (q1 * q2 - q0 * q3) * v + nz * w;
      east = ex * u + (q0 * q0 - q1 * q1 + q2 * q2 - q3 * q3) * v + ez * w;
      down = dx * u + dy * v + dz * w;
      // As the wing meets the air: along the airplane's own axes, whatever its bank.
      const { windNorth_mps, windEast_mps, windDown_mps } = air;
      angleOfAttack = Math.atan2(
        w - (nz * windNorth_mps + ez * windEast_mps + dz * windDown_mps) - air.gustDown_mps,
        u - (nx * windNorth_mps + ex * windEast_mps + dx * windDown_mps) - air.gustAlong_mps
      );
      const airNorth = north - air.windNorth_mps;
      const airEast = east - air.windEast_mps;
      const attitude = attitudeOf(state);
      // Gusts are small against the wind's steady part but the pitot feels the one along the airplane.
      tas = Math.max(1, Math.hypot(airNorth, airEast, down) - air.gustAlong_mps);
      const altitude_m = state[STATE.altitude]!;
      const pressureAltitude_m =
        seaLevelPressureAltitude_ft * METRES_PER_FOOT + altitude_m * pressureShare(altitude_m);
      const pressure = pressureAt(pressureAltitude_m);
      air.pressure_Pa = pressure;
      air.density_kgpm3 = pressure / (GAS_CONSTANT_JPKGK * temperatureAt(pressureAltitude_m, offset));
      const impact = impactPressure(tas, pressure, air.density_kgpm3);
      const before = ias;
      ias = calibratedFromImpact(impact) / METRES_PER_SECOND_PER_KNOT;
      if (before > 0)
        truth.speedTrend_ktps +=
          (((ias - before) / OBSERVED_EVERY_S - truth.speedTrend_ktps) * OBSERVED_EVERY_S) / TREND_S;
      truth.staticPressure_Pa = pressure;
      truth.impactPressure_Pa = impact;
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
      truth.rollRate_degps = state[STATE.rollRate]! * DEGREES_PER_RADIAN;
      truth.forceForward_g = force[0]! / STANDARD_GRAVITY_MPS2;
      truth.forceRight_g = force[1]! / STANDARD_GRAVITY_MPS2;
      truth.forceDown_g = force[2]! / STANDARD_GRAVITY_MPS2;
      const power = powerShown(aircraft, state);
      truth.rpm = power.rpm;
      truth.manifoldPressure_inHg = power.manifoldPressure_inHg;
      truth.torque_percent = power.torque_percent;
      truth.flaps_deg = state[STATE.flaps]!;
      truth.gear = state[STATE.gear]!;
      truth.fuel_kg = state[STATE.fuel]!;
      truth.trim = controls.trim;
      truth.stallWarning = stallWarningAt(aircraft, angleOfAttack * DEGREES_PER_RADIAN);
      truth.pathAngle_deg = Math.atan2(-down, Math.hypot(north, east)) * DEGREES_PER_RADIAN;
      truth.drift_deg = normaliseSigned(
        (Math.atan2(east, north) - attitude.heading_rad) * DEGREES_PER_RADIAN
      );
    },
    tas_mps: () => tas,
    ias_kt: () => ias,
    groundspeed_kt: () => Math.hypot(north, east) / METRES_PER_SECOND_PER_KNOT,
    climbRate_fpm: () => (-down * 60) / METRES_PER_FOOT,
    angleOfAttack_deg: () => angleOfAttack * DEGREES_PER_RADIAN,
    trueAltitudeFor_m(indicated_ft) {
      const indicated_m = indicated_ft * METRES_PER_FOOT;
      let altitude_m = indicated_m;
      for (let i = 0; i < 5; i++) altitude_m = indicated_m / pressureShare(altitude_m);
      return altitude_m;
    }
  };
}
