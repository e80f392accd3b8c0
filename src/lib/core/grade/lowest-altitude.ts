import { sampleAt, type Flight } from '../flight/flight';

/** The lowest altitude between two moments, and when it was; null where none was recorded. */
export function lowestAltitude(
  flight: Flight,
  from_s: number,
  to_s: number
): { altitude_ft: number; at_s: number } | null {
  const altitude = flight.columns.get('altitude_ft');
  if (!altitude) return null;
  let at = sampleAt(flight, from_s);
  for (let k = at; k <= sampleAt(flight, to_s); k++) if (altitude[k]! < altitude[at]!) at = k;
  return { altitude_ft: altitude[at]!, at_s: at / flight.rate_hz };
}

/** Down and up again so shortly before and after a climb began … */
const AROUND_S = 10;
/** … which goes on while so much is climbed in that time. */
const CLIMBING_FT = 30;
/** So long after a missed approach was begun, so much has been climbed. */
const CLIMBED_AFTER_S = 30;
const CLIMBED_FT = 150;

/**
 * The altitude from which a missed approach was climbed away, also where the climb was on before its point; null where nobody climbed:
 * in level flight a gust climbs, too, and who is no higher a while later did not go around.
 * @param begun_s when the missed approach was begun
 */
export function goneAroundFrom_ft(flight: Flight, begun_s: number): number | null {
  const altitude = flight.columns.get('altitude_ft');
  if (!altitude) return null;
  const at = (time_s: number) => altitude[sampleAt(flight, time_s)]!;
  let climbs_s = begun_s;
  while (climbs_s > 0 && at(climbs_s) - at(climbs_s - AROUND_S) > CLIMBING_FT) climbs_s -= AROUND_S;
  const from_ft = lowestAltitude(flight, climbs_s - AROUND_S, climbs_s + AROUND_S)!.altitude_ft;
  return at(begun_s + CLIMBED_AFTER_S) - from_ft > CLIMBED_FT ? from_ft : null;
}
