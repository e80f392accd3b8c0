import { column, sampleAt, type Flight } from '$core/flight/flight';
import type { Readings } from '$core/instrument/readings';

/** What the panel showed at a moment of a recorded flight. */
export function readingsAt(flight: Flight, time_s: number): Readings {
  const k = sampleAt(flight, time_s);
  const at = (id: string) => column(flight, id)[k]!;
  return {
    ias_kt: at('ias_kt'),
    altitude_ft: at('altitude_ft'),
    verticalSpeed_fpm: at('verticalSpeed_fpm'),
    pitch_deg: at('pitch_deg'),
    bank_deg: at('bank_deg'),
    heading_deg: at('heading_deg'),
    turnRate_degps: at('turnRate_degps'),
    ball: at('ball'),
    rpm: at('rpm'),
    flaps_deg: at('flaps_deg'),
    trim: at('trim')
  };
}
