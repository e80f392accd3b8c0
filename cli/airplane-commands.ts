import { AircraftFile } from '../src/lib/core/aircraft/aircraft-file';
import { aircraftById } from '../src/lib/core/aircraft/catalogue';
import { DerivativeSet, modesOfDerivativeSet } from '../src/lib/core/aircraft/derivative-set';
import { linearise } from '../src/lib/core/aircraft/linearise';
import type { Mode } from '../src/lib/core/aircraft/modes';
import { powerWords } from '../src/lib/core/aircraft/power-shown';
import { trim, type TrimCondition } from '../src/lib/core/aircraft/trim';
import { figure, signedFigure } from '../src/lib/core/measure/figure';
import { Rejection } from '../src/lib/core/measure/rejection';
import { parse } from '../src/lib/core/measure/validation';
import { json, number, options, print, readFileOf, show, type Commands } from './options';

/** The airplane by itself: steady flight and natural motions. */
export const airplaneCommands: Commands = {
  trim() {
    const found = trim(readAircraft(), condition());
    if (found.kind === 'impossible')
      throw new Rejection(
        'condition',
        `${options.ias} kt, ${options.vs ?? 'full'} ft/min`,
        found.explanation
      );
    const { pitch_deg, angleOfAttack_deg, rpm, throttle, trim: setting, tas_kt, verticalSpeed_fpm } = found;
    const { manifoldPressure_inHg, torque_percent } = found;
    if (options.json)
      return show({
        pitch_deg,
        angleOfAttack_deg,
        verticalSpeed_fpm,
        rpm,
        manifoldPressure_inHg,
        torque_percent,
        throttle,
        trim: setting,
        tas_kt
      });
    print(
      `pitch ${signedFigure(pitch_deg, 2)}°  angle of attack ${signedFigure(angleOfAttack_deg, 2)}°  ${powerWords(found)}  throttle ${figure(throttle * 100, 1)} %  trim ${signedFigure(setting, 3)}  TAS ${figure(tas_kt, 1)} kt  ${signedFigure(verticalSpeed_fpm)} ft/min`
    );
  },
  modes() {
    const { longitudinal, lateral } = modesAsked();
    if (options.json) return show({ longitudinal, lateral });
    for (const mode of [...longitudinal, ...lateral]) print(modeWords(mode));
  }
};

function modesAsked(): { longitudinal: Mode[]; lateral: Mode[] } {
  if (options.aircraft!.endsWith('.json')) {
    const file = json('aircraft', readFileOf('aircraft'));
    if (typeof file === 'object' && file !== null && 'kind' in file)
      return modesOfDerivativeSet(parse(DerivativeSet, file, 'derivatives'));
  }
  const found = linearise(readAircraft(), condition());
  if (found.kind === 'impossible')
    throw new Rejection('condition', `${options.ias} kt, ${options.vs ?? 'full'} ft/min`, found.explanation);
  return { longitudinal: found.longitudinalModes, lateral: found.lateralModes };
}

function modeWords(mode: Mode): string {
  const swing =
    mode.period_s === null
      ? ''
      : `  period ${figure(mode.period_s, 2)} s  damping ratio ${figure(mode.dampingRatio, 3)}`;
  const fades =
    mode.halving_s >= 0
      ? `half after ${figure(mode.halving_s, 2)} s`
      : `double after ${figure(-mode.halving_s, 2)} s`;
  return `${mode.name.padEnd(13)} ${signedFigure(mode.real_ps, 5)} ± ${figure(mode.imaginary_radps, 5)} i /s${swing}  ${fades}`;
}

function readAircraft(): AircraftFile {
  return options.aircraft!.endsWith('.json')
    ? parse(AircraftFile, json('aircraft', readFileOf('aircraft')), 'aircraft')
    : aircraftById(options.aircraft!);
}

/** Without --vs: full throttle. */
function condition(): TrimCondition {
  return {
    ias_kt: number('ias'),
    verticalSpeed_fpm: options.vs === undefined ? null : number('vs'),
    flaps_deg: number('flaps'),
    pressureAltitude_ft: number('altitude'),
    gear: number('gear'),
    propeller: number('propeller')
  };
}
