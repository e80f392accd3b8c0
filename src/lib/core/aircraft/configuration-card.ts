import type { AircraftFile } from './aircraft-file';
import { trim, type NoTrim, type TrimCondition } from './trim';

/** One line of the card: what to set, and what it gives, hands off. */
export interface CardLine {
  id: string;
  name: string;
  ias_kt: number;
  verticalSpeed_fpm: number;
  flaps_deg: number;
  /** + = nose up. */
  pitch_deg: number;
  rpm: number;
  manifoldPressure_inHg: number | null;
  torque_percent: number | null;
  gear: number;
  propeller: number;
  throttle: number;
  /** −1…+1, + = nose up. */
  trim: number;
}

/** Power + attitude + configuration = performance: the setting that holds a condition, or why there is none. */
export function cardLineFor(
  aircraft: AircraftFile,
  condition: TrimCondition,
  name: { id: string; name: string } = { id: 'asked', name: 'As asked' }
): CardLine | NoTrim {
  const found = trim(aircraft, condition);
  if (found.kind === 'impossible') return found;
  return {
    ...name,
    ias_kt: condition.ias_kt,
    verticalSpeed_fpm: found.verticalSpeed_fpm,
    flaps_deg: condition.flaps_deg,
    pitch_deg: found.pitch_deg,
    rpm: found.rpm,
    manifoldPressure_inHg: found.manifoldPressure_inHg,
    torque_percent: found.torque_percent,
    gear: found.controls.gearTarget,
    propeller: found.controls.propeller,
    throttle: found.throttle,
    trim: found.trim
  };
}

/** The airplane's whole card at a pressure altitude (ft); lines it cannot fly there are left out. */
export function configurationCard(
  aircraft: AircraftFile,
  pressureAltitude_ft: number,
  conditions: Pick<TrimCondition, 'fuel_kg' | 'temperatureOffset_K'> = {}
): CardLine[] {
  return aircraft.card.flatMap((line) => {
    const found = cardLineFor(aircraft, { ...line, ...conditions, pressureAltitude_ft }, line);
    return 'kind' in found ? [] : [found];
  });
}
