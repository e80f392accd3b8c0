import { sampleAt, type Flight } from '../flight/flight';
import type { ChannelId } from '../flight/channels';
import type { Eye } from './eye';

/**
 * Where the pilot's eye was at a moment of a recorded flight, and how the airplane really lay; null where that is not recorded.
 * @param variation_deg + = east: headings are recorded by magnetic north
 */
export function eyeAt(flight: Flight, time_s: number, variation_deg: number): Eye | null {
  const k = sampleAt(flight, time_s);
  const at = (id: ChannelId) => flight.columns.get(id)?.[k] ?? NaN;
  const eye: Eye = {
    place: { latitude_deg: at('latitude_deg'), longitude_deg: at('longitude_deg') },
    altitude_ft: at('trueAltitude_ft'),
    pitch_deg: at('truePitch_deg'),
    bank_deg: at('trueBank_deg'),
    trueHeading_deg: at('trueHeading_deg') + variation_deg
  };
  const figures = [
    ...Object.values(eye.place),
    eye.altitude_ft,
    eye.pitch_deg,
    eye.bank_deg,
    eye.trueHeading_deg
  ];
  return figures.every(Number.isFinite) ? eye : null;
}
