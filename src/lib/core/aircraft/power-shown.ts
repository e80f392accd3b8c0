import { figure } from '../measure/figure';
import type { AircraftFile } from './aircraft-file';
import { STATE, type AirplaneState } from './airplane-state';

/** What the engine gauges show; null where the airplane has no such gauge. */
export interface PowerShown {
  rpm: number;
  manifoldPressure_inHg: number | null;
  torque_percent: number | null;
}

/**
 * What the engine’s gauges show of a state: speed always, manifold pressure (inHg) or torque (per cent of rated) by the
 * kind of engine; null where it has no such gauge.
 */
export function powerShown(aircraft: AircraftFile, state: AirplaneState): PowerShown {
  const { kind } = aircraft.propulsion;
  return {
    rpm: state[STATE.engineSpeed]! * 60,
    manifoldPressure_inHg: kind === 'constant-speed' ? state[STATE.engineOutput]! : null,
    torque_percent: kind === 'turboprop' ? 100 * state[STATE.engineOutput]! : null
  };
}

/** Power as a pilot says it: `2310 RPM`, `21.5 in, 2400 RPM`, `46 % torque`. */
export function powerWords({ rpm, manifoldPressure_inHg, torque_percent }: PowerShown): string {
  const speed = `${figure(Math.round(rpm / 10) * 10)} RPM`;
  if (torque_percent !== null) return `${figure(torque_percent)} % torque`;
  if (manifoldPressure_inHg !== null) return `${figure(manifoldPressure_inHg, 1)} in, ${speed}`;
  return speed;
}
