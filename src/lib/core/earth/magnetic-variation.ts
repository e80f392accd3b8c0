import geomagnetism from 'geomagnetism';
import type { Place } from './local-plane';

/** Magnetic variation at a place on a date, degrees, + = east; magnetic = true − variation. World Magnetic Model. */
export function magneticVariation(place: Place, date: Date): number {
  return geomagnetism
    .model(date, { allowOutOfBoundsModel: true })
    .point([place.latitude_deg, place.longitude_deg]).decl;
}
