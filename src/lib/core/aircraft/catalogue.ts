import { Rejection } from '../measure/rejection';
import type { AircraftFile } from './aircraft-file';
import korvane750 from './airplanes/korvane-750.json' with { type: 'json' };
import sandling160 from './airplanes/sandling-160.json' with { type: 'json' };
import tarnvik200 from './airplanes/tarnvik-200.json' with { type: 'json' };

/** The invented airplanes that ship with Hanza; a test holds them to the schema, which JSON's own types cannot say. */
export const aircraftCatalogue: readonly AircraftFile[] = [sandling160, tarnvik200, korvane750].map(
  (file) => file as unknown as AircraftFile
);

/** @throws Rejection when no airplane has this id */
export function aircraftById(id: string): AircraftFile {
  const found = aircraftCatalogue.find((aircraft) => aircraft.id === id);
  if (!found) throw new Rejection('aircraft', id, `one of ${aircraftCatalogue.map((a) => a.id).join(', ')}`);
  return found;
}
