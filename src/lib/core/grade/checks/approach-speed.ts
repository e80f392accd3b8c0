import { column, type Flight } from '../../flight/flight';
import { figure } from '../../measure/figure';
import { mean } from '../../measure/statistics';

/** The published bounds of a stable approach about its speed. */
const FAST_KT = 10;
const SLOW_KT = 5;
/** A gust passes: a speed is what the needle stood about for so long before the moment. */
const STOOD_S = 3;

/** How far off its speed an airplane has been flown just before a sample, kt, + = fast. */
export function approachSpeedOff_kt(flight: Flight, sample: number, asked_kt: number): number {
  const from = Math.max(0, sample - Math.round(STOOD_S * flight.rate_hz));
  return mean(column(flight, 'ias_kt').subarray(from, sample + 1))! - asked_kt;
}

/**
 * The same over the threshold, where the speed of the approach may have been given up down to what the airplane is landed from.
 * @param reference_kt least speed for that
 */
export function thresholdSpeedOff_kt(
  flight: Flight,
  sample: number,
  asked_kt: number,
  reference_kt: number
): number {
  const off_kt = approachSpeedOff_kt(flight, sample, asked_kt);
  return off_kt >= 0 ? off_kt : Math.min(0, off_kt + Math.max(0, asked_kt - reference_kt));
}

/** What is wrong with a speed on the approach, in words; null where nothing is: as it reads, to the whole knot. @param off_kt + = fast */
export function approachSpeedFault(off_kt: number): string | null {
  const read_kt = Math.round(off_kt);
  if (read_kt <= FAST_KT && read_kt >= -SLOW_KT) return null;
  return speedOffWords(off_kt);
}

/** A speed by what was asked for, to the whole knot: `7 kt slow`, `on speed`. @param off_kt + = fast */
export function speedOffWords(off_kt: number): string {
  const read_kt = Math.round(off_kt);
  return read_kt === 0 ? 'on speed' : `${figure(Math.abs(read_kt))} kt ${read_kt > 0 ? 'fast' : 'slow'}`;
}
