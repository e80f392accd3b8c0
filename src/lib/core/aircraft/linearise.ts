import { densityAt, pressureAt } from '../air/atmosphere';
import type { AircraftFile } from './aircraft-file';
import { STATE, attitudeOf, setAttitude } from './airplane-state';
import { lateralModes, longitudinalModes, type Mode } from './modes';
import { engineStatesOf } from './propulsion';
import { RATE_LENGTH, rigidBody } from './rigid-body';
import { stillAir, trim, type NoTrim, type Trim, type TrimCondition } from './trim';

/** The equations of motion for small disturbances about a trim, as two systems that leave each other alone. */
export interface Linearised {
  kind: 'linearised';
  trim: Trim;
  /** In forward m/s, down m/s, pitch rate rad/s, pitch rad, then the engine's own states; rates per second. */
  longitudinal: number[][];
  /** In right m/s, roll rate, yaw rate rad/s, bank rad. */
  lateral: number[][];
  longitudinalModes: Mode[];
  lateralModes: Mode[];
}

type Axis = (typeof STATE)[keyof typeof STATE] | 'pitch' | 'bank';
const LONGITUDINAL: readonly Axis[] = [STATE.forward, STATE.down, STATE.pitchRate, 'pitch'];
const LATERAL: readonly Axis[] = [STATE.right, STATE.rollRate, STATE.yawRate, 'bank'];

/**
 * Central differences of the model's own equations about the trim of a condition, controls fixed.
 * Density is that of the trim's height: the slow change with height is left out, as in the classical modes.
 */
export function linearise(aircraft: AircraftFile, condition: TrimCondition): Linearised | NoTrim {
  const found = trim(aircraft, condition);
  if (found.kind === 'impossible') return found;
  const body = rigidBody(aircraft);
  const height_m = found.state[STATE.altitude]!;
  const air = stillAir(densityAt(height_m, condition.temperatureOffset_K ?? 0), pressureAt(height_m));
  const attitude = attitudeOf(found.state);

  /** Rates of the axes with one of them moved by `by`. */
  const ratesAt = (moved: Axis, by: number, axes: readonly Axis[]): number[] => {
    const state = found.state.slice();
    const turned = { ...attitude };
    if (moved === 'pitch') turned.pitch_rad += by;
    else if (moved === 'bank') turned.bank_rad += by;
    else state[moved]! += by;
    setAttitude(state, turned);
    const rate = new Float64Array(RATE_LENGTH);
    body.derivatives(state, found.controls, air, rate);
    const [p, q, r] = [state[STATE.rollRate]!, state[STATE.pitchRate]!, state[STATE.yawRate]!];
    const cosine = Math.cos(turned.bank_rad);
    const sine = Math.sin(turned.bank_rad);
    return axes.map((axis) =>
      axis === 'pitch'
        ? q * cosine - r * sine
        : axis === 'bank'
          ? p + Math.tan(turned.pitch_rad) * (q * sine + r * cosine)
          : rate[axis]!
    );
  };
  const matrix = (axes: readonly Axis[]) => {
    const columns = axes.map((axis) => {
      const h = axis === STATE.engineSpeed || axis === STATE.forward ? 1e-3 : 1e-5;
      const up = ratesAt(axis, h, axes);
      const down = ratesAt(axis, -h, axes);
      return up.map((value, i) => (value - down[i]!) / (2 * h));
    });
    return axes.map((_, row) => columns.map((column) => column[row]!));
  };
  const longitudinal = matrix([...LONGITUDINAL, ...engineStatesOf(aircraft.propulsion)]);
  const lateral = matrix(LATERAL);
  return {
    kind: 'linearised',
    trim: found,
    longitudinal,
    lateral,
    longitudinalModes: longitudinalModes(longitudinal),
    lateralModes: lateralModes(lateral)
  };
}
