import { column, type Flight, sampleAt } from './flight';

/**
 * Where a climb began that is under way: the lowest of the seconds before, which a gust on the way up does not move.
 * @param at sample the climb is looked back from; where nothing before was lower, it is what comes back
 * @param within_s how long before it is looked at
 * @returns a sample
 * @throws Rejection where the altitude was not recorded
 */
export function climbBegan(flight: Flight, at: number, within_s: number): number {
  const altitude = column(flight, 'altitude_ft');
  let lowest = at;
  for (let k = at; k >= sampleAt(flight, at / flight.rate_hz - within_s); k--)
    if (altitude[k]! < altitude[lowest]!) lowest = k;
  return lowest;
}
