import type { ChannelId } from '$core/flight/channels';
import { normaliseSigned } from '$core/measure/angle';
import { clamp } from '$core/measure/clamp';
import type { PropulsionKind } from '$core/aircraft/aircraft-file';
import { firstTarget } from '$core/drill/corridor';
import { isNavigation, phaseById } from '$core/drill/drill';
import type { Lesson } from '$core/drill/lesson';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { targetsOf } from '$core/deviation/deviation';
import { column, sampleAt, type Flight } from '$core/flight/flight';
import type { CorridorMeasure } from '$core/deviation/corridor-measure';
import type { Exceedance } from '$core/deviation/exceedance';
import { roundBounds } from './trace-path';

/** One quantity of a flight over time, with what was asked of it: what a corridor strip draws. */
export interface Strip {
  id: ChannelId;
  name: string;
  unit: string;
  decimals: number;
  height: number;
  values: ArrayLike<number>;
  rate_hz: number;
  bounds: [number, number];
  corridors: StripCorridor[];
  exceedances: (Exceedance & { corridor: StripCorridor })[];
  /** Heights that matter in it: a decision altitude, an altitude to level off at. */
  marks: StripMark[];
  /** Share of the judged time inside, or null where nothing was asked. */
  shareInside: number | null;
}

/** A corridor as it lies in a strip. */
export interface StripCorridor {
  from_s: number;
  to_s: number;
  /** What was asked for at each sample, and whether that is one value all along. */
  target: (k: number) => number;
  steady: boolean;
  /** null: no limit on that side. */
  above: number | null;
  below: number | null;
}

export interface StripMark {
  name: string;
  value: number;
}

interface Quantity {
  id: ChannelId;
  name: string;
  unit: string;
  decimals: number;
  step: number;
  margin: number;
  height: number;
  /** When there is such a thing at all; left out: all the time. */
  during?: readonly PhaseSpan[];
}

const ALTITUDE: Quantity = {
  id: 'altitude_ft',
  name: 'Altitude',
  unit: 'ft',
  decimals: 0,
  step: 100,
  margin: 60,
  height: 140
};
const RATE: Quantity = { id: 'verticalSpeed_fpm', name: 'Vertical speed', unit: 'ft/min', decimals: 0, step: 100, margin: 80, height: 124 }; // prettier-ignore
const SPEED: Quantity = {
  id: 'ias_kt',
  name: 'Airspeed',
  unit: 'kt',
  decimals: 0,
  step: 5,
  margin: 3,
  height: 112
};
const HEADING: Quantity = {
  id: 'heading_deg',
  name: 'Heading',
  unit: '°',
  decimals: 0,
  step: 5,
  margin: 3,
  height: 92
};
const BANK: Quantity = {
  id: 'bank_deg',
  name: 'Bank',
  unit: '° bank',
  decimals: 0,
  step: 5,
  margin: 3,
  height: 84
};
const TURN: Quantity = {
  id: 'turnRate_degps',
  name: 'Turn rate',
  unit: '°/s',
  decimals: 1,
  step: 1,
  margin: 0.5,
  height: 84
};
const PITCH: Quantity = {
  id: 'pitch_deg',
  name: 'Pitch',
  unit: '° pitch',
  decimals: 1,
  step: 5,
  margin: 1,
  height: 76
};
const COURSE: Quantity = {
  id: 'courseShare',
  name: 'Course',
  unit: 'of full scale',
  decimals: 2,
  step: 0.25,
  margin: 0.1,
  height: 124
};
const PATH: Quantity = {
  id: 'pathShare',
  name: 'Path',
  unit: 'of full scale, above',
  decimals: 2,
  step: 0.25,
  margin: 0.1,
  height: 124
};
const ARC: Quantity = { id: 'arcError_nm', name: 'Arc', unit: 'NM outside', decimals: 1, step: 0.5, margin: 0.1, height: 124 }; // prettier-ignore
/** Beyond this the needle is at its stop, and so is the strip; and an arc is only on its way to be joined. */
const STOPS: Partial<Record<ChannelId, number>> = { courseShare: 1.25, arcError_nm: 2, pathShare: 1.25 };
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
  { measures, phases }: { measures: readonly CorridorMeasure[]; phases: readonly PhaseSpan[] },
  { drill, aircraft, navigation }: Pick<Lesson, 'drill' | 'aircraft' | 'navigation'>,
  more: { pitch?: boolean; heights?: readonly StripMark[] } = {}
): Strip[] {
  const asked = new Set(measures.map((measure) => measure.channel));
  const propulsion = aircraft.propulsion.kind;
  /** When an arc was to be flown, and when a course. */
  const flown = (arc: boolean) =>
    phases.filter(({ phaseId }) => {
      const { lateral } = phaseById(drill, phaseId).goal;
      return isNavigation(lateral) && (lateral.kind === 'arc') === arc;
    });
  const downPath = phases.filter(({ phaseId }) => phaseById(drill, phaseId).goal.vertical.kind === 'path');
  const quantities = navigation
    ? [
        ...(flown(false).length > 0 ? [{ ...COURSE, during: flown(false) }] : []),
        ...(flown(true).length > 0 ? [{ ...ARC, during: flown(true) }] : []),
        ...(downPath.length > 0 && flight.columns.has('pathShare') ? [{ ...PATH, during: downPath }] : []),
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
  const { step, margin, during, ...shown } = quantity;
  const values =
    quantity.id === 'heading_deg'
      ? unwrapped(flight)
      : during
        ? whileAsked(flight, during, quantity.id)
        : column(flight, quantity.id);
  const mine = measures
    .filter((measure) => measure.channel === quantity.id)
    .map((measure) => ({ ...measure, laid: laidIn(flight, measure, values) }));
  let low = Infinity;
  let high = -Infinity;
  for (let k = 0; k < values.length; k++) {
    if (Number.isNaN(values[k]!)) continue;
    low = Math.min(low, values[k]!);
    high = Math.max(high, values[k]!);
  }
  for (const { laid } of mine)
    for (const k of laid.steady
      ? [0]
      : samplesBetween(sampleAt(flight, laid.from_s), sampleAt(flight, laid.to_s))) {
      low = Math.min(low, laid.target(k) - (laid.below ?? 0));
      high = Math.max(high, laid.target(k) + (laid.above ?? 0));
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
    corridors: mine.map(({ laid }) => laid),
    exceedances: mine.flatMap((m) => m.exceedances.map((e) => ({ ...e, corridor: m.laid }))),
    shareInside:
      judged > 0 ? mine.reduce((sum, m) => sum + m.shareInside * (m.to_s - m.from_s), 0) / judged : null
  };
}

/** A channel about a course or an arc, held at the strip's stops, and nothing where there was none. */
function whileAsked(flight: Flight, during: readonly PhaseSpan[], id: ChannelId): Float32Array {
  const recorded = column(flight, id);
  const stop = STOPS[id]!;
  const values = new Float32Array(recorded.length).fill(NaN);
  for (const { start_s, end_s } of during) {
    const to = sampleAt(flight, end_s);
    // At the sample in which a phase begins what is recorded is still about the one before, if there was one.
    const from = start_s === 0 ? 0 : sampleAt(flight, start_s) + 1;
    for (let k = from; k <= to; k++) values[k] = clamp(recorded[k]!, -stop, stop);
  }
  return values;
}

/** A corridor where it was judged; a heading's by as many whole turns away as bring it next to the line. */
function laidIn(flight: Flight, measure: CorridorMeasure, values: ArrayLike<number>): StripCorridor {
  const { corridor, from_s, to_s } = measure;
  const { above, below } = corridor;
  const target = targetsOf(flight, corridor);
  const steady = typeof corridor.target === 'number';
  if (corridor.channel !== 'heading_deg') return { from_s, to_s, above, below, steady, target };
  const near = values[sampleAt(flight, from_s)]!;
  const value = near + normaliseSigned(firstTarget(corridor) - near);
  return { from_s, to_s, above, below, steady, target: () => value };
}

/** Enough samples to draw what changes between two of them by, forward or back: both and a few hundred between. */
export function samplesBetween(from: number, to: number): number[] {
  const count = Math.min(300, Math.abs(to - from));
  return Array.from({ length: count + 1 }, (_, i) =>
    Math.round(from + ((to - from) * i) / Math.max(1, count))
  );
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
