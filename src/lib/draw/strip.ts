import { normaliseSigned } from '$core/measure/angle';
import type { Corridor } from '$core/drill/drill';
import { column, sampleAt, type Flight } from '$core/flight/flight';
import type { CorridorMeasure } from '$core/grade/corridor-measure';
import type { Exceedance } from '$core/grade/exceedance';
import { roundBounds } from './trace-path';

/** One quantity of a flight over time, with what was asked of it: what a corridor strip draws. */
export interface Strip {
  id: string;
  name: string;
  unit: string;
  decimals: number;
  values: ArrayLike<number>;
  rate_hz: number;
  bounds: [number, number];
  corridors: { from_s: number; to_s: number; corridor: Corridor }[];
  exceedances: (Exceedance & { corridor: Corridor })[];
  /** Share of the judged time inside, or null where nothing was asked. */
  shareInside: number | null;
}

const QUANTITIES = [
  { id: 'altitude_ft', name: 'Altitude', unit: 'ft', decimals: 0, step: 100, margin: 60 },
  { id: 'verticalSpeed_fpm', name: 'Vertical speed', unit: 'ft/min', decimals: 0, step: 100, margin: 80 },
  { id: 'ias_kt', name: 'Airspeed', unit: 'kt', decimals: 0, step: 5, margin: 3 },
  { id: 'heading_deg', name: 'Heading', unit: '°', decimals: 0, step: 5, margin: 3 },
  { id: 'rpm', name: 'Power', unit: 'RPM', decimals: 0, step: 100, margin: 60 }
] as const;

/** The strips of a flight, each with the corridors and exceedances its grade found. */
export function stripsOf(flight: Flight, measures: readonly CorridorMeasure[]): Strip[] {
  return QUANTITIES.map((quantity) => {
    const mine = measures.filter((measure) => measure.channel === quantity.id);
    const values =
      quantity.id === 'heading_deg'
        ? unwrapped(flight, mine[0]?.corridor.target)
        : column(flight, quantity.id);
    let low = Infinity;
    let high = -Infinity;
    for (let k = 0; k < values.length; k++) {
      low = Math.min(low, values[k]!);
      high = Math.max(high, values[k]!);
    }
    for (const { corridor } of mine) {
      low = Math.min(low, corridor.target - corridor.below);
      high = Math.max(high, corridor.target + corridor.above);
    }
    const judged = mine.reduce((sum, m) => sum + m.to_s - m.from_s, 0);
    return {
      ...quantity,
      values,
      rate_hz: flight.rate_hz,
      bounds: roundBounds(low - quantity.margin, high + quantity.margin, quantity.step),
      corridors: mine.map((m) => ({ from_s: m.from_s, to_s: m.to_s, corridor: m.corridor })),
      exceedances: mine.flatMap((m) => m.exceedances.map((e) => ({ ...e, corridor: m.corridor }))),
      shareInside:
        judged > 0 ? mine.reduce((sum, m) => sum + m.shareInside * (m.to_s - m.from_s), 0) / judged : null
    };
  });
}

/** Headings as a line without jumps at north, near the target or where the flight began. */
export function unwrapped(flight: Flight, target = column(flight, 'heading_deg')[0] ?? 0): Float32Array {
  return Float32Array.from(
    column(flight, 'heading_deg'),
    (value) => target + normaliseSigned(value - target)
  );
}

/** Value of a strip at a time, held within the flight. */
export function valueAt(strip: Strip, flight: Flight, time_s: number): number {
  return strip.values[sampleAt(flight, time_s)]!;
}
