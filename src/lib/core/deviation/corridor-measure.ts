import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { LEAST_SCALE_DISTANCE_NM } from '../radio/course-line';
import { isOneSided, type Corridor, type CorridorChannel } from '../drill/corridor';
import { type Phase, phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { isByStation } from '../drill/reference';
import type { Verdict } from '../finding/verdict';
import { climbBegan } from '../flight/climb-began';
import { type Flight, sampleAt } from '../flight/flight';
import { channelsOf, deviationsOf, fractionOfTolerance } from './deviation';
import { type Exceedance, exceedancesOf, inputsOf } from './exceedance';
import { holdsTurn, isRollingOut } from './roll-out';

/** How well one corridor of one phase was held. */
export interface CorridorMeasure {
  phaseId: string;
  channel: CorridorChannel;
  corridor: Corridor;
  from_s: number;
  to_s: number;
  /** Share of the judged time inside, 0…1. */
  shareInside: number;
  /** Root mean square of the deviation, channel's unit, and as a fraction of tolerance. */
  rms: number;
  rmsOfTolerance: number;
  /** Mean signed deviation, channel's unit. */
  meanDeviation: number;
  /** Shares of the judged time plainly to one side: beyond a fifth of the tolerance above, and below. */
  shareAbove: number;
  shareBelow: number;
  /** Mean deviation as a share of tolerance, each moment counted as no more than all of it: one excursion does not make it. */
  lean: number;
  /** The farthest deviation, signed. */
  worst: number;
  worst_s: number;
  exceedances: Exceedance[];
  verdict: Verdict;
}

/** Prompt corrections that are still forgiven; more is "consistently exceeding". */
export const FORGIVEN_CORRECTIONS = 2;
/** A stretch shorter than this says nothing about how a corridor was held. */
const SHORTEST_JUDGED_S = 1;
/** To one side, plainly: beyond this share of the tolerance. */
const TO_ONE_SIDE = 0.2;

/**
 * How close several corridors were held, root mean square as a share of tolerance, and for how long; null where none of them has one:
 * of a limit to one side there is no share.
 */
export function heldWithin(measures: readonly CorridorMeasure[]): { rms: number; seconds: number } | null {
  const between = measures.filter(({ corridor }) => !isOneSided(corridor));
  const seconds = between.reduce((sum, m) => sum + m.to_s - m.from_s, 0);
  const squares = between.reduce((sum, m) => sum + m.rmsOfTolerance ** 2 * (m.to_s - m.from_s), 0);
  return seconds > 0 ? { rms: Math.sqrt(squares / seconds), seconds } : null;
}

/** Measures every corridor of every phase that was flown, from the moment each counts; one whose channel was not recorded is left out. */
export function measureCorridors(
  flight: Flight,
  { drill, navigation }: Pick<Lesson, 'drill' | 'navigation'>,
  spans: readonly PhaseSpan[]
): CorridorMeasure[] {
  return spans.flatMap((span) => {
    const phase = phaseById(drill, span.phaseId);
    return phase.corridors.flatMap((corridor) => {
      const settles =
        phase.settling.some((s) => s.channel === corridor.channel) ||
        (!isOneSided(corridor) && span.settlesOn?.includes(corridor.channel));
      const from_s = settles ? span.settled_s[corridor.channel] : span.start_s;
      if (from_s === undefined || channelsOf(corridor).some((id) => !flight.columns.has(id))) return [];
      let from = sampleAt(flight, from_s);
      if (corridor.channel === 'altitude_ft' && navigation?.planted === 'old altimeter setting')
        from = Math.max(from, altimeterTurned(flight, span));
      let to = Math.min(
        sampleAt(flight, span.end_s),
        rollOutBegins(flight, phase, corridor, span),
        climbBegins(flight, corridor, span)
      );
      if (
        phase.reference &&
        isByStation(phase.reference) &&
        corridor.channel === 'courseShare' &&
        phase.goal.lateral.kind === 'course'
      )
        [from, to] = awayFromStation(flight, phase.reference.station!, from, to);
      return (to - from) / flight.rate_hz >= SHORTEST_JUDGED_S
        ? [measureCorridor(flight, corridor, span.phaseId, from, to, inputsOf(corridor.channel, phase.goal))]
        : [];
    });
  });
}

/** An altimeter that was found wrong leads astray until it is set: from there on it is flown by. −1: it was not turned in that time. */
function altimeterTurned(flight: Flight, { start_s, end_s }: PhaseSpan): number {
  const turned = flight.events.findLast(
    ({ kind, time_s }) => kind === 'altimeter' && time_s >= start_s && time_s <= end_s
  );
  return turned ? sampleAt(flight, turned.time_s) + SHOWS_AFTER : -1;
}

/** Samples from the turn of the subscale to the pointer’s being there. */
const SHOWS_AFTER = 2;

/** Over the station the needle says nothing of the flying: the heading is held there. */
function awayFromStation(flight: Flight, station: Place, from: number, to: number): [number, number] {
  const latitude = flight.columns.get('latitude_deg');
  const longitude = flight.columns.get('longitude_deg');
  if (!latitude || !longitude) return [from, to];
  const near = (k: number) =>
    wayBetween(station, { latitude_deg: latitude[k]!, longitude_deg: longitude[k]! }).distance_nm <
    LEAST_SCALE_DISTANCE_NM;
  while (from < to && near(from)) from += 1;
  while (to > from && near(to)) to -= 1;
  return [from, to];
}

const CLIMBED_FOR_S = 30;
const CLIMBING_FPM = 250;

/** A path that is left for a climb is judged to its lowest point: what follows is the go-around, known for one only a while later. */
function climbBegins(flight: Flight, { channel }: Corridor, span: PhaseSpan): number {
  const climb = flight.columns.get('climbRate_fpm');
  const end = sampleAt(flight, span.end_s);
  if (channel !== 'pathShare' || !flight.columns.has('altitude_ft') || !climb || climb[end]! < CLIMBING_FPM)
    return Infinity;
  return climbBegan(flight, end, Math.min(CLIMBED_FOR_S, span.end_s - span.start_s));
}

/** A turn's own corridor is judged until its roll-out has to begin: from there on the roll-out is. */
function rollOutBegins(flight: Flight, phase: Phase, corridor: Corridor, span: PhaseSpan): number {
  if (!holdsTurn(phase, corridor)) return Infinity;
  const heading = flight.columns.get('heading_deg');
  const last = sampleAt(flight, span.end_s);
  const length_s = span.end_s - span.start_s;
  for (let k = sampleAt(flight, span.start_s); k < last; k++)
    if (isRollingOut(phase, corridor, k / flight.rate_hz - span.start_s, length_s, heading?.[k] ?? NaN))
      return k;
  return last;
}

/** How one corridor was kept between two samples, inclusive. */
export function measureCorridor(
  flight: Flight,
  corridor: Corridor,
  phaseId: string,
  from: number,
  to: number,
  inputs?: ReturnType<typeof inputsOf>
): CorridorMeasure {
  const deviationOf = deviationsOf(flight, corridor);
  let inside = 0;
  let sum = 0;
  let squares = 0;
  let fractionSquares = 0;
  let above = 0;
  let below = 0;
  let leaning = 0;
  let worst = 0;
  let worstFraction = -1;
  let worstAt = from;
  for (let k = from; k <= to; k++) {
    const deviation = deviationOf(k);
    const fraction = fractionOfTolerance(corridor, deviation);
    const size = Math.abs(fraction);
    if (size <= 1) inside += 1;
    if (fraction > TO_ONE_SIDE) above += 1;
    if (fraction < -TO_ONE_SIDE) below += 1;
    leaning += fraction > 1 ? 1 : fraction < -1 ? -1 : fraction;
    sum += deviation;
    squares += deviation * deviation;
    fractionSquares += fraction * fraction;
    if (size > worstFraction) {
      worstFraction = size;
      worst = deviation;
      worstAt = k;
    }
  }
  const count = to - from + 1;
  const exceedances = exceedancesOf(flight, corridor, from, to, inputs);
  const judged = exceedances.filter(({ prompt }) => prompt !== null);
  return {
    phaseId,
    channel: corridor.channel,
    corridor,
    from_s: from / flight.rate_hz,
    to_s: to / flight.rate_hz,
    shareInside: inside / count,
    rms: Math.sqrt(squares / count),
    rmsOfTolerance: Math.sqrt(fractionSquares / count),
    meanDeviation: sum / count,
    shareAbove: above / count,
    shareBelow: below / count,
    lean: leaning / count,
    worst,
    worst_s: worstAt / flight.rate_hz,
    exceedances,
    verdict:
      judged.length === 0
        ? 'met'
        : judged.length <= FORGIVEN_CORRECTIONS && judged.every(({ prompt }) => prompt)
          ? 'met with prompt correction'
          : 'not met'
  };
}
