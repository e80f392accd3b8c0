import type { ChannelId } from '$core/flight/channels';
import { normaliseSigned } from '$core/measure/angle';
import { clamp } from '$core/measure/clamp';
import { firstTarget } from '$core/drill/corridor';
import { isNavigation, phaseById } from '$core/drill/drill';
import type { Lesson } from '$core/drill/lesson';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { targetsOf } from '$core/deviation/deviation';
import { column, sampleAt, type Flight } from '$core/flight/flight';
import { placedAt_s } from '$core/flight/placings';
import type { CorridorMeasure } from '$core/deviation/corridor-measure';
import type { Exceedance } from '$core/deviation/exceedance';
import {
  ALTITUDE,
  ARC,
  BANK,
  COURSE,
  HEADING,
  PATH,
  PITCH,
  POWER,
  RATE,
  SPEED,
  STOPS,
  TURN,
  type Quantity
} from './strip-quantity';
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

/** The strips of a flight, each with the corridors and exceedances its grade found: bank where turns were asked for, pitch where attitudes were recovered from. */
export function stripsOf(
  flight: Flight,
  { measures, phases }: { measures: readonly CorridorMeasure[]; phases: readonly PhaseSpan[] },
  { drill, aircraft, navigation }: Pick<Lesson, 'drill' | 'aircraft' | 'navigation'>
): Strip[] {
  const recovers = drill.phases.some((phase) => phase.recovery);
  const heights = drill.checks.flatMap((check) =>
    check.kind === 'decision' ? [{ name: 'decision altitude', value: check.altitude_ft }] : []
  );
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
        ...(asked.has('bank_deg') || recovers ? [BANK] : []),
        ...(asked.has('turnRate_degps') ? [TURN] : []),
        ...(recovers ? [PITCH] : []),
        POWER[propulsion]
      ];
  return quantities
    .filter(({ id }) => flight.columns.has(id))
    .map((quantity) => stripOf(flight, measures, quantity, quantity.id === 'altitude_ft' ? heights : []));
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
  const values = brokenWherePlaced(
    flight,
    quantity.id === 'heading_deg'
      ? unwrapped(flight)
      : during
        ? whileAsked(flight, during, quantity.id)
        : column(flight, quantity.id)
  );
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

/** Where the airplane was put down elsewhere the line ends, and begins again. */
function brokenWherePlaced(flight: Flight, values: ArrayLike<number>): ArrayLike<number> {
  const placed_s = placedAt_s(flight);
  if (placed_s.length === 0) return values;
  const broken = Float32Array.from(values);
  for (const time_s of placed_s) broken[Math.floor(time_s * flight.rate_hz)] = NaN;
  return broken;
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
