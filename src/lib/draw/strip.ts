import { normaliseSigned } from '$core/measure/angle';
import { clamp } from '$core/measure/clamp';
import type { PropulsionKind } from '$core/aircraft/aircraft-file';
import type { Corridor } from '$core/drill/drill';
import { column, sampleAt, type Flight } from '$core/flight/flight';
import type { CorridorMeasure } from '$core/deviation/corridor-measure';
import type { Exceedance } from '$core/deviation/exceedance';
import { roundBounds } from './trace-path';

/** One quantity of a flight over time, with what was asked of it: what a corridor strip draws. */
export interface Strip {
  id: string;
  name: string;
  unit: string;
  decimals: number;
  height: number;
  values: ArrayLike<number>;
  rate_hz: number;
  bounds: [number, number];
  corridors: { from_s: number; to_s: number; corridor: Corridor }[];
  exceedances: (Exceedance & { corridor: Corridor })[];
  /** Heights that matter in it: a decision altitude, an altitude to level off at. */
  marks: StripMark[];
  /** Share of the judged time inside, or null where nothing was asked. */
  shareInside: number | null;
}

export interface StripMark {
  name: string;
  value: number;
}

interface Quantity {
  id: string;
  name: string;
  unit: string;
  decimals: number;
  step: number;
  margin: number;
  height: number;
}

const ALTITUDE = {
  id: 'altitude_ft',
  name: 'Altitude',
  unit: 'ft',
  decimals: 0,
  step: 100,
  margin: 60,
  height: 140
};
const RATE = { id: 'verticalSpeed_fpm', name: 'Vertical speed', unit: 'ft/min', decimals: 0, step: 100, margin: 80, height: 124 }; // prettier-ignore
const SPEED = { id: 'ias_kt', name: 'Airspeed', unit: 'kt', decimals: 0, step: 5, margin: 3, height: 112 };
const HEADING = {
  id: 'heading_deg',
  name: 'Heading',
  unit: '°',
  decimals: 0,
  step: 5,
  margin: 3,
  height: 92
};
const BANK = { id: 'bank_deg', name: 'Bank', unit: '° bank', decimals: 0, step: 5, margin: 3, height: 84 };
const TURN = {
  id: 'turnRate_degps',
  name: 'Turn rate',
  unit: '°/s',
  decimals: 1,
  step: 1,
  margin: 0.5,
  height: 84
};
const PITCH = {
  id: 'pitch_deg',
  name: 'Pitch',
  unit: '° pitch',
  decimals: 1,
  step: 5,
  margin: 1,
  height: 76
};
const COURSE = {
  id: 'offCourse',
  name: 'Course',
  unit: 'of full scale',
  decimals: 2,
  step: 0.25,
  margin: 0.1,
  height: 124
};
/** Beyond this the needle is at its stop, and so is the strip. */
const COURSE_STOP = 1.25;
const POWER: Record<PropulsionKind, Quantity> = {
  'fixed-pitch': { id: 'rpm', name: 'Power', unit: 'RPM', decimals: 0, step: 100, margin: 60, height: 66 },
  'constant-speed': { id: 'manifoldPressure_inHg', name: 'Power', unit: 'inHg', decimals: 1, step: 2, margin: 0.5, height: 66 }, // prettier-ignore
  turboprop: {
    id: 'torque_percent',
    name: 'Power',
    unit: '% torque',
    decimals: 0,
    step: 10,
    margin: 3,
    height: 66
  }
};

/** The strips of a flight, each with the corridors and exceedances its grade found: bank where turns were asked for. */
export function stripsOf(
  flight: Flight,
  measures: readonly CorridorMeasure[],
  propulsion: PropulsionKind,
  more: { pitch?: boolean; heights?: readonly StripMark[] } = {}
): Strip[] {
  const asked = new Set(measures.map((measure) => measure.channel));
  const quantities = flight.columns.has('offCourse')
    ? [
        COURSE,
        ...(flight.columns.has('heading_deg') && !goesRound(flight) ? [HEADING] : []),
        BANK,
        ALTITUDE,
        SPEED,
        POWER[propulsion]
      ]
    : [
        ALTITUDE,
        RATE,
        SPEED,
        HEADING,
        ...(asked.has('bank_deg') || more.pitch ? [BANK] : []),
        ...(asked.has('turnRate_degps') ? [TURN] : []),
        ...(more.pitch ? [PITCH] : []),
        POWER[propulsion]
      ];
  return quantities
    .filter(({ id }) => flight.columns.has(id))
    .map((quantity) =>
      stripOf(flight, measures, quantity, quantity.id === 'altitude_ft' ? (more.heights ?? []) : [])
    );
}

/** Circuits turn a heading into a staircase that says nothing. */
function goesRound(flight: Flight): boolean {
  const line = unwrapped(flight);
  let low = Infinity;
  let high = -Infinity;
  for (const value of line) {
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  return high - low > 360;
}

function stripOf(
  flight: Flight,
  measures: readonly CorridorMeasure[],
  quantity: Quantity,
  marks: readonly StripMark[]
): Strip {
  const { step, margin, ...shown } = quantity;
  const values =
    quantity.id === 'heading_deg'
      ? unwrapped(flight)
      : quantity.id === 'offCourse'
        ? column(flight, quantity.id).map((off) => clamp(off, -COURSE_STOP, COURSE_STOP))
        : column(flight, quantity.id);
  const mine = measures
    .filter((measure) => measure.channel === quantity.id)
    .map((measure) => ({
      ...measure,
      corridor:
        quantity.id === 'heading_deg'
          ? nearTo(measure.corridor, values[sampleAt(flight, measure.from_s)]!)
          : measure.corridor
    }));
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
  for (const { value } of marks) {
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const judged = mine.reduce((sum, m) => sum + m.to_s - m.from_s, 0);
  return {
    ...shown,
    values,
    rate_hz: flight.rate_hz,
    bounds: roundBounds(low - margin, high + margin, high - low > 12 * step ? 4 * step : step),
    marks: [...marks],
    corridors: mine.map((m) => ({ from_s: m.from_s, to_s: m.to_s, corridor: m.corridor })),
    exceedances: mine.flatMap((m) => m.exceedances.map((e) => ({ ...e, corridor: m.corridor }))),
    shareInside:
      judged > 0 ? mine.reduce((sum, m) => sum + m.shareInside * (m.to_s - m.from_s), 0) / judged : null
  };
}

/** A heading's corridor by as many whole turns away as bring it next to the line. */
function nearTo(corridor: Corridor, value: number): Corridor {
  return { ...corridor, target: value + normaliseSigned(corridor.target - value) };
}

/** Headings as a line without jumps at north. @param from where the line is to begin, to within a half turn */
export function unwrapped(flight: Flight, from?: number): Float32Array {
  const headings = column(flight, 'heading_deg');
  const line = new Float32Array(headings.length);
  let last = headings[0] ?? 0;
  let at = from === undefined ? last : from + normaliseSigned(last - from);
  for (let k = 0; k < headings.length; k++) {
    at += normaliseSigned(headings[k]! - last);
    last = headings[k]!;
    line[k] = at;
  }
  return line;
}

/** Value of a strip at a time, held within the flight. */
export function valueAt(strip: Strip, flight: Flight, time_s: number): number {
  return strip.values[sampleAt(flight, time_s)]!;
}
