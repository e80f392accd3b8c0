import geomagnetism from 'geomagnetism';
import type { Place } from './local-plane';

/** The moment the field is taken for: drills are not dated, and the dip moves by a tenth of a degree a year. */
const FIELD_DATE = new Date(Date.UTC(2026, 0, 1));

/** Dip of the earth's magnetic field below the horizontal, degrees, + = down (north of the magnetic equator); World Magnetic Model. */
export function magneticDip(place: Place): number {
  return geomagnetism
    .model(FIELD_DATE, { allowOutOfBoundsModel: true })
    .point([place.latitude_deg, place.longitude_deg]).incl;
}
