import type { Corridor, CorridorChannel, Drill } from '../drill/drill';
import type { PhaseSpan } from '../drill/phase-tracker';
import { column, sampleAt, type Flight } from '../flight/flight';
import { deviationFrom, fractionOfTolerance } from './deviation';
import { exceedancesOf, type Exceedance } from './exceedance';

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
  /** The farthest deviation, signed. */
  worst: number;
  worst_s: number;
  exceedances: Exceedance[];
  verdict: Verdict;
}

export const verdicts = ['met', 'met with prompt correction', 'not met'] as const;
export type Verdict = (typeof verdicts)[number];

/** Prompt corrections that are still forgiven; more is "consistently exceeding". */
export const FORGIVEN_CORRECTIONS = 2;

/** A stretch shorter than this says nothing about how a corridor was held. */
const SHORTEST_JUDGED_S = 1;

/** The worse of two verdicts. */
export function worse(a: Verdict, b: Verdict): Verdict {
  return verdicts.indexOf(a) >= verdicts.indexOf(b) ? a : b;
}

/** Measures every corridor of every phase that was flown, from the moment each counts. */
export function measureCorridors(
  flight: Flight,
  drill: Drill,
  spans: readonly PhaseSpan[]
): CorridorMeasure[] {
  return spans.flatMap((span) => {
    const phase = drill.phases.find((p) => p.id === span.phaseId)!;
    return phase.corridors.flatMap((corridor) => {
      const settles = phase.settling.some((s) => s.channel === corridor.channel);
      const from_s = settles ? span.settled_s[corridor.channel] : span.start_s;
      if (from_s === undefined) return [];
      const from = sampleAt(flight, from_s);
      const to = sampleAt(flight, span.end_s);
      return (to - from) / flight.rate_hz >= SHORTEST_JUDGED_S
        ? [measureCorridor(flight, corridor, span.phaseId, from, to)]
        : [];
    });
  });
}

function measureCorridor(
  flight: Flight,
  corridor: Corridor,
  phaseId: string,
  from: number,
  to: number
): CorridorMeasure {
  const values = column(flight, corridor.channel);
  let inside = 0;
  let sum = 0;
  let squares = 0;
  let fractionSquares = 0;
  let worst = 0;
  let worstFraction = -1;
  let worstAt = from;
  for (let k = from; k <= to; k++) {
    const deviation = deviationFrom(corridor, values[k]!);
    const fraction = fractionOfTolerance(corridor, deviation);
    const size = Math.abs(fraction);
    if (size <= 1) inside += 1;
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
  const exceedances = exceedancesOf(flight, corridor, from, to);
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
    worst,
    worst_s: worstAt / flight.rate_hz,
    exceedances,
    verdict:
      exceedances.length === 0
        ? 'met'
        : exceedances.length <= FORGIVEN_CORRECTIONS && exceedances.every((e) => e.prompt)
          ? 'met with prompt correction'
          : 'not met'
  };
}
